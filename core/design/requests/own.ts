/** Own: what belongs to one page alone. Its values and lists lie over those of the sections that the page shows. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../shapes.js';
import { kindName, kindRef, type KindDescriptions } from '../../kinds/kind.js';
import { inWords } from '../../fields/in-words.js';
import { pageInWords, PLAIN } from '../../fields/telling.js';
import { LIMITS } from '../limits.js';
import { set } from './set.js';
import { suffixInWords, type SetEdit } from '../edits/set.js';
import { keys, type DocumentKey, type NodeId } from '../../documents/document.js';
import { headValue } from '../../documents/heads.js';
import { parsePage, type PageCode } from '../../pages/page.js';
import { Problem } from '../../problem.js';
import { capitalised, counted } from '../../words.js';
import { sure } from '../../sure.js';
import {
  isSection,
  nodeAt,
  orderFor,
  siblingsIn,
  subtree,
  type Draft,
  type DraftDocument,
  type DraftNode,
} from '../draft.js';
import {
  documentIn,
  fieldsOfNode,
  findKind,
  isSame,
  nodeField,
  nodeIn,
  noField,
  sectionName,
  stale,
} from '../edits/common.js';
import type { Edit } from '../edits/edit.js';
import { copiesOf, documentKeySchema, typeTag, type RequestType } from './type.js';

/** The section that something is said for on one page. */
interface OnPage {
  readonly page: PageCode;
  /** The document that the section stands in: the template, an arrangement, an addition, a shared section. */
  readonly document: DocumentKey;
  readonly node: NodeId;
}

const onPage = () => ({
  page: plainText(120).required(),
  document: documentKeySchema(),
  node: codeText().required(),
});

/**
 * Sets a value of a section for one page alone; without a value the page shows what its template has again.
 * @example
 * { type: 'own', page: 'product:K-014', document: 'template/product', node: 'p-note', field: 'values.text', value: 'Two left.' }
 */
export interface OwnRequest extends OnPage {
  readonly type: 'own';
  /** `values.KEY` or `frame.KEY`, as of a set edit. */
  readonly field: string;
  readonly value?: unknown;
  /** What the page had of its own; absent if nothing. If it is stale the edit is refused. */
  readonly was?: unknown;
}

/** See `OwnRequest`. */
export const own: RequestType<OwnRequest> = {
  schema: closed({
    type: typeTag('own'),
    ...onPage(),
    field: plainText(240).required(),
    value: yup.mixed().nullable().optional(),
    was: yup.mixed().nullable().optional(),
  }),
  resolve(request, draft, tools) {
    const { page, document, node, field, value, was } = request;
    const section = sectionFor(request, draft);
    const declared = nodeField(documentIn(draft, document), section, field, tools.kinds);
    const called = `${declared.label}${suffixInWords(field)} of ${sectionName(section, tools.kinds)}`;
    const where = pageInWords(page, tools.telling ?? PLAIN);
    const holder = holderFor(page, section, draft, tools.kinds);
    const edit: SetEdit = {
      type: 'set',
      document: holder.key,
      node,
      field,
      ...(value === undefined ? {} : { value }),
      ...(was === undefined ? {} : { was }),
    };
    if (value !== undefined || !holder.has) {
      const edits = holder.has ? set.resolve(edit, draft, tools).edits : [holder.made, edit];
      return { edits, sentence: `${called} is ${inWords(declared, value, tools.telling)} on ${where} alone.` };
    }
    const sentence = `${called} is on ${where} as on other pages again.`;
    const [only, ...others] = valuesOf(holder.has);
    if (others.length > 0 || only?.[0] !== field || wholeLists(holder.document, node).length > 0)
      return { ...set.resolve(edit, draft, tools), sentence };
    // It is the last thing the page has of its own in the section.
    if (!isSame(only[1], was)) throw stale(called, inWords(declared, only[1], tools.telling));
    return { edits: [{ type: 'remove', document: holder.key, nodes: subtree(holder.document, node) }], sentence };
  },
};

/**
 * Makes a list of a section the page's own: it begins with copies of the entries that the page shows now.
 * @example
 * { type: 'own-list', page: 'content:quay', document: 'template/pictures', node: 'c-gallery', list: 'pictures' }
 */
