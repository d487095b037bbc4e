/** Which template a store page uses, and why: as data and in sentences. */
import {
  keys,
  REGIONS,
  type ArrangementDocument,
  type AssignmentsDocument,
  type DocumentKey,
  type Region,
  type TemplateDocument,
} from '../design/document.js';
import { PAGE_KINDS, parsePage, type PageCode } from './page.js';

/** Reads the documents of one state of a design. */
export interface DesignState {
  get(key: DocumentKey): unknown;
}

export type Reason = 'page' | 'standard';

export interface Assigned {
  readonly template: string;
  readonly reason: Reason;
}

/** The template of a page, by precedence: this page, then the standard of its kind. Null if the kind has none. */
export function assignedTemplate(page: PageCode, state: DesignState): Assigned | null {
  const bucket = state.get(keys.assignments(parsePage(page).kind)) as AssignmentsDocument | undefined;
  const own = bucket && Object.hasOwn(bucket.pages, page) ? bucket.pages[page] : undefined;
  if (own) return { template: own, reason: 'page' };
  return bucket?.standard ? { template: bucket.standard, reason: 'standard' } : null;
}

/** The arrangement a region is filled with. Null if the design leaves the region empty. */
export function arrangementOf(region: Region, state: DesignState): DocumentKey | null {
  const key = keys.arrangement(region);
  return state.get(key) ? key : null;
}

export interface Why {
  readonly page: PageCode;
  readonly title: string;
  readonly path: string;
  readonly template: (Assigned & { readonly name: string }) | null;
  /** The template the page would have without its own assignment. */
  readonly otherwise: string | null;
  readonly regions: readonly { readonly region: Region; readonly document: DocumentKey; readonly name: string }[];
  readonly sentences: readonly string[];
}

/** The trace that says what made a page what it is. */
export function why(page: { code: PageCode; title: string; path: string }, state: DesignState): Why {
  const { kind } = parsePage(page.code);
  const assigned = assignedTemplate(page.code, state);
  const bucket = state.get(keys.assignments(kind)) as AssignmentsDocument | undefined;
  const nameOf = (code: string): string =>
    (state.get(keys.template(code)) as TemplateDocument | undefined)?.name ?? code;
  const regions = REGIONS.flatMap((region) => {
    const document = arrangementOf(region, state);
    return document ? [{ region, document, name: (state.get(document) as ArrangementDocument).name }] : [];
  });
  const otherwise = assigned?.reason === 'page' ? (bucket?.standard ?? null) : null;
  return {
    page: page.code,
    title: page.title,
    path: page.path,
    template: assigned && { ...assigned, name: nameOf(assigned.template) },
    otherwise,
    regions,
    sentences: [
      `${page.title} (${page.code}) lies at ${page.path}.`,
      templateSentence(assigned, kind, nameOf),
      ...(otherwise
        ? [
            `Without that it would use “${nameOf(otherwise)}”, the standard of ${PAGE_KINDS[kind].name.toLowerCase()} pages.`,
          ]
        : []),
      ...(regions.length ? [`Around it: ${regions.map(({ region, name }) => `${region} (${name})`).join(', ')}.`] : []),
    ],
  };
}

function templateSentence(
  assigned: Assigned | null,
  kind: keyof typeof PAGE_KINDS,
  nameOf: (code: string) => string,
): string {
  const kindName = PAGE_KINDS[kind].name.toLowerCase();
  if (!assigned) return `No template is assigned to ${kindName} pages.`;
  const name = `“${nameOf(assigned.template)}” (${assigned.template})`;
  return assigned.reason === 'page'
    ? `It uses the template ${name}, since this page was given it.`
    : `It uses the template ${name}, the standard of ${kindName} pages.`;
}
