/**
 * The types of documents, each declared once: how its key is written, what it is called in sentences, its fields, and
 * where it holds sections or entries. Everything that reads or edits documents asks here.
 */
import { LRUCache } from 'lru-cache';
import type { EntriesField, Field, Fields } from '../fields/field.js';
import {
  choice,
  dateTime,
  entries,
  link,
  number,
  picture,
  prose,
  reference,
  rule,
  text,
  toggle,
  words,
} from '../fields/make.js';
import { pageInWords, type Telling } from '../fields/telling.js';
import { isTranslatable, splitKey } from '../fields/value.js';
import { capitalised } from '../words.js';
import { isPageKind, kindInWords, PAGE_KINDS, pageKinds, type PageKind } from '../pages/page.js';
import { normalPath } from '../documents/paths.js';
import { wordField } from '../documents/own-words.js';
import { GROUND } from '../kinds/frame.js';
import { GROUNDWORKS } from '../groundworks/shipped.js';
import { LOOK_FIELDS } from '../look/settings.js';
import {
  FORMAT,
  aroundInWords,
  PLACES_AROUND,
  REGIONS,
  type DocumentKey,
  type DocumentTypeName,
  type Values,
  WIDTH_TITLES,
} from '../documents/document.js';
import type { DraftDocument } from './draft.js';
import { LIMITS } from './limits.js';
import { isOneOf } from '../one-of.js';
import { sure, entriesOf, recordOf } from '../sure.js';
import { headValue } from '../documents/heads.js';

/** What a sentence about a head value may need. */
interface HeadTelling extends Telling {
  nameOf(key: DocumentKey): string;
}

/** What a type of documents is; see `DOCUMENT_TYPES`. */
export interface DocumentType {
  /** How its keys are written; the last group is the code. */
  readonly key: RegExp;
  /** What a document of the type is called inside a sentence. */
  called(head: Values): string;
  /** Head values that are part of what the document is and never change. */
  readonly fixed?: readonly string[];
  readonly fields: Fields;
  /** Groups of the head, `GROUP.KEY`: the field of a key, or null if there is no such key. */
  readonly groups?: Readonly<Record<string, (key: string) => Field | null>>;
  /** The one form of a head field whose name people write, such as the path that a redirect begins at. */
  normalName?(field: string): string;
  /** The areas it holds sections in. */
  areas?(head: Values): readonly string[];
  readonly lists?: Readonly<Record<string, EntriesField>>;
  /** The document as it is while nothing was ever set; absent for those that must be made. */
  implied?(key: DocumentKey): Values;
  /** A sentence about one head value, where “Set FIELD to VALUE” would say less. */
  says?(path: string, value: unknown, head: Values, about: HeadTelling): string | null;
}

const NAME = text('Name', 'What the team calls it.', { max: 80, required: true, plain: true });
const DOCUMENT_CODE = '[A-Za-z0-9][A-Za-z0-9_.-]{0,79}';
const named =
  (what: string) =>
  (head: Values): string =>
    `the ${what} “${String(head['name'])}”`;
const oneArea = (): readonly string[] => ['main'];
const keyed = (start: string): RegExp => new RegExp(`^${start}/(${DOCUMENT_CODE})$`);
const fieldIn =
  (fields: Fields) =>
  (key: string): Field | null =>
    Object.hasOwn(fields, key) ? sure(fields[key]) : null;

const LAYOUT: Fields = {
  width: choice(
    'Width of the content',
    'Sections follow it unless their own frame says otherwise.',
    WIDTH_TITLES,
    'standard',
    { required: true },
  ),
  side: choice(
    'Side area',
    'On which side the side area is. What is in it belongs to this template, besides a shared one that it may choose.',
    { none: 'None', start: 'At the start', end: 'At the end' },
    'none',
  ),
  boxed: toggle('Boxed', 'Shows the content as a sheet on the background.'),
};

/** A field or list of a section, as `SECTION.FIELD`. */
const SECTION_PART = new RegExp(`^${DOCUMENT_CODE}\\.[a-z][A-Za-z0-9]*$`);
const EACH = toggle('Each page has its own', 'What the template has there is an example.');
const WHOLE = toggle('List of its own', 'The page has this list of its own, also where it is empty.');