export interface OwnListRequest extends OnPage {
  readonly type: 'own-list';
  readonly list: string;
  /** True to begin with nothing in it. */
  readonly empty?: boolean;
}

/** See `OwnListRequest`. */
export const ownList: RequestType<OwnListRequest> = {
  schema: closed({
    type: typeTag('own-list'),
    ...onPage(),
    list: plainText(80).required(),
    empty: yup.boolean().strict().optional(),
  }),
  resolve({ page, document: from, node, list, empty = false }, draft, { kinds, newId, telling = PLAIN }) {
    const original = documentIn(draft, from);
    const section = sectionFor({ page, document: from, node }, draft);
    checkList(original, section, list, kinds);
    const holder = holderFor(page, section, draft, kinds);
    if (wholeLists(holder.document, node).includes(list))
      throw new Problem('already-there', `The page ${page} has this list of its own already.`, {
        place: 'list',
        remedy: 'Change its entries.',
      });
    const entries = empty ? [] : siblingsIn(original, { in: node, at: list });
    return {
      edits: [
        ...(holder.has ? [] : [holder.made]),
        { type: 'set', document: holder.key, field: `whole.${node}.${list}`, value: true },
        ...entries.map((entry): Edit => {
          const nodes = copiesOf(subtree(original, entry.id), entry, newId);
          return { type: 'insert', document: holder.key, nodes };
        }),
      ],
      sentence: `${capitalised(pageInWords(page, telling))} has ${sectionName(section, kinds)} with a list of its own, with ${counted(entries.length, 'entry', 'entries')} to begin with.`,
    };
  },
};

function checkList(document: DraftDocument, section: DraftNode, list: string, kinds: KindDescriptions): void {
  const fields = Object.entries(fieldsOfNode(document, section, kinds) ?? {});
  const lists = fields.flatMap(([name, { type }]) => (type === 'entries' ? [name] : []));
  if (!lists.includes(list)) throw noField(list, lists, `a ${kindName(sure(section.kind))}`);
}

/**
 * Takes back what a page has of its own: all of it, of one section, or one list or field of that. What is left shows
 * what the template has.
 * @example
 * { type: 'own-reset', page: 'content:quay', node: 'c-gallery', field: 'pictures' }
 */
export interface OwnResetRequest {
  readonly type: 'own-reset';
  readonly page: PageCode;
  readonly node?: NodeId;
  /** `values.NAME` or `frame.NAME`, for every device and language; or the name of a list. */
  readonly field?: string;
}

/** See `OwnResetRequest`. */
export const ownReset: RequestType<OwnResetRequest> = {
  schema: closed({
    type: typeTag('own-reset'),
    page: plainText(120).required(),
    node: codeText().optional(),
    field: plainText(240).optional(),
  }),
  resolve({ page, node, field }, draft, { kinds, telling = PLAIN }) {
    parsePage(page);
    const where = capitalised(pageInWords(page, telling));
    const key = keys.own(page);
    const document = draft.get(key);
    if (!document)
      throw new Problem('no-such-document', `${where} has nothing of its own.`, {
        place: 'page',
        remedy: 'There is nothing to take back.',
      });
    if (node === undefined)
      return {
        edits: [{ type: 'put', document: key, value: null, was: document }],
        sentence: `${where} has nothing of its own any more.`,
      };
    const holder = nodeIn(document, node);
    if (field === undefined)
      return {
        edits: [...unwhole(key, document, node), { type: 'remove', document: key, nodes: subtree(document, node) }],
        sentence: `${where} has nothing of its own any more in ${sectionName(holder, kinds)}.`,
      };
    return { edits: resetField(key, document, holder, field) };
  },
};

