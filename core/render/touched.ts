/**
 * Which pages look different in two states of a design: told by what they have in common, so that whoever keeps a table
 * of pages can find them in it. No page is assembled for it.
 */
import { assignedBy, rulesThatDiffer, type AskedPage, type RuleSetting } from '../assign/assigned.js';
import { type DesignState, documentsIn, isKeyOf } from '../documents/state.js';
import { pageKinds, parsePage, type PageCode, type PageKind } from '../pages/page.js';
import { isFor } from '../assign/target.js';
import {
  keys,
  type AdditionDocument,
  type AssignmentsDocument,
  type DocumentKey,
  type Target,
  codeOf,
  pageOfOwn,
} from '../documents/document.js';
import { isSame } from '../design/edits/common.js';
import type { KindSet } from '../kinds/kind.js';
import { followersOf } from './followers.js';
import { gathered, templateAlone } from './assemble.js';
import { templatesHaving } from './places.js';

/** Pages that an addition is for: one, those that a rule chooses, or all of a kind. */
export interface TouchedByAddition {
  readonly kind: PageKind;
  /** The one page; null for several. */
  readonly page: PageCode | null;
  /** The code of the addition whose rule chooses among them; null for all of the kind. */
  readonly rule: string | null;
  /** The templates that have its place; null if all do. */
  readonly templates: readonly string[] | null;
}

/** Pages that look different. A page is one of them if anything here says so. */
export interface TouchedPages {
  /** Every page. */
  readonly all: boolean;
  readonly pages: ReadonlySet<PageCode>;
  /** Pages that have one of these templates. */
  readonly templates: ReadonlySet<string>;
  /** Pages of these kinds that follow the standard, or have no template. */
  readonly standards: ReadonlySet<PageKind>;
  readonly additions: readonly TouchedByAddition[];
  /** Kinds of which each page must be asked, since their rules differ: nobody has kept what those match. */
  readonly asked: ReadonlySet<PageKind>;
  /** Asks one page of those kinds. */
  differs(page: AskedPage, kind: PageKind, setting: RuleSetting): boolean;
  /** Content pages that are new, by code. */
  readonly added: ReadonlyMap<PageCode, string>;
}

type Bucket = AssignmentsDocument | undefined;

