/**
 * What follows a changed document without holding it: sections that list, quote or lead to a content page, menus that
 * lead to it, and sections that say a word of the storefront.
 */
import { documentsIn, type DesignState, isKeyOf } from '../documents/state.js';
import { type PageCode, type PageKind, isPageKind } from '../pages/page.js';
import { sectionsIn, type ContentDocument, type Document, type DocumentKey, codeOf } from '../documents/document.js';
import { isSame } from '../design/edits/common.js';
import type { Field, Fields } from '../fields/field.js';
import type { KindDescription, KindSet } from '../kinds/kind.js';
import { menuNeeds } from '../kinds/menu.js';
import type { Need } from '../kinds/needs.js';
import type { WordName } from '../locale/words.js';
import { pointersOf } from './asked.js';

/** What else looks different. */
export interface Followers {
  /** Documents with sections, or menus, that show something of what changed. */
  readonly documents: ReadonlySet<DocumentKey>;
  /** Content pages whose breadcrumb names one that changed. */
  readonly below: ReadonlySet<PageCode>;
  /** Kinds of pages whose title is a word that changed. */
  readonly titles: ReadonlySet<PageKind>;
  /** Whether a word changed that stands on every page. */
  readonly all: boolean;
}

/** On every page: the link that leads past what is at its head. */
const ON_EVERY_PAGE: WordName = 'skip';
const TITLE = 'page-';

/** @param changed the documents in which the states differ */
export function followersOf(
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<DocumentKey>,
  kinds: KindSet,
): Followers {
  const words = changedWords(before, after, changed);
  const saying = new Set(
    kinds.all.filter((kind) => wordsOf(kind).some((word) => words.has(word))).map(({ name }) => name),
  );
  const asks = asksAfter(before, after, changed);
  const documents = new Set<DocumentKey>();
  if (saying.size > 0 || asks)
    for (const state of [before, after])
      for (const key of state.keys())
        if (!documents.has(key) && follows(state.get(key), saying, asks, kinds)) documents.add(key);
  return {
    documents,
    below: below(before, after, changed),
    titles: new Set(
      [...words].flatMap((word) => (word.startsWith(TITLE) ? [word.slice(TITLE.length)] : [])).filter(isPageKind),
    ),
    all: words.has(ON_EVERY_PAGE),
  };
}

/** The content pages that stand below changed ones, however deep. */
function below(before: DesignState, after: DesignState, changed: ReadonlySet<DocumentKey>): Set<PageCode> {
  const found = new Set<PageCode>();
  const parents = [...changed].filter((key) => key.startsWith(CONTENT));
  for (let above = new Set(parents); above.size > 0;) {
    const next = new Set<DocumentKey>();
    for (const state of [before, after])
      for (const [key, { parent }] of documentsIn(state, 'content')) {
        const code: PageCode = `content:${codeOf(key)}`;
        if (parent === undefined || found.has(code) || !above.has(CONTENT + parent)) continue;
        found.add(code);
        next.add(key);
      }
    above = next;
  }
  return found;
}
const CONTENT = 'content/';

type Asks = ((need: Need) => boolean) | null;

function follows(document: Document | undefined, saying: ReadonlySet<string>, asks: Asks, kinds: KindSet): boolean {
  if (!document) return false;
  if (document.type === 'menu') return asks !== null && menuNeeds(document).some(asks);
  if (!('areas' in document)) return false;
  if (asks && pointersOf(document, kinds).needs.some(asks)) return true;
  return (
    saying.size > 0 && [...sectionsIn(document.areas)].some(({ kind }) => saying.has(kinds.find(kind)?.name ?? ''))
  );
}

/** The words that a kind shows: those its view says, and those its fields hold until they are set. */
const wordsOf = ({ says = [], fields }: KindDescription): readonly string[] => [...says, ...fieldWords(fields)];

const fieldWords = (fields: Fields): string[] =>
  Object.values(fields).flatMap((field: Field) => [
    ...('word' in field && field.word !== undefined ? [field.word] : []),
    ...(field.type === 'entries' ? fieldWords(field.fields) : []),
  ]);

/** The names of the words that are others now, in any language. */
function changedWords(before: DesignState, after: DesignState, changed: ReadonlySet<DocumentKey>): Set<string> {
  const found = new Set<string>();
  for (const key of changed) {
    if (!isKeyOf(key, 'words')) continue;
    const [was, is] = [before, after].map((state) => state.get(key)?.words);
    for (const name of new Set([...Object.keys(was ?? {}), ...Object.keys(is ?? {})]))
      // A plural form is a part of its word.
      if (was?.[name] !== is?.[name]) found.add(name.split('.')[0] ?? name);
  }
  return found;
}

/** Whether what a section asks for is answered otherwise, since a content page has changed; null if none has. */
function asksAfter(before: DesignState, after: DesignState, changed: ReadonlySet<DocumentKey>): Asks {
  const [ledTo, quoted, labels] = [new Set<string>(), new Set<string>(), new Set<string>()];
  for (const key of changed) {
    if (!isKeyOf(key, 'content')) continue;
    const code = codeOf(key);
    const [was, is] = [before, after].map((state) => state.get(key));
    const differs = (...names: (keyof ContentDocument)[]): boolean =>
      names.some((name) => !isSame(was?.[name], is?.[name]));
    const { text: _was, ...wasBesides } = was ?? {};
    const { text: _is, ...isBesides } = is ?? {};
    if (!was || !is || differs('slug', 'visible', 'from')) ledTo.add(`content:${code}`);
    // Lists show everything of it but its text.
    if (!isSame(wasBesides, isBesides))
      for (const label of [...(was?.labels ?? []), ...(is?.labels ?? [])]) labels.add(label);
    quoted.add(code);
  }
  if (quoted.size === 0) return null;
  return (need) => {
    switch (need.type) {
      case 'path':
        return ledTo.has(need.page);
      case 'content':
        return quoted.has(need.page.replace(/^content:/, ''));
      case 'pages':
        return labels.size > 0 && (need.label === '' || labels.has(need.label));
      default:
        return false;
    }
  };
}
