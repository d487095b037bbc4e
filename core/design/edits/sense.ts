/**
 * Checks that go beyond one field: whether what a document says fits together, and fits the rest of the design. Made
 * of what a unit of edits leaves behind, since a unit may pass through states that make no sense.
 */
import { checkContentPaths, checkPatterns, checkRedirect, type ContentPlace } from '../../assign/path-sense.js';
import { checkRule, type Rule } from '../../assign/rule.js';
import { kindInWords, parsePage, PAGE_KINDS, type PageKind } from '../../assign/page.js';
import { Problem } from '../../problem.js';
import { kindName, SHARED_SECTION } from '../../kinds/kind.js';
import {
  aroundInWords,
  codeOf,
  keys,
  type DocumentKey,
  type PathsDocument,
  type PlaceAround,
  type Values,
} from '../document.js';
import { DOCUMENT_TYPES, impliedDocument } from '../document-types.js';
import { closeDocument, isSection, nodeAt, type Draft, type DraftDocument, type DraftNode } from '../draft.js';
import { withoutOther } from '../../locale/own-words.js';
import { LIMITS } from '../limits.js';
import type { Edit } from './edit.js';

type State = Pick<Draft, 'get' | 'keys'>;

/**
 * Checks what an edit changed, in the state its unit leaves. Only that is looked at, so that an old fault elsewhere
 * does not stand in the way.
 * @throws Problem `no-such-template`, `wrong-page-kind`, `no-such-document`, `bad-rule`, `rule-never-matches`,
 * `bad-value`, `ends-first`, `bad-path`, `limit-reached`
 */
export function checkSense(edit: Edit, after: State): void {
  const document = after.get(edit.document) ?? impliedDocument(edit.document);
  if (!document) return;
  switch (edit.type) {
    case 'put':
      checkAlone(document);
      for (const path of Object.keys(document.head)) checkPointer(document, path, after);
      for (const node of Object.values(document.nodes)) checkNodePointers(document, node, after);
      return checkPaths(edit.document, document, after, Object.keys(document.head));
    case 'insert':
      for (const { id } of edit.nodes) checkNode(document, nodeAt(document, id), after);
      return;
    case 'set':
      if (edit.node !== undefined) return checkNode(document, nodeAt(document, edit.node), after);
      checkHead(document);
      checkPointer(document, edit.field, after);
      return checkPaths(edit.document, document, after, [edit.field]);
    case 'remove':
    case 'move':
    case 'upgrade':
      return;
  }
}

/** Checks a document by itself. @throws Problem as `checkSense`, except for what points at other documents */
export function checkAlone(document: DraftDocument): void {
  const { fields, lists = {} } = DOCUMENT_TYPES[document.type];
  for (const [path, field] of Object.entries(fields))
    if (field.required && document.head[path] === undefined) throw needed(field.label, path, field.help);
  checkHead(document);
  for (const node of Object.values(document.nodes)) {
    const entries = node.place.in === null && !isSection(node) ? lists[node.place.at]?.fields : undefined;
    for (const [name, field] of Object.entries(entries ?? {}))
      if (field.required && node.values[name] === undefined) throw needed(field.label, `values.${name}`, field.help);
    checkNodeAlone(document, node);
  }
}

/** The refusal to take away a value that is required. */
export const needed = (label: string, place: string, help: string): Problem =>
  new Problem('bad-value', `${label} is needed.`, { place, remedy: help });

function checkNode(document: DraftDocument, node: DraftNode | undefined, state: State): void {
  if (!node) return;
  checkNodeAlone(document, node);
  checkNodePointers(document, node, state);
}

function checkHead(document: DraftDocument): void {
  if (document.type === 'addition') checkTarget(document);
  if (document.type === 'words') checkForms(document);
  if (document.type === 'assignments') {
    const assigned = Object.keys(document.head).filter((path) => path.startsWith('pages.')).length;
    if (assigned > LIMITS.pagesAssigned)
      throw new Problem(
        'limit-reached',
        `At most ${LIMITS.pagesAssigned.toLocaleString('en')} ${kindInWords(document.head['pageKind'] as PageKind)} pages can have a template of their own.`,
        { place: 'pages', remedy: 'Use a rule for that many pages.' },
      );
  }
}

/** Every language has the form `other`, and most numbers take it. */
function checkForms({ head }: DraftDocument): void {
  const paths = Object.keys(head).filter((path) => path.startsWith('words.'));
  const [name] = withoutOther(paths.map((path) => path.slice('words.'.length)));
  if (name !== undefined)
    throw new Problem('bad-value', `The word “${name}” needs its form for all other numbers.`, {
      place: 'word',
      remedy: `Set ${name}.other too.`,
    });
}

function checkNodeAlone(document: DraftDocument, node: DraftNode): void {
  const count = Object.keys(node.values).length + Object.keys(node.frame ?? {}).length;
  if (count > LIMITS.valuesPerNode)
    throw new Problem('limit-reached', `A section holds at most ${LIMITS.valuesPerNode} values of its own.`, {
      place: 'values',
      remedy: 'Set it for fewer languages or devices.',
    });
  if (node.frame) checkDates(node.frame, 'frame', 'The section');
  if (document.type !== 'assignments') return;
  checkRule(node.values['when'] as Rule, document.head['pageKind'] as PageKind);
  checkDates(node.values, 'values', 'The rule');
}