/** @param differing the documents in which the states differ */
export function touchedPages(
  before: DesignState,
  after: DesignState,
  differing: ReadonlySet<DocumentKey>,
  kinds: KindSet,
): TouchedPages {
  const followers = followersOf(before, after, differing, kinds);
  const changed = new Set([...differing, ...followers.documents]);
  const [was, is] = [before.get(keys.paths), after.get(keys.paths)];
  // Another pattern changes paths, and links to them may stand on any page.
  const all = changed.has(keys.look) || !isSame(was?.patterns, is?.patterns) || followers.all;
  const pages = new Set<PageCode>([
    ...(was?.home === is?.home ? [] : (['home'] as const)),
    ...followers.below,
    ...followers.titles,
  ]);
  const added = new Map<PageCode, string>();
  const standards = new Set<PageKind>();
  const asked = new Set<PageKind>();

  for (const key of changed) {
    if (isKeyOf(key, 'own')) pages.add(pageOfOwn(key));
    if (!isKeyOf(key, 'content')) continue;
    const code: PageCode = `content:${codeOf(key)}`;
    const document = after.get(key);
    if (document && !before.get(key)) added.set(code, document.title);
    else pages.add(code);
  }
  for (const kind of pageKinds()) {
    const key = keys.assignments(kind);
    const [from, to] = [before.get(key), after.get(key)];
    if (from === to) continue;
    if (!isSame(from?.lists, to?.lists)) asked.add(kind);
    if (from?.standard !== to?.standard) standards.add(kind);
    for (const page of pagesMoved(from, to)) pages.add(page);
  }

  const additions: TouchedByAddition[] = [];
  const rulesChanged: AdditionDocument[] = [];
  let having: ReturnType<typeof templatesHaving> | undefined;
  for (const [key, from, to] of changedAdditions(before, after, changed, kinds)) {
    const places = new Set([from?.place, to?.place].filter((place) => place !== undefined));
    const templates = (having ??= templatesHaving([before, after], kinds))(places);
    const code = key.slice('addition/'.length);
    const isSameRule = isSame(from?.target, to?.target);
    for (const document of [from, to]) {
      if (!document?.target) continue;
      const { target } = document;
      if ('page' in target)
        additions.push({ kind: parsePage(target.page).kind, page: target.page, rule: null, templates });
      else if (!hasRule(target)) additions.push({ kind: target.pageKind, page: null, rule: null, templates });
      else if (document === from) additions.push({ kind: target.pageKind, page: null, rule: code, templates });
      else if (!isSameRule) {
        asked.add(target.pageKind);
        rulesChanged.push(document);
      }
    }
  }
  const suspects = new Map<string, ReturnType<typeof rulesThatDiffer>>();
  const suspectsOf = (kind: PageKind, decimals: number): ReturnType<typeof rulesThatDiffer> => {
    const key = `${kind} ${decimals}`;
    const found = suspects.get(key);
    if (found !== undefined) return found;
    const [was, is] = [before, after].map((state) => state.get(keys.assignments(kind)));
    const made = rulesThatDiffer(was, is, decimals);
    suspects.set(key, made);
    return made;
  };
  return {
    all,
    pages,
    standards,
    additions: [...new Map(additions.map((one) => [JSON.stringify(one), one])).values()],
    asked,
    added,
    templates: templatesTouched(before, after, changed, kinds),
    differs({ code, facts }, kind, setting) {
      const page = { code, facts };
      const suspects = suspectsOf(kind, setting.decimals);
      if (rulesChanged.some(({ target }) => isFor(target, page, setting))) return true;
      if (suspects && !suspects.some((rule) => rule.matches(facts))) return false;
      const template = (state: DesignState): string | undefined => {
        const bucket = state.get(keys.assignments(kind));
        return bucket && assignedBy(bucket, page, setting)?.template;
      };
      return template(before) !== template(after);
    },
  };
}

/** Pages with a template of their own, before or now, that have another one now. */
function pagesMoved(from: Bucket, to: Bucket): PageCode[] {
  const [own, next] = [from?.pages ?? {}, to?.pages ?? {}];
  // Without rules a page that has none of its own follows the standard, which may be the same template.
  const otherwise = (bucket: Bucket): string | undefined => (bucket?.lists ? undefined : bucket?.standard);
  return [...new Set([...Object.keys(own), ...Object.keys(next)])].filter(
    (page) => own[page] !== next[page] && (own[page] ?? otherwise(from)) !== (next[page] ?? otherwise(to)),
  );
}

const hasRule = (target: Target): boolean => 'when' in target && Boolean(target.when);

/** The codes of templates whose pages show a changed document, whatever is added to them. */
function templatesTouched(
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<DocumentKey>,
  kinds: KindSet,
): Set<string> {
  const touched = new Set<string>();
  for (const state of [before, after])
    for (const code of templateCodes(state))
      if (
        !touched.has(code) &&
        [...(templateAlone(code, state, kinds)?.documents ?? [])].some((key) => changed.has(key))
      )
        touched.add(code);
  return touched;
}

const templateCodes = (state: DesignState): string[] => [...documentsIn(state, 'template')].map(([key]) => codeOf(key));

/** Additions that are made of something that changed, as they were and as they are. */
function* changedAdditions(
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<DocumentKey>,
  kinds: KindSet,
): Generator<[key: DocumentKey, from: AdditionDocument | undefined, to: AdditionDocument | undefined]> {
  const all = new Set([before, after].flatMap((state) => [...documentsIn(state, 'addition')].map(([key]) => key)));
  for (const key of all) {
    const [from, to] = [before.get(key), after.get(key)];
    const isTouched = (state: DesignState, document: AdditionDocument | undefined): boolean =>
      document !== undefined &&
      [...gathered([{ key, document }], state, kinds).documents].some((one) => changed.has(one));
    if (isTouched(before, from) || isTouched(after, to)) yield [key, from, to];
  }
}
