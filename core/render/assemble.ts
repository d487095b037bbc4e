/** Assemble: from a store page to the compiled documents that make it, and everything they need to know. */
import { arrangementOf, assignedTemplate, type DesignState } from '../assign/why.js';
import type { PageCode } from '../assign/page.js';
import {
  keys,
  REGIONS,
  type MenuDocument,
  type Region,
  type SectionedDocument,
  type ThemeDocument,
} from '../design/document.js';
import type { KindSet } from '../sections/kind.js';
import { compileDocument, menuNeeds, type CompiledDocument } from './compile.js';
import type { Need } from './data.js';
import type { PageParts } from './page.js';

export interface AssembledPage extends PageParts {
  readonly theme: ThemeDocument;
  /** All the page's needs: known before anything renders, so that they are fetched together. */
  readonly needs: readonly Need[];
  /** True if some section shows facts. */
  readonly hasFacts: boolean;
}

/** The parts of a page in one state of a design; null if its kind has no template. */
export function assemblePage(page: PageCode, state: DesignState, kinds: KindSet): AssembledPage | null {
  const assigned = assignedTemplate(page, state);
  const template = assigned && (state.get(keys.template(assigned.template)) as SectionedDocument | undefined);
  if (!template) return null;
  const regions: Partial<Record<Region, CompiledDocument>> = {};
  for (const region of REGIONS) {
    const key = arrangementOf(region, state);
    if (key) regions[region] = compiled(state.get(key) as SectionedDocument, kinds);
  }
  const parts = [compiled(template, kinds), ...Object.values(regions)];
  const menus = new Map<string, MenuDocument>();
  for (const code of new Set(parts.flatMap((part) => part.menus))) {
    const menu = state.get(keys.menu(code)) as MenuDocument | undefined;
    if (menu) menus.set(code, menu);
  }
  return {
    template: parts[0] as CompiledDocument,
    regions,
    menus,
    theme: state.get(keys.theme) as ThemeDocument,
    needs: [...parts.flatMap((part) => part.needs), ...[...menus.values()].flatMap(menuNeeds)],
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
