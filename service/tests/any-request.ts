/** Any request the set of requests allows, made for a design as it is: values that fit their fields, resets, removals. */
import {
  CREATABLE,
  DOCUMENT_TYPES,
  headField,
  isSection,
  openDocument,
  type DraftDocument,
  type DraftNode,
  type EditRequest,
} from '@parlour/core/design';
import { keys as keysOf, REGIONS, type Document, type DocumentKey } from '@parlour/core/documents';
import { BINDINGS, type Field, type Fields } from '@parlour/core/fields';
import { FRAME } from '@parlour/core/kinds';
import { pageKinds, RULE_FACTS, type PageKind } from '@parlour/core/pages';
import { SHIPPED_KINDS } from '@parlour/core/sections';
import { READY_PAGES, startersFor } from '@parlour/core/starters';
import type { Chance } from './random.js';

/** What there is to point at. */
export interface World {
  readonly documents: ReadonlyMap<DocumentKey, Document>;
  readonly pages: readonly string[];
  readonly pictures: readonly string[];
}

const TEXTS = ['', 'Wind', '💨'.repeat(40), 'a'.repeat(80), '<b>&"', 'word'.repeat(20), 'Ternhythe\tat\nsea', 'ß ﬁ İ'];
const PROSE = [
  '',
  '<p>Wind <em>and</em> sea</p>',
  '<p>a<wbr data-break>b</p>',
  '<ul><li>a<wbr data-break></li><li>b</li></ul>',
  `<p>${'<strong>x</strong>'.repeat(50)}</p>`,
];
const INSTANTS = ['', '2026-01-01T00:00Z', '2026-11-27T08:00:00.5Z', '2099-12-31T23:59:59Z'];

