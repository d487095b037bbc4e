/**
 * Whether what a design says fits the store: what sections point at exists (pages, pictures, products, collections,
 * menus), and paths are free. Core knows the design only.
 */
import { Problem } from '@parlour/core';
import {
  checkLanguages,
  closeAs,
  closeDocument,
  closedState,
  overlay,
  type Draft,
  type DraftDocument,
  type Edit,
  type UnitResult,
} from '@parlour/core/design';
import {
  patternsOf,
  keys,
  type DesignState,
  type DocumentKey,
  hasSections,
  isKeyOf,
  pageOfOwn,
} from '@parlour/core/documents';
import { menuNeeds, needKey, proseNeeds, type KindSet, type Need } from '@parlour/core/kinds';
import { pointersOf, type Pointers } from '@parlour/core/render';
import { answerNeeds } from '../records/answers/answer.js';
import { findSubject, pathsOf } from '../records/catalogue.js';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { storeById } from '../records/stores.js';
import { type PageCode } from '@parlour/core/pages';

/**
 * Refuses edits that make something point at what is not there, or put a page where none can be. What pointed nowhere
 * before may stay: a catalogue changes without asking the design.
 * @throws Problem `bad-value` naming the thing, `bad-path`, `no-such-page`
 */
export async function checkReferences(
  db: Records,
  { storeId, kinds }: Pick<Design, 'storeId' | 'kinds'>,
  draft: Draft,
  result: UnitResult,
): Promise<void> {
  const touched = new Set(
    result.edits.flatMap((edit) => (edit.type === 'insert' || edit.type === 'set' ? [edit.document] : [])),
  );
  const added: Need[] = [];
  for (const key of touched) {
    const [before, after] = [
      referencesOf(draft.get(key), kinds),
      referencesOf(result.documents.get(key) ?? undefined, kinds),
    ];
    const known = new Set(before.needs.map(needKey));
    added.push(...after.needs.filter((need) => !known.has(needKey(need))));
    for (const menu of after.menus) {
      const there =
        before.menus.includes(menu) || (result.documents.get(keys.menu(menu)) ?? draft.get(keys.menu(menu)));
      if (!there) throw missing(`menu “${menu}”`, 'Name one of the design’s menus, such as main.');
    }
  }
  const after = (): DesignState => closedState(overlay(draft, result.documents));
  if (added.length) await checkNeeds(db, storeId, added, after());
  await checkPages(db, storeId, result.edits, after);
  await checkPaths(db, storeId, result.documents.keys(), after);
}

/**
 * A page that is not there, and is not made with it, can be given no template, and nothing of its own.
 * @throws Problem `no-such-page`
 */
async function checkPages(
  db: Records,
  storeId: number,
  edits: readonly Edit[],
  stateOf: () => DesignState,
): Promise<void> {
  const pages = [...new Set(edits.flatMap(pagesNamed))];
  if (pages.length === 0) return;
  const state = stateOf();
  const patterns = patternsOf(state.get(keys.paths));
  const paths = await pathsOf(db, { storeId, patterns, state, translation: null, prefix: '' }, pages);
  const gone = pages.find((page) => !paths.has(page));
  if (gone !== undefined)
    throw new Problem('no-such-page', `There is no page “${gone}”.`, {
      place: 'page',
      remedy: 'List the pages to see their codes, such as product:K-014.',
    });
}

/** The pages of the catalogue and the design that an edit says something new for. */
function pagesNamed(edit: Edit): PageCode[] {
  if (edit.type === 'insert' && isKeyOf(edit.document, 'own')) {
    const page = pageOfOwn(edit.document);
    return page.includes(':') ? [page] : [];
  }
  if (edit.type !== 'set' || !edit.document.startsWith('assignments/') || edit.value === undefined) return [];
  return /^pages\.(.+:.+)$/.exec(edit.field)?.slice(1) ?? [];
}

/**
 * Refuses paths that begin as those of a further language of the store do.
 * @param changed the documents that change
 * @param stateOf the state they leave; asked for only if it matters
 * @throws Problem `bad-path`
 */
export async function checkPaths(
  db: Records,
  storeId: number,
  changed: Iterable<DocumentKey>,
  stateOf: () => DesignState,
): Promise<void> {
  if (![...changed].some((key) => key === keys.paths || key.startsWith('content/'))) return;
  const { languages } = await storeById(db, storeId);
  if (languages.length > 0) checkLanguages(languages, stateOf());
}

function referencesOf(document: DraftDocument | undefined, kinds: KindSet): Pointers {
  if (document?.type === 'menu') return { needs: menuNeeds(closeAs('menu', document)), menus: [] };
  if (document?.type === 'content') return { needs: contentNeeds(document), menus: [] };
  const published = document && closeDocument(document);
  return published && hasSections(published) ? pointersOf(published, kinds) : { needs: [], menus: [] };
}

/** The pictures of a content page: its own, and those in its text. */
const contentNeeds = (document: DraftDocument): Need[] => {
  const { picture } = closeAs('content', document);
  const texts = Object.entries(document.head).filter(([name]) => name === 'text' || name.startsWith('text@'));
  return [
    ...(picture ? [{ type: 'picture' as const, hash: picture.picture }] : []),
    ...texts.flatMap(([, text]) => proseNeeds(String(text))),
  ];
};

async function checkNeeds(db: Records, storeId: number, needs: readonly Need[], state: DesignState): Promise<void> {
  const lookups = needs.filter((need) => need.type === 'path' || need.type === 'picture');
  const patterns = patternsOf(state.get(keys.paths));
  const sources = { storeId, patterns, state, translation: null, prefix: '' };
  const { data } = await answerNeeds(db, { sources, needs: lookups, subject: null });
  for (const need of lookups) {
    if (data.get(need) !== null) continue;
    if (need.type === 'path') throw missing(`store page “${need.page}”`, 'List the pages to see their codes.');
    throw missing(`picture ${need.hash}`, 'Add the picture to the store first.');
  }
  for (const { source } of needs.filter((need) => need.type === 'products' || need.type === 'listing')) {
    if (source.from === 'collection' && !(await findSubject(db, storeId, 'collection', 'code', source.collection))) {
      throw missing(`collection “${source.collection}”`, 'List the collections to see their codes.');
    }
    for (const code of source.from === 'chosen' ? source.products : []) {
      if (!(await findSubject(db, storeId, 'product', 'code', code)))
        throw missing(`product “${code}”`, 'List the products to see their codes.');
    }
  }
}

const missing = (what: string, remedy: string): Problem =>
  new Problem('bad-value', `There is no ${what}.`, { place: 'value', remedy });