const ASSIGNED = reference('Template', 'The template a page uses.', 'template');
const PAGE = new RegExp(`^(${pageKinds().join('|')})(:${DOCUMENT_CODE})?$`);

/** Where an addition can go: a region, an open place by its name, or right before or after a section by its id. */
export const ADDITION_PLACE = new RegExp(`^(${REGIONS.join('|')}|(?:open-place|before|after):${DOCUMENT_CODE})$`);

const PATH = /^\/[^\s?#\\]*$/;
const PATTERN = text('Path', 'With {slug} in place of the page’s slug.', {
  max: 120,
  plain: true,
  // Plain segments only: browsers take “.” and “..” out of paths before they ask for them.
  form: {
    pattern: String.raw`^(/[A-Za-z0-9_~\-][A-Za-z0-9_.~\-]*)*/([A-Za-z0-9_~\-][A-Za-z0-9_.~\-]*|\{slug\})$`,
    words: 'a path such as /item/{slug}',
  },
});
const FORMER = words('Earlier paths', 'Paths of pages that shoppers have used before; they lead to those of today.', {
  max: 20,
});
const hasPattern = (kind: string): boolean => isPageKind(kind) && kind !== 'home' && kind !== 'not-found';
const REDIRECT = text('Leads to', 'Where shoppers who use the old path are sent.', {
  max: 2000,
  plain: true,
  form: {
    pattern: String.raw`^(/(?!/)[^\s\\]*|https://[^\s\\]+)$`,
    words: 'a path such as /about, or an https web address',
  },
});

const ATTRIBUTE_NAME = /^[a-z0-9][a-z0-9-]{0,39}(@[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3})?$/;
const ATTRIBUTE = text('Attribute', 'What templates and rules take from the page by this name.', { max: 500 });

/** Every type of documents. A new type of documents is a new line here. */
export const DOCUMENT_TYPES: Readonly<Record<DocumentTypeName, DocumentType>> = {
  template: {
    key: keyed('template'),
    called: named('template'),
    fixed: ['pageKind'],
    fields: { name: NAME },
    groups: {
      layout: fieldIn(LAYOUT),
      around: (region) =>
        isOneOf(PLACES_AROUND, region)
          ? reference(
              `Arrangement of the ${aroundInWords(region)}`,
              'Another arrangement of it on the pages of the template.',
              'arrangement',
            )
          : null,
      look: fieldIn(LOOK_FIELDS),
      each: (path) => (SECTION_PART.test(path) ? EACH : null),
    },
    // A document that was never checked may be of no known kind.
    areas: ({ pageKind }) => (isPageKind(pageKind) ? PAGE_KINDS[pageKind].areas : oneArea()),
    says(path, value, head, { nameOf }) {
      if (path.startsWith('each.')) {
        const [section = '', name = ''] = path.slice('each.'.length).split(/\.(?=[^.]*$)/);
        const whose = value === true ? 'is each page’s own' : 'is the same on all pages';
        return `“${name}” of section ${section} in the template “${String(head['name'])}” ${whose}.`;
      }
      if (!path.startsWith('around.')) return null;
      const place = path.slice('around.'.length);
      const called = aroundInWords(place);
      const which =
        value === undefined
          ? place === 'side'
            ? `a ${called} of their own`
            : `the ${called} of every page`
          : value === 'none'
            ? `no ${called}`
            : `the ${called} “${nameOf(`around/${place}/${String(value)}`)}”`;
      return `Pages of the template “${String(head['name'])}” have ${which}.`;
    },
  },
  arrangement: {
    key: new RegExp(`^around/(?:${PLACES_AROUND.join('|')})/(${DOCUMENT_CODE})$`),
    called: (head) => `the ${aroundInWords(String(head['region']))} “${String(head['name'])}”`,
    fixed: ['region'],
    fields: {
      name: NAME,
      tone: { ...GROUND.tone, help: 'The background of the whole region; its plain sections have it too.' },
      colour: { ...GROUND.colour, help: 'The background of the whole region.' },
      textColour: GROUND.textColour,
    },
    areas: oneArea,
  },
  shared: { key: keyed('shared'), called: named('shared section'), fields: { name: NAME }, areas: oneArea },
  addition: {
    key: keyed('addition'),
    called: named('addition'),
    fields: {
      name: NAME,
      place: text('Place', 'The region or open place it goes into, or the section it is right before or after.', {
        required: true,
        plain: true,
        form: {
          pattern: ADDITION_PLACE.source,
          words: `one of ${REGIONS.join(', ')}, open-place:NAME, before:SECTION or after:SECTION`,
        },
      }),
      order: number('Order', 'Where several are in one place, lower numbers come first.', {
        min: -999,
        max: 999,
        default: 0,
      }),
      languages: words('Languages', 'Only pages in these languages have it, such as de; leave empty for all.', {
        max: 20,
      }),
    },
    groups: {
      target: fieldIn({
        page: reference('Page', 'The one page it is for.', 'page'),
        pageKind: choice('Page kind', 'The kind of pages it is for.', kindChoices(), 'product'),
        when: rule('Rule', 'Which pages of the kind it is for.'),
      }),
    },
    areas: oneArea,
  },
  look: {
    key: /^(look)$/,
    called: () => 'the look',
    fields: {
      groundwork: choice(
        'Groundwork',
        'By whose rules the look is drawn, and whose settings count where none is set.',
        Object.fromEntries(GROUNDWORKS.map(({ code, name }) => [code, name])),
        GROUNDWORKS[0].code,
        { required: true },
      ),
    },
    groups: { values: fieldIn(LOOK_FIELDS) },
  },
  menu: {
    key: keyed('menu'),
    called: named('menu'),
    fields: { name: NAME },
    lists: {
      entries: entries(
        'Entries',
        'What the menu leads to, in order.',
        'entry',
        {
          label: text('Label', 'What the entry says.', { max: 80, required: true }),
          link: link('Leads to', 'A page of the store, or a free web address.'),
          description: text('Description', 'A few words below the label, where there is room for them.', { max: 120 }),
          badge: text('Badge', 'A short word beside the label, such as “new”; leave empty for none.', { max: 20 }),
          hidden: toggle('Hidden', 'Leaves the entry out, with those inside it.'),
        },
        { nests: true },
      ),
    },
  },
  content: {
    key: keyed('content'),
    called: (head) => `the content page “${String(head['title'])}”`,
    fields: {
      title: text('Title', 'The title of the page.', { max: 120, required: true }),
      slug: text('Path', 'Where it is, such as about or guides/winter.', {
        max: 80,
        required: true,
        plain: true,
        form: {
          pattern: '^[a-z0-9][a-z0-9-]*(/[a-z0-9][a-z0-9-]*)*$',
          words: 'lower-case letters, digits and “-”, with “/” between parts',
        },
      }),
      description: text('Description', 'One or two sentences for lists and search engines.', { max: 300, lines: 2 }),
      text: prose('Text', 'The text of the page.', { max: 100_000 }),
      picture: picture('Lead picture', 'At the head of the page, and where it is listed.', { suits: 16 / 9 }),
      visible: choice(
        'Who may see it',
        'Of a page for signed-in shoppers everybody may read the title, in menus and lists. Previews show every page.',
        { everyone: 'Everyone', 'signed-in': 'Signed-in shoppers', nobody: 'Nobody yet' },
        'everyone',
      ),
      from: dateTime('Visible from', 'When shoppers first see it; leave empty for at once.'),
      date: dateTime('Date', 'The day it was written.'),
      author: text('Author', 'Who wrote it.', { max: 80, plain: true }),
      labels: words('Labels', 'What it is about; pages are listed by label.'),
      parent: reference(
        'Page above it',
        'The content page that its breadcrumb leads back to; leave empty for none.',
        'content',
      ),
      parentLinked: toggle('Link to the page above', 'Whether the breadcrumb leads there, or only names it.', {
        default: true,
      }),
      readyMade: toggle('Ready-made text', 'The text came with Parlour. Switch it off once you have made it your own.'),
    },
    groups: { attributes: (name) => (ATTRIBUTE_NAME.test(name) ? ATTRIBUTE : null) },
    says(path, value, head) {
      if (!path.startsWith('attributes.')) return null;
      const what = `attribute “${path.slice('attributes.'.length)}” of the content page “${String(head['title'])}”`;
      return value === undefined ? `Removed the ${what}.` : `The ${what} is “${String(value)}”.`;
    },
  },
  assignments: {
    key: new RegExp(`^assignments/(${pageKinds().join('|')})$`),
    called: (head) => `the assignments of ${kindInWords(headValue(head, 'pageKind'))} pages`,
    fixed: ['pageKind'],
    fields: {
      standard: { ...ASSIGNED, required: true },
      order: words('Order', 'The codes of its templates in the order they are listed; others follow by name.', {
        max: LIMITS.documentsOfType,
      }),
    },
    groups: { pages: (page) => (PAGE.test(page) ? ASSIGNED : null) },
    lists: {
      rules: entries(
        'Rules',
        'Tried in order; the first that matches decides.',
        'rule',
        {
          when: rule('When', 'Which pages the rule is for.', { required: true }),
          template: { ...ASSIGNED, required: true },
          off: toggle('Switched off', 'A rule that is switched off is skipped.'),
          from: dateTime('From', 'When the rule starts to apply; leave empty for no start.'),
          until: dateTime('Until', 'When the rule stops applying; leave empty for no end.'),
        },
        { max: 500 },
      ),
    },
    implied: (key) => ({ pageKind: key.slice('assignments/'.length) }),
    says(path, value, head, about) {
      const name = typeof value === 'string' ? `“${about.nameOf(`template/${value}`)}”` : '';
      const kind = kindInWords(headValue(head, 'pageKind'));
      if (path === 'order') return `The templates of ${kind} pages are listed in another order.`;
      if (path === 'standard')
        return name ? `${name} is the standard of ${kind} pages.` : `No template is the standard of ${kind} pages.`;
      const code = path.slice('pages.'.length);
      const page = isPageKind(code) ? capitalised(pageInWords(code, about)) : pageInWords(code, about);
      return name ? `${page} has the template ${name}.` : `${page} follows the rules and the standard again.`;
    },
  },
  own: {
    key: new RegExp(`^own/(?:${pageKinds().join('|')})(?:/${DOCUMENT_CODE})?$`),
    called: ({ page }) => `what the page ${String(page)} has of its own`,
    fixed: ['page'],
    fields: {},
    groups: { whole: (path) => (SECTION_PART.test(path) ? WHOLE : null) },
    areas: oneArea,
    implied: (key) => ({ page: key.slice('own/'.length).replace('/', ':') }),
    says(path, value, { page }) {
      if (!path.startsWith('whole.')) return null;
      const [section = '', list = ''] = path.slice('whole.'.length).split(/\.(?=[^.]*$)/);
      return `The page ${String(page)} has the list “${list}” of section ${section} ${value === undefined ? 'as other pages have it again' : 'of its own'}.`;
    },
  },
  paths: {
    key: /^(paths)$/,
    called: () => 'the paths',
    fields: { home: reference('Home page', 'Another page that the home page shows.', 'page') },
    groups: {
      patterns: (kind) => (hasPattern(kind) ? PATTERN : null),
      former: (kind) => (hasPattern(kind) ? FORMER : null),
      redirects: (path) => (PATH.test(path) && path.length <= 200 ? REDIRECT : null),
    },
    implied: () => ({}),
    normalName: (field) =>
      field.startsWith('redirects.') ? `redirects.${normalPath(field.slice('redirects.'.length))}` : field,
    says(path, value, _head, about) {
      if (path === 'home')
        return value
          ? `The home page shows ${pageInWords(String(value), about)}.`
          : 'The home page shows its own template.';
      if (path.startsWith('patterns.')) {
        const of = path.slice('patterns.'.length);
        const kind = isPageKind(of) ? capitalised(kindInWords(of)) : of;
        return value ? `${kind} pages are at ${String(value)}.` : `${kind} pages are at their usual path again.`;
      }
      if (path.startsWith('former.'))
        return `Earlier paths of ${path.slice('former.'.length)} pages: ${(Array.isArray(value) ? value : []).join(', ') || 'none'}.`;
      if (!path.startsWith('redirects.')) return null;
      const from = path.slice('redirects.'.length);
      return value ? `${from} leads to ${String(value)}.` : `${from} is no longer redirected by hand.`;
    },
  },
  words: {
    key: /^words\/([a-z]{2,3}(?:-[A-Za-z0-9]{2,8}){0,3})$/,
    called: (head) => `the words in ${languageInWords(String(head['language']))}`,
    fixed: ['language'],
    fields: {},
    groups: { words: wordField },
    implied: (key) => ({ language: key.slice('words/'.length) }),
    says(path, value, head) {
      const word = path.slice('words.'.length);
      const language = languageInWords(String(head['language']));
      return value === undefined
        ? `In ${language} the word “${word}” is the usual one again.`
        : `In ${language} the word “${word}” is “${String(value)}”.`;
    },
  },
};

const languageInWords = (tag: string): string => new Intl.DisplayNames('en', { type: 'language' }).of(tag) ?? tag;

function kindChoices(): Record<PageKind, string> {
  return recordOf(pageKinds(), (kind) => PAGE_KINDS[kind].name);
}

/** The areas a document of a type holds sections in, in page order; null for those without sections. */
export const areasOf = ({ type, head }: Pick<DraftDocument, 'type' | 'head'>): readonly string[] | null =>
  DOCUMENT_TYPES[type].areas?.(head) ?? null;

/** The groups that heads of a type have, such as `layout` and `around`. */
export const groupsOf = (type: DocumentTypeName): readonly string[] => Object.keys(DOCUMENT_TYPES[type].groups ?? {});

// Asked for every edit and every document of a list.
const types = new LRUCache<DocumentKey, { readonly type: DocumentTypeName | null }>({ max: 20_000 });

/** The type a key names, or null. */
export function typeOfKey(key: DocumentKey): DocumentTypeName | null {
  let known = types.get(key);
  if (!known) {
    const found = entriesOf(DOCUMENT_TYPES).find(([, type]) => type.key.test(key));
    types.set(key, (known = { type: found?.[0] ?? null }));
  }
  return known.type;
}

/** The field a path of a head means, also where it is its text in a further language (`title@de`); or null. */
export function headField(type: DocumentTypeName, path: string): Field | null {
  const { fields, groups = {} } = DOCUMENT_TYPES[type];
  if (Object.hasOwn(fields, path)) return sure(fields[path]);
  const { name, language } = splitKey(path);
  const translated = language !== undefined && Object.hasOwn(fields, name) ? sure(fields[name]) : null;
  if (translated) return isTranslatable(translated) ? translated : null;
  const dot = path.indexOf('.');
  const group = path.slice(0, dot);
  return dot > 0 && Object.hasOwn(groups, group) ? (groups[group]?.(path.slice(dot + 1)) ?? null) : null;
}

/** The document a key stands for while nothing was ever set in it; null for those that must be made. */
export function impliedDocument(key: DocumentKey): DraftDocument | null {
  const type = typeOfKey(key);
  const head = type && DOCUMENT_TYPES[type].implied?.(key);
  return type && head ? { format: FORMAT, type, head, nodes: {} } : null;
}

/** What a document is called inside a sentence: `the template “Home”`. */
export const nameOf = ({ type, head }: Pick<DraftDocument, 'type' | 'head'>): string =>
  DOCUMENT_TYPES[type].called(head);

/** What people named a document: `Home`; in words where it has no name: `the look`. */
export const ownNameOf = (document: Pick<DraftDocument, 'type' | 'head'>): string =>
  String(document.head['name'] ?? document.head['title'] ?? nameOf(document));
