/** Create: a new document, from nothing, from a starter or as a copy with content of its own. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../shapes.js';
import { checkKeyed, normalValue } from '../../fields/value.js';
import { Problem } from '../../problem.js';
import { isPageKind, pageKinds, type PageCode } from '../../pages/page.js';
import { contentPlaces, takenBy } from '../../documents/path-sense.js';
import { pathOf, patternsOf } from '../../documents/paths.js';
import { capitalised } from '../../words.js';
import { DOCUMENT_TYPES, headField, nameOf } from '../document-types.js';
import {
  FORMAT,
  keys,
  PLACES_AROUND,
  type Document,
  type DocumentKey,
  type Values,
  type NodeId,
} from '../../documents/document.js';
import { childrenOf, closeAs, openDocument, subtree, type Draft, type DraftDocument } from '../draft.js';
import { namesLike, needed, noField } from '../edits/common.js';
import { LIMITS } from '../limits.js';
import { readyPage } from '../../starters/ready-pages.js';
import { startersFor, templateFrom } from '../../starters/starters.js';
import { copiesOf, freeCode, typeTag, type RequestType } from './type.js';
import { sure } from '../../sure.js';
import { type PutEdit } from '../edits/put.js';

/** The types of documents that can be created by request; the others are always there. */
export const CREATABLE = ['template', 'arrangement', 'shared', 'addition', 'menu', 'content'] as const;
export type Creatable = (typeof CREATABLE)[number];

/**
 * Creates a document: empty, from a starter, or as a copy.
 * @example
 * { type: 'create', what: 'template', name: 'Spares', starter: 'product-words' }
 */
export interface CreateRequest {
  readonly type: 'create';
  readonly what: Creatable;
  /** What it is called; the title of a content page. */
  readonly name: string;
  /** Made from the name if absent. */
  readonly code?: string;
  /** The code of one of the same sort to copy. */
  readonly copyOf?: string;
  /**
   * For a copy of a template or an arrangement: true for sections with new ids, so that additions beside them, and what
   * pages have of their own in them, stay with the original. Otherwise they follow.
   */
  readonly clean?: boolean;
  /** The starter of a template, which has the page kind; or a ready-made content page. */
  readonly starter?: string;
  /** Needed for a template that is no copy and has no starter. */
  readonly pageKind?: string;
  /** Needed for an arrangement. */
  readonly region?: string;
  /** Further values by path, such as `layout.width`, `place` or `target.page`. */
  readonly head?: Values;
}

/** See `CreateRequest`. */
export const create: RequestType<CreateRequest> = {
  schema: closed({
    type: typeTag('create'),
    what: yup.string().strict().oneOf(CREATABLE).required(),
    name: plainText(LIMITS.nameLength).required(),
    code: codeText().optional(),
    copyOf: codeText().optional(),
    clean: yup.boolean().strict().optional(),
    starter: codeText().optional(),
    pageKind: plainText(40).optional(),
    region: yup.string().strict().oneOf(PLACES_AROUND).optional(),
    head: yup
      .object()
      .strict()
      .meta({ json: { type: 'object', additionalProperties: true } })
      .optional(),
  }),
  resolve(request, draft, { newId }) {
    const keyFor = (code: string): DocumentKey => keyOf(request, code);
    const code = request.code ?? freeCode(request.name, (one) => draft.get(keyFor(one)) !== undefined);
    const key = keyFor(code);
    if (draft.get(key))
      throw new Problem('already-there', `There is already a “${key}”.`, {
        place: 'code',
        remedy: 'Choose another code, or leave it out.',
      });
    checkCount(request.what, draft);
    const made = madeBy(request, (from) => originalIn(draft, request, keyFor(from)), newId);
    const named = request.what === 'content' ? withSlug(made, code, draft) : made;
    const value = withHead(named, request.head ?? {});
    return { edits: [{ type: 'put', document: key, value, was: null }, ...ownOfCopy(request, code, draft)] };
  },
};

/** A copy of a content page has what the page has of its own. */
function ownOfCopy({ what, copyOf }: CreateRequest, code: string, draft: Draft): PutEdit[] {
  const original = what === 'content' && copyOf !== undefined ? draft.get(keys.own(`content:${copyOf}`)) : undefined;
  if (!original) return [];
  const page: PageCode = `content:${code}`;
  const value = { ...original, head: { ...original.head, page } };
  return [{ type: 'put', document: keys.own(page), value, was: null }];
}

function keyOf({ what, region }: CreateRequest, code: string): DocumentKey {
  if (what !== 'arrangement') return keys[what](code);
  if (region === undefined)
    throw new Problem('bad-input', 'An arrangement needs a region.', {
      place: 'region',
      remedy: `Name one of: ${PLACES_AROUND.join(', ')}.`,
    });
  return `around/${region}/${code}`;
}

function checkCount(what: Creatable, draft: Draft): void {
  let count = 0;
  // By how keys of a type begin: a unit may create hundreds, and each looks at all keys.
  const start = what === 'arrangement' ? 'around/' : `${what}/`;
  for (const key of draft.keys()) if (key.startsWith(start)) count++;
  if (count >= LIMITS.documentsOfType)
    throw new Problem('limit-reached', `A design holds at most ${LIMITS.documentsOfType} documents of one type.`, {
      place: 'what',
      remedy: 'Remove some that are not used.',
    });
}