function checkNodePointers(document: DraftDocument, { kind, values }: DraftNode, state: State): void {
  if (document.type === 'assignments')
    checkTemplate(state, document.head['pageKind'] as PageKind, values['template'] as string);
  const shared = kind !== undefined && kindName(kind) === SHARED_SECTION ? values['shared'] : undefined;
  if (typeof shared === 'string' && shared !== '' && !state.get(keys.shared(shared)))
    throw new Problem('no-such-document', `There is no shared section “${shared}”.`, {
      place: 'values.shared',
      remedy: 'List the documents to see which there are, or share a section first.',
    });
}

function checkPointer({ type, head }: DraftDocument, path: string, state: State): void {
  const value = head[path];
  if (value === undefined) return;
  if (type === 'assignments' && (path === 'standard' || path.startsWith('pages.'))) {
    const kind = head['pageKind'] as PageKind;
    if (path !== 'standard') checkPageOfKind(path.slice('pages.'.length), kind);
    checkTemplate(state, kind, value as string);
  }
  if (type === 'template' && path.startsWith('around.') && value !== 'none') {
    const region = path.slice('around.'.length) as PlaceAround;
    if (!state.get(keys.arrangement(region, value as string)))
      throw new Problem(
        'no-such-document',
        `There is no arrangement “${String(value)}” of the ${aroundInWords(region)}.`,
        {
          place: 'value',
          remedy: region === 'side' ? 'Create it first.' : 'Create it first, or say “none” to leave the region out.',
        },
      );
  }
}

/** @throws Problem `ends-first` */
function checkDates({ from, until }: Values, part: string, what: string): void {
  if (from && until && String(until) <= String(from))
    throw new Problem('ends-first', `${what} would end before it starts.`, {
      place: `${part}.until`,
      remedy: 'Choose a later end or an earlier start, or leave one of them empty.',
    });
}

function checkTarget({ head }: DraftDocument): void {
  const kind = head['target.pageKind'] as PageKind | undefined;
  if (head['target.page'] !== undefined) {
    parsePage(head['target.page'] as string);
    if (kind !== undefined || head['target.when'])
      throw new Problem('bad-value', 'An addition is for one page or for a kind of pages, not both.', {
        place: 'target',
        remedy: 'Remove one of them.',
      });
  } else if (kind === undefined)
    throw new Problem('bad-value', 'An addition must say which pages it is for.', {
      place: 'target',
      remedy: 'Name a page, or a page kind with or without a rule.',
    });
  else if (head['target.when']) checkRule(head['target.when'] as Rule, kind);
}

function checkPaths(key: DocumentKey, document: DraftDocument, state: State, changed: readonly string[]): void {
  if (document.type !== 'paths' && document.type !== 'content') return;
  const draft = state.get(keys.paths);
  const paths = draft && (closeDocument(draft) as PathsDocument);
  const patterns = checkPatterns(paths);
  const pages = contentPlaces(state, (one) => state.get(one)?.head);
  checkContentPaths(pages, patterns, document.type === 'content' ? new Set([codeOf(key)]) : undefined);
  if (document.type !== 'paths' || !paths) return;
  for (const field of changed)
    if (field.startsWith(REDIRECTS)) checkRedirect(field.slice(REDIRECTS.length), paths, pages);
}
const REDIRECTS = 'redirects.';

/** The content pages of a state. @param valuesOf the head of a document, or a published document itself */
export function contentPlaces(
  state: { keys(): Iterable<DocumentKey> },
  valuesOf: (key: DocumentKey) => unknown,
): ContentPlace[] {
  const found: ContentPlace[] = [];
  for (const key of state.keys()) {
    const values = key.startsWith('content/') ? (valuesOf(key) as Partial<ContentPlace> | undefined) : undefined;
    if (values) found.push({ code: codeOf(key), title: String(values.title), slug: String(values.slug) });
  }
  return found;
}

/** @throws Problem unless the page is of the kind */
export function checkPageOfKind(page: string, kind: PageKind): void {
  const found = parsePage(page).kind;
  if (found === kind && PAGE_KINDS[kind].subject !== null) return;
  throw new Problem('bad-page-code', `“${page}” is not a ${kind} page that can have a template of its own.`, {
    place: 'field',
    remedy: `Write it as ${kind}:CODE, or assign the standard.`,
  });
}

/** @throws Problem unless the template exists and is for pages of the kind */
export function checkTemplate(draft: Pick<Draft, 'get'>, kind: PageKind, code: string): void {
  const template = draft.get(keys.template(code));
  if (!template)
    throw new Problem('no-such-template', `There is no template “${code}”.`, {
      place: 'template',
      remedy: 'List the templates to see their codes.',
    });
  const own = template.head['pageKind'] as PageKind;
  if (own === kind) return;
  throw new Problem(
    'wrong-page-kind',
    `“${String(template.head['name'])}” is a template for ${kindInWords(own)} pages, not for ${kindInWords(kind)} pages.`,
    { place: 'template', remedy: `Choose a template for ${kindInWords(kind)} pages, or copy one.` },
  );
}