/** The edits that take one list or field of a section back, and the section with it if nothing else is left. */
function resetField(key: DocumentKey, document: DraftDocument, holder: DraftNode, field: string): Edit[] {
  if (wholeLists(document, holder.id).includes(field)) {
    const isAll = wholeLists(document, holder.id).length === 1 && valuesOf(holder).length === 0;
    if (isAll)
      return [
        ...unwhole(key, document, holder.id),
        { type: 'remove', document: key, nodes: subtree(document, holder.id) },
      ];
    return [
      ...unwhole(key, document, holder.id, field),
      ...siblingsIn(document, { in: holder.id, at: field }).map((entry): Edit => ({
        type: 'remove',
        document: key,
        nodes: subtree(document, entry.id),
      })),
    ];
  }
  const going = valuesOf(holder).filter(([path]) => path === field || path.startsWith(`${field}@`));
  if (going.length === 0)
    throw noField(
      field,
      valuesOf(holder).map(([path]) => path),
      'what the page has of its own',
    );
  if (going.length === valuesOf(holder).length && wholeLists(document, holder.id).length === 0)
    return [{ type: 'remove', document: key, nodes: subtree(document, holder.id) }];
  return going.map(([path, was]): Edit => ({ type: 'set', document: key, node: holder.id, field: path, was }));
}

const valuesOf = ({ values, frame = {} }: DraftNode): [path: string, value: unknown][] => [
  ...Object.entries(values).map(([name, value]): [string, unknown] => [`values.${name}`, value]),
  ...Object.entries(frame).map(([name, value]): [string, unknown] => [`frame.${name}`, value]),
];

const WHOLE = 'whole.';

/** The lists of a section that are the page's own. */
const wholeLists = ({ head }: DraftDocument, node: NodeId): string[] =>
  Object.keys(head).flatMap((path) =>
    path.startsWith(`${WHOLE}${node}.`) ? [path.slice(WHOLE.length + node.length + 1)] : [],
  );

const unwhole = (key: DocumentKey, document: DraftDocument, node: NodeId, only?: string): Edit[] =>
  wholeLists(document, node)
    .filter((list) => only === undefined || list === only)
    .map((list) => ({ type: 'set', document: key, field: `${WHOLE}${node}.${list}`, was: true }));

/** The section that is meant. @throws Problem for one that is not there, or a page that cannot be */
function sectionFor({ page, document: key, node }: OnPage, draft: Draft): DraftNode {
  parsePage(page);
  const document = documentIn(draft, key);
  const section = nodeIn(document, node);
  if (document.type === 'own' || !isSection(section))
    throw new Problem(
      'no-such-section',
      `“${node}” in “${key}” is not a section that a page can have values of its own for.`,
      {
        place: 'node',
        remedy: 'Name a section of a template, an arrangement, an addition or a shared section.',
      },
    );
  if (document.type === 'template' && headValue(document.head, 'pageKind') !== parsePage(page).kind)
    throw new Problem(
      'wrong-page-kind',
      `The page ${page} cannot have the template “${String(document.head['name'])}”.`,
      {
        place: 'page',
        remedy: `Name a ${headValue(document.head, 'pageKind')} page, or a section of its own template.`,
      },
    );
  return section;
}

/** @throws Problem `limit-reached` */
function checkRoom(draft: Draft): void {
  let count = 0;
  for (const key of draft.keys()) if (key.startsWith('own/')) count++;
  if (count >= LIMITS.documentsOfType)
    throw new Problem(
      'limit-reached',
      `At most ${LIMITS.documentsOfType.toLocaleString('en')} pages of a design have something of their own.`,
      { place: 'page', remedy: 'Give the pages an attribute, and bind the field to it.' },
    );
}

/** Where what a page has of its own in a section is, or is to be. */
interface Holder {
  readonly key: DocumentKey;
  readonly document: DraftDocument;
  /** Undefined if it has nothing there yet. */
  readonly has: DraftNode | undefined;
  /** The edit that makes room for it. */
  readonly made: Edit;
}

function holderFor(page: PageCode, section: DraftNode, draft: Draft, kinds: KindDescriptions): Holder {
  const key = keys.own(page);
  if (!draft.get(key)) checkRoom(draft);
  const document = documentIn(draft, key);
  const place = { in: null, at: 'main' };
  const node: DraftNode = {
    id: section.id,
    kind: kindRef(findKind(kinds, sure(section.kind))),
    frame: {},
    values: {},
    place,
    order: orderFor(document, place, null),
  };
  return {
    key,
    document,
    has: nodeAt(document, section.id),
    made: { type: 'insert', document: key, nodes: [node] },
  };
}
