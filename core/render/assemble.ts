/** Assemble: from a store page to the compiled documents that make it, and everything they need to know. */
import { assignedTemplate, type AskedPage, type DesignState, type RuleSetting } from '../assign/assigned.js';
import { additionsFor } from '../assign/target.js';
import { regionsOf } from '../assign/why.js';
import {
  keys,
  type DocumentKey,
  type MenuDocument,
  type Region,
  type SectionedDocument,
  type TemplateDocument,
  type LookDocument,
} from '../design/document.js';
import type { KindSet } from '../kinds/kind.js';
import { compileDocument, type CompiledDocument } from './compile.js';
import type { Need } from '../kinds/data.js';
import { menuNeeds } from '../kinds/menu.js';
import type { Reading } from '../fields/value.js';
import type { PageParts } from './page.js';

/** A page with everything it is made of, before its facts are known. */
export interface AssembledPage extends PageParts {
  readonly templateKey: DocumentKey;
  /** Every document it is made of: when one of them changes, it may look different. */
  readonly documents: ReadonlySet<DocumentKey>;
  readonly look: LookDocument;
  /** All the page's needs: known before anything renders, so that they are fetched together. */
  readonly needs: readonly Need[];
  /** True if some section shows facts. */
  readonly hasFacts: boolean;
}

/**
 * The parts of a page in one state of a design; null if its kind has no template.
 * @param reading what bound values read; needs are asked for with the values they have on the page
 */
export function assemblePage(
  page: AskedPage,
  state: DesignState,
  kinds: KindSet,
  setting: RuleSetting,
  reading: Reading = {},
): AssembledPage | null {
  const assigned = assignedTemplate(page, state, setting);
  const template = assigned && (state.get(keys.template(assigned.template)) as TemplateDocument | undefined);
  if (!template) return null;
  const documents = new Set<DocumentKey>([keys.look]);
  const compile = (key: DocumentKey, document: SectionedDocument): CompiledDocument => {
    documents.add(key);
    return compiled(document, kinds);
  };
  const additions = additionsFor(page, state, setting);
  const added = (place: string): CompiledDocument[] =>
    (additions.get(place) ?? []).map(({ key, document }) => compile(key, document));

  const regions = new Map<Region, CompiledDocument[]>();
  for (const { region, document } of regionsOf(template, state))
    regions.set(region, document ? [compile(document, state.get(document) as SectionedDocument)] : []);
  for (const place of additions.keys()) {
    if (place.startsWith('spot:')) continue;
    const region = place as Region;
    regions.set(region, [...(regions.get(region) ?? []), ...added(place)]);
  }

  const parts = [compile(keys.template(assigned.template), template), ...[...regions.values()].flat()];
  const spots = new Map<string, CompiledDocument[]>();
  const shared = new Map<string, CompiledDocument>();
  // Grows while it is gone through: what fills a spot may show shared sections and have spots of its own.
  for (let i = 0; i < parts.length; i++) {
    const part = parts[i] as CompiledDocument;
    for (const name of part.spots) {
      if (spots.has(name)) continue;
      const filling = added(`spot:${name}`);
      spots.set(name, filling);
      parts.push(...filling);
    }
    for (const code of part.shared) {
      const document = state.get(keys.shared(code)) as SectionedDocument | undefined;
      if (shared.has(code) || !document) continue;
      const part = compile(keys.shared(code), document);
      shared.set(code, part);
      parts.push(part);
    }
  }
  const menus = new Map<string, MenuDocument>();
  for (const code of new Set(parts.flatMap((part) => part.menus))) {
    const menu = state.get(keys.menu(code)) as MenuDocument | undefined;
    documents.add(keys.menu(code));
    if (menu) menus.set(code, menu);
  }
  return {
    templateKey: keys.template(assigned.template),
    template: parts[0] as CompiledDocument,
    regions,
    spots,
    shared,
    menus,
    documents,
    look: state.get(keys.look) as LookDocument,
    needs: [
      ...parts.flatMap((part) => part.needs),
      ...parts.flatMap((part) => part.varying.flatMap((section) => section.needs(reading))),
      ...[...menus.values()].flatMap(menuNeeds),
    ],
    hasFacts: parts.some((part) => part.hasFacts),
  };
}

// Documents never change, so what was compiled from one is kept as long as the document itself.
const kept = new WeakMap<KindSet, WeakMap<SectionedDocument, CompiledDocument>>();

function compiled(document: SectionedDocument, kinds: KindSet): CompiledDocument {
  let ofKinds = kept.get(kinds);
  if (!ofKinds) kept.set(kinds, (ofKinds = new WeakMap()));
  let found = ofKinds.get(document);
  if (!found) ofKinds.set(document, (found = compileDocument(document, kinds)));
  return found;
}