function madeBy(
  request: CreateRequest,
  originalOf: (code: string) => DraftDocument,
  newId: () => string,
): DraftDocument {
  if (request.starter !== undefined) {
    return copied(request, openDocument(startedFrom(request)), newId);
  }
  if (request.copyOf === undefined) return empty(request);
  const original = originalOf(request.copyOf);
  checkPageKind(request, original.head['pageKind'], capitalised(nameOf(original)));
  return copied(request, original, newId);
}

function checkPageKind({ pageKind }: CreateRequest, has: unknown, called: string): void {
  if (pageKind !== undefined && pageKind !== has)
    throw new Problem('wrong-page-kind', `${called} is for ${String(has)} pages.`, {
      place: 'pageKind',
      remedy: `Leave the page kind out, or choose one for ${pageKind} pages.`,
    });
}

function empty(request: CreateRequest): DraftDocument {
  const { what, name, region, pageKind = '' } = request;
  if (what === 'template' && !isPageKind(pageKind))
    throw new Problem(
      'no-such-page-kind',
      pageKind ? `There is no page kind “${pageKind}”.` : 'A new template needs a page kind.',
      { place: 'pageKind', remedy: `Use one of: ${pageKinds().join(', ')}; or name a starter, or a template to copy.` },
    );
  const head: Values = {
    ...(what === 'content' ? { title: name } : { name }),
    ...(what === 'template' ? { pageKind, 'layout.width': 'standard' } : {}),
    ...(what === 'arrangement' ? { region } : {}),
  };
  return { format: FORMAT, type: what, head, nodes: {} };
}

function originalIn(draft: Draft, { what }: CreateRequest, from: DocumentKey): DraftDocument {
  const original = draft.get(from);
  if (original) return original;
  throw new Problem(what === 'template' ? 'no-such-template' : 'no-such-document', `There is no “${from}” to copy.`, {
    place: 'copyOf',
    remedy: namesLike(from, draft),
  });
}

function startedFrom(request: CreateRequest): Document {
  const { what, starter: code = '', copyOf, name } = request;
  const template = pageKinds()
    .flatMap(startersFor)
    .find((one) => what === 'template' && one.code === code);
  const page = what === 'content' ? readyPage(code) : undefined;
  if (!template && !page)
    throw new Problem('no-such-starter', `There is no starter “${code}” of this sort.`, {
      place: 'starter',
      remedy: 'List the starters to see their codes.',
    });
  if (copyOf !== undefined)
    throw new Problem('bad-input', 'Begin with a starter or with a copy, not with both.', {
      place: 'starter',
      remedy: 'Leave out one of the two.',
    });
  if (page) return page;
  const starter = sure(template);
  checkPageKind(request, starter.pageKind, `The starter “${starter.name}”`);
  return templateFrom(starter, name);
}

/** No page has two of them, so what hangs on the ids of their sections is never said twice. */
const KEEPING_IDS: ReadonlySet<Creatable> = new Set(['template', 'arrangement']);

/** A copy; two documents never share content by accident. */
function copied(request: CreateRequest, original: DraftDocument, newId: () => string): DraftDocument {
  const head = { ...original.head, ...(request.what === 'content' ? { title: request.name } : { name: request.name }) };
  if (request.copyOf !== undefined && !request.clean && KEEPING_IDS.has(request.what)) return { ...original, head };
  const roots = [...childrenOf(original, null)].sort((a, b) => (a.id < b.id ? -1 : 1));
  const originals = roots.flatMap((root) => subtree(original, root.id));
  const copies = roots.flatMap((root) => copiesOf(subtree(original, root.id), root, newId));
  const ids = new Map(originals.map(({ id }, i) => [id, sure(copies[i]).id]));
  return {
    ...original,
    head: Object.fromEntries(Object.entries(head).map(([path, value]) => [renamed(path, ids), value])),
    nodes: Object.fromEntries(copies.map((copy) => [copy.id, copy])),
  };
}

/** Which fields each page has of its own is said by the ids of sections. */
function renamed(path: string, ids: ReadonlyMap<NodeId, NodeId>): string {
  const [, section, field] = /^each\.(.+)\.([^.]+)$/.exec(path) ?? [];
  return section === undefined || field === undefined ? path : `each.${ids.get(section) ?? section}.${field}`;
}

function withHead(document: DraftDocument, head: Values): DraftDocument {
  const { fixed = [], fields } = DOCUMENT_TYPES[document.type];
  const whole: Record<string, unknown> = { ...document.head };
  for (const [path, value] of Object.entries(head)) {
    const field = headField(document.type, path);
    if (!field || fixed.includes(path)) throw noField(path, Object.keys(fields), nameOf(document));
    whole[path] = normalValue(field, value);
    checkKeyed(field, path, whole[path]);
  }
  for (const [path, field] of Object.entries(fields))
    if (field.required && whole[path] === undefined) throw needed(field, `head.${path}`);
  return { ...document, head: whole };
}

/** A content page at a path made from its code that nothing else is at. */
function withSlug(document: DraftDocument, code: string, draft: Draft): DraftDocument {
  const paths = draft.get(keys.paths);
  const patterns = patternsOf(paths && closeAs('paths', paths));
  const taken = new Set(contentPlaces(draft, (key) => draft.get(key)?.head).map((one) => one.slug));
  const isTaken = (slug: string): boolean =>
    taken.has(slug) || takenBy(pathOf(patterns, 'content', slug), patterns, []) !== null;
  const base =
    code
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'page';
  let slug = base;
  for (let n = 2; isTaken(slug); n++) slug = `${base}-${n}`;
  return { ...document, head: { ...document.head, slug } };
}