/** A request, or null where there is nothing of the sort to ask for. */
export function anyRequest(chance: Chance, world: World): EditRequest | null {
  const opened = new Map([...world.documents].map(([key, document]) => [key, openDocument(document)]));
  const keys = [...opened.keys()];
  const codes = (start: string): string[] =>
    keys.filter((key) => key.startsWith(start)).map((key) => key.slice(key.lastIndexOf('/') + 1));

  const page = (): string => chance.pick([...world.pages, 'cart', 'home', 'product:NONE']);
  const ruleFor = (kind: PageKind): unknown => {
    const facts = Object.entries(RULE_FACTS[kind] ?? {});
    if (facts.length === 0) return null;
    const condition = () => {
      const [fact, { type }] = chance.pick(facts);
      const value = { text: 'Skerry Lines', number: 3, price: 50, date: '2026-06-01', toggle: true }[type];
      const is = type === 'text' ? chance.pick(['is', 'is not', 'starts with']) : type === 'toggle' ? 'is' : '>=';
      return { fact, is, value };
    };
    return { match: chance.pick(['all', 'any']), conditions: Array.from({ length: 1 + chance.below(3) }, condition) };
  };
  const value = (field: Field, kind: PageKind): unknown => {
    if (chance.is(0.08))
      return { bind: chance.pick([...Object.keys(BINDINGS), 'attribute.most']), fallback: field.default };
    switch (field.type) {
      case 'text':
        return chance.pick([
          ...TEXTS.map((text) => text.slice(0, field.max).toWellFormed()),
          'extra',
          'open-place:extra',
          'below',
        ]);
      case 'prose':
        return chance.pick(PROSE);
      case 'choice':
        return chance.pick(Object.keys(field.choices));
      case 'font':
        return chance.pick(Object.keys(field.fonts));
      case 'number':
        return chance.pick([field.min, field.max, field.default]);
      case 'toggle':
        return chance.is(0.5);
      case 'colour':
        return chance.pick(['#000000', '#ffffff']);
      case 'length':
        return `12${field.units[0] ?? 'px'}`;
      case 'date-time':
        return chance.pick(INSTANTS);
      case 'code':
        return '<p>x</p>';
      case 'picture':
        return chance.is(0.3)
          ? null
          : { picture: chance.pick(world.pictures), alt: chance.pick(TEXTS).slice(0, 80).toWellFormed() };
      case 'link':
        return chance.pick([null, { to: page() }, { url: '/about' }, { url: 'https://wind.example', window: 'new' }]);
      case 'reference':
        return chance.pick(field.to === 'page' ? [page(), ''] : [...codes(`${field.to}/`), 'no-such', '']);
      case 'source':
        return chance.pick([
          { from: 'newest' },
          { from: 'reduced' },
          { from: 'this-collection' },
          { from: 'same-brand' },
          { from: 'goes-with' },
          { from: 'found' },
          { from: 'chosen', products: ['K-001', 'K-002'] },
        ]);
      case 'rule':
        return chance.is(0.2) ? null : ruleFor(kind);
      case 'words':
        return chance.pick([[], ['sea', 'wind']]);
      case 'entries':
        return [];
    }
  };
  const values = (fields: Fields, kind: PageKind, share: number): Record<string, unknown> =>
    Object.fromEntries(
      Object.entries(fields).flatMap(([name, field]) =>
        field.type !== 'entries' && (field.required || chance.is(share)) ? [[name, value(field, kind)]] : [],
      ),
    );
  const kindOf = ({ head }: DraftDocument): PageKind =>
    (head['pageKind'] ?? head['target.pageKind'] ?? 'product') as PageKind;
  const withNodes = keys.filter((key) => Object.keys(opened.get(key)?.nodes ?? {}).length > 0);
  const node = (): { key: DocumentKey; document: DraftDocument; node: DraftNode } | null => {
    if (withNodes.length === 0) return null;
    const key = chance.pick(withNodes);
    const document = opened.get(key) as DraftDocument;
    return { key, document, node: chance.pick(Object.values(document.nodes)) };
  };
  const place = ({ nodes }: DraftDocument): object => {
    const columns = Object.values(nodes).filter((one) => isSection(one) && SHIPPED_KINDS.find(one.kind)?.slots);
    const into = columns.length && chance.is(0.4) ? chance.pick(columns) : null;
    return into ? { in: into.id, at: chance.pick(['one', 'two', 'three']) } : {};
  };
  const fieldsOf = (document: DraftDocument, one: DraftNode): Fields =>
    isSection(one)
      ? (SHIPPED_KINDS.find(one.kind)?.fields ?? {})
      : (Object.values(DOCUMENT_TYPES[document.type].lists ?? {})[0]?.fields ?? {});

  const makers: (() => object | null)[] = [
    function insert() {
      const key = chance.pick(keys);
      const document = opened.get(key) as DraftDocument;
      const list = Object.entries(DOCUMENT_TYPES[document.type].lists ?? {})[0];
      if (list)
        return {
          type: 'insert',
          document: key,
          place: { at: list[0] },
          values: values(list[1].fields, kindOf(document), 0.5),
        };
      const kind = chance.pick(SHIPPED_KINDS.all);
      return {
        type: 'insert',
        document: key,
        kind: kind.name,
        place: place(document),
        values: values(kind.fields, kindOf(document), 0.4),
        frame: values(FRAME, 'home', 0.15),
      };
    },
    function set() {
      const found = node();
      if (!found) return null;
      const { key, document, node: one } = found;
      const part = isSection(one) && chance.is(0.25) ? 'frame' : 'values';
      const [name, field] = chance.pick(Object.entries(part === 'frame' ? FRAME : fieldsOf(document, one))) ?? [];
      if (name === undefined || field === undefined) return null;
      const suffix = chance.is(0.1) ? chance.pick(['@phone', '@tablet', '@de']) : '';
      const was = one[part]?.[`${name}${suffix}`];
      return {
        type: 'set',
        document: key,
        node: one.id,
        field: `${part}.${name}${suffix}`,
        ...(was === undefined ? {} : { was }),
        ...(chance.is(0.35) ? {} : { value: value(field, kindOf(document)) }),
      };
    },
    function setHead() {
      const key = chance.pick([...keys, 'paths', 'paths']);
      const document: Pick<DraftDocument, 'type' | 'head'> = opened.get(key) ?? { type: 'paths', head: {} };
      const groups = [
        'layout.width',
        'layout.side',
        'layout.boxed',
        'around.header',
        'look.gap',
        'values.gap',
        'target.page',
        'target.pageKind',
        'target.when',
        'standard',
        `pages.${page()}`,
        `each.${chance.pick(Object.keys(document.type === 'template' ? (opened.get(key)?.nodes ?? { a: 0 }) : { a: 0 }))}.text`,
        'patterns.product',
        'patterns.cart',
        'patterns.content',
        'redirects./old',
        'home',
      ];
      const path = chance.pick([...Object.keys(DOCUMENT_TYPES[document.type].fields), ...groups]);
      const field = headField(document.type, path);
      if (!field) return null;
      const was = document.head[path];
      const made = path.startsWith('patterns.')
        ? chance.pick(['/kites/{slug}', '/a/b/{slug}', '/basket', '/item/{slug}'])
        : value(field, kindOf(document as DraftDocument));
      return {
        type: 'set',
        document: key,
        field: path,
        ...(was === undefined ? {} : { was }),
        ...(chance.is(0.35) ? {} : { value: made }),
      };
    },
    () => {
      const found = node();
      return found && { type: chance.pick(['remove', 'copy', 'unshare']), document: found.key, node: found.node.id };
    },
    () => {
      const found = node();
      if (!found) return null;
      const into = chance.is(0.3) ? chance.pick(keys) : found.key;
      return {
        type: chance.pick(['move', 'copy']),
        document: found.key,
        node: found.node.id,
        into,
        place: place(opened.get(into) as DraftDocument),
      };
    },
    () => {
      const found = node();
      return found && { type: 'share', document: found.key, node: found.node.id, name: 'Shared' };
    },
    function create() {
      const what = chance.pick(CREATABLE);
      const [from] = chance.is(0.4) ? codes(what === 'arrangement' ? 'around/header/' : `${what}/`) : [];
      const starter =
        from !== undefined
          ? undefined
          : what === 'template'
            ? chance.pick(pageKinds().flatMap(startersFor)).code
            : what === 'content'
              ? chance.pick(READY_PAGES).code
              : undefined;
      return {
        type: 'create',
        what,
        name: chance.pick(['Note', 'Kites', 'About us']),
        ...(from === undefined ? {} : { copyOf: from, ...(chance.is(0.3) && { clean: true }) }),
        ...(starter === undefined ? {} : { starter }),
        ...(what === 'arrangement' ? { region: from === undefined ? chance.pick(REGIONS) : 'header' } : {}),
        ...(what === 'addition' && from === undefined
          ? {
              head: {
                place: chance.pick(['open-place:extra', 'above', 'below', 'header']),
                'target.pageKind': chance.pick(['product', 'home', 'content']),
              },
            }
          : {}),
      };
    },
    function own() {
      const found = node();
      if (!found) return null;
      const { key, document, node: one } = found;
      const kind = document.type === 'template' ? kindOf(document) : null;
      const fitting = [...world.pages, 'cart', 'home'].filter((code) => kind === null || code.split(':')[0] === kind);
      if (fitting.length === 0) return null;
      const on = chance.pick(fitting);
      const had = opened.get(keysOf.own(on))?.nodes[one.id];
      const part = chance.is(0.25) ? 'frame' : 'values';
      const [name, field] = chance.pick(Object.entries(part === 'frame' ? FRAME : fieldsOf(document, one))) ?? [];
      if (name === undefined || field === undefined) return null;
      if (field.type === 'entries')
        return { type: 'own-list', page: on, document: key, node: one.id, list: name, empty: chance.is(0.5) };
      const was = had?.[part]?.[name];
      return {
        type: 'own',
        page: on,
        document: key,
        node: one.id,
        field: `${part}.${name}`,
        ...(was === undefined ? {} : { was }),
        ...(chance.is(0.2) ? {} : { value: value(field, kindOf(document)) }),
      };
    },
    function ownReset() {
      const having = keys.filter((key) => key.startsWith('own/'));
      if (having.length === 0) return null;
      const key = chance.pick(having);
      const ids = Object.keys(opened.get(key)?.nodes ?? {});
      return {
        type: 'own-reset',
        page: key.slice('own/'.length).replace('/', ':'),
        ...(ids.length > 0 && chance.is(0.6) ? { node: chance.pick(ids) } : {}),
      };
    },
    () => ({
      type: 'discard',
      document: chance.pick(keys),
      ...(chance.is(0.3) ? { instead: chance.pick(codes('template/')) } : {}),
    }),
    () => ({
      type: 'tokens',
      tokens: {
        colour: { [chance.pick(['accentColour', 'titleColour', 'nothing'])]: { $type: 'color', $value: '#224466' } },
      },
    }),
    () => ({ type: 'assign', pages: [page()], template: chance.is(0.2) ? null : chance.pick(codes('template/')) }),
  ];
  return chance.pick(makers)() as EditRequest | null;
}
