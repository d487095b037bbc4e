/** The documents a design is made of, in the form they are published in. Drafts hold them flat; see `draft.ts`. */
import type { PageCode, PageKind } from '../pages/page.js';
import type { Rule } from '../pages/rule.js';
import type { PictureValue, Values } from '../fields/field.js';
import { isOneOf } from '../one-of.js';

/** The format this program writes. A newer one is refused. */
export const FORMAT = 1;

/** Names a section or an entry inside its document. */
export type NodeId = string;

/** Names a document inside a design: `template/product-standard`, `around/header/standard`, `look`, … Never changes. */
export type DocumentKey = string;

/** A section kind with the version its values were written for, such as `poster@1`. */
export type KindRef = string;

export type { Values };

/** A configured part of a page. */
export interface Section {
  readonly id: NodeId;
  readonly kind: KindRef;
  /** Own frame settings; what is absent has its default. */
  readonly frame: Values;
  readonly values: Values;
  /** Sections inside this one, by slot, in page order. */
  readonly slots?: Readonly<Record<string, readonly Section[]>>;
  /** Entries of its list fields, by field. */
  readonly lists?: Lists;
}

/** One of the repeated items of a list: a slide, a menu entry, a rule. */
export interface Entry {
  readonly id: NodeId;
  readonly values: Values;
  readonly lists?: Lists;
}
/** Entries by the list they are in. */
export type Lists = Readonly<Record<string, readonly Entry[]>>;

/** Sections by the area they are in, in page order. */
export type Areas = Readonly<Record<string, readonly Section[]>>;

/** The places around the content that a page shares with others, from the top of the page to its end. */
export const REGIONS = ['top-line', 'header', 'above', 'below', 'footer'] as const;
export type Region = (typeof REGIONS)[number];

/** What has arrangements: the regions, and the side area, which has one only where a template chooses it. */
export const PLACES_AROUND = [...REGIONS, 'side'] as const;
export type PlaceAround = (typeof PLACES_AROUND)[number];

/** The titles of the places around the content, as the console and pictures of a page show them. */
export const AROUND_TITLES: Readonly<Record<PlaceAround, string>> = {
  'top-line': 'Top strip',
  header: 'Header',
  above: 'Above the content',
  below: 'Below the content',
  footer: 'Footer',
  side: 'Side area',
};

/** A place around the content, as sentences call it: “top strip”, “place above the content”. */
export function aroundInWords(place: string): string {
  const title = isOneOf(PLACES_AROUND, place) ? AROUND_TITLES[place] : place;
  return `${title.endsWith('the content') ? 'place ' : ''}${title.toLowerCase()}`;
}

/** How wide a section or the content of a template can be. */
export const WIDTH_TITLES = {
  reading: 'Reading',
  standard: 'Standard',
  broad: 'Broad',
  margins: 'Edge to edge, with margins',
  edge: 'Edge to edge',
} as const;
export type Width = keyof typeof WIDTH_TITLES;

/** How a template arranges its page. */
export interface Layout {
  readonly width: Width;
  /** Where the side area stands; absent for none. */
  readonly side?: 'none' | 'start' | 'end';
  readonly boxed?: boolean;
}

/** The sections of one page kind in their areas. */
export interface TemplateDocument {
  readonly format: number;
  readonly type: 'template';
  readonly name: string;
  readonly pageKind: PageKind;
  readonly layout: Layout;
  /** Other arrangements than the standard one, by region; `none` leaves the region out. */
  readonly around?: Readonly<Partial<Record<PlaceAround, string>>>;
  /** Settings of the look that are different on its pages. */
  readonly look?: Values;
  /** Fields and lists of its sections that each page has of its own, as `SECTION.FIELD`; what it has itself is an example. */
  readonly each?: Readonly<Record<string, true>>;
  readonly areas: Areas;
}

/** One filling of a region. */
export interface ArrangementDocument {
  readonly format: number;
  readonly type: 'arrangement';
  readonly name: string;
  readonly region: PlaceAround;
  /** What all of it lies on, and the colour of what is written there; see `GROUND` in the kinds. */
  readonly tone?: string;
  readonly colour?: string;
  readonly textColour?: string;
  readonly areas: Areas;
}

/** One section used in several places on purpose. */
export interface SharedDocument {
  readonly format: number;
  readonly type: 'shared';
  readonly name: string;
  readonly areas: Areas;
}

/** Sections put in a region or open place for some store pages. */
export interface AdditionDocument {
  readonly format: number;
  readonly type: 'addition';
  readonly name: string;
  /** A region such as `above`, an open place as `open-place:NAME`, or beside any section: `before:ID`, `after:ID`. */
  readonly place: string;
  /** Among several in one place, lower ones come first; 0 if absent. */
  readonly order?: number;
  /** BCP 47 tags of the languages whose pages it is for; all if empty or absent. */
  readonly languages?: readonly string[];
  readonly target: Target;
  readonly areas: Areas;
}

/** Which store pages something is for: one page, all pages of a kind, or those of a kind that a rule matches. */
export type Target = { readonly page: PageCode } | { readonly pageKind: PageKind; readonly when?: Rule | null };

/** The store-wide look. */
export interface LookDocument {
  readonly format: number;
  readonly type: 'look';
  readonly groundwork: string;
  readonly values?: Values;
}

/** A menu; its entries are in the list `entries` and may hold entries of their own. */
export interface MenuDocument {
  readonly format: number;
  readonly type: 'menu';
  readonly name: string;
  readonly lists?: Lists;
}

/** A page of text whose subject is part of the design. */
export interface ContentDocument {
  readonly format: number;
  readonly type: 'content';
  readonly title: string;
  readonly slug: string;
  readonly description?: string;
  readonly text?: string;
  readonly picture?: PictureValue | null;
  /** `nobody` keeps it from shoppers. */
  readonly visible?: 'everyone' | 'signed-in' | 'nobody';
  /** Shoppers see it from this instant on. */
  readonly from?: string;
  readonly date?: string;
  readonly author?: string;
  readonly labels?: readonly string[];
  /** Attributes of its own by name, with a language behind a name where the text is for one: `season@de`. */
  readonly attributes?: Readonly<Record<string, string>>;
  /** The code of the content page above it in the breadcrumb. */
  readonly parent?: string;
  /** False if the breadcrumb names it without leading there. */
  readonly parentLinked?: boolean;
  /** True as long as nobody has made its ready-made text their own. */
  readonly readyMade?: boolean;
}

/** Which templates the pages of one kind use. Pages and templates are named by code; the list `rules` is in order. */
export interface AssignmentsDocument {
  readonly format: number;
  readonly type: 'assignments';
  readonly pageKind: PageKind;
  readonly standard?: string;
  /** The codes of the kind’s templates as lists have them; others follow by name. */
  readonly order?: readonly string[];
  readonly pages?: Readonly<Record<PageCode, string>>;
  readonly lists?: Lists;
}

/** What the home page shows, the patterns of paths, and redirects. */
export interface PathsDocument {
  readonly format: number;
  readonly type: 'paths';
  /** Another page that the home page shows. */
  readonly home?: PageCode;
  readonly patterns?: Readonly<Partial<Record<PageKind, string>>>;
  /** Patterns that shoppers have used before, besides the standard ones; their paths lead to those of today. */
  readonly former?: Readonly<Partial<Record<PageKind, readonly string[]>>>;
  /** From a path to a path or web address. */
  readonly redirects?: Readonly<Record<string, string>>;
}

/**
 * What one page has of its own: values and lists that lie over those of the sections it shows. A section here has the
 * id and kind of the one it is for, and no more values than are the page's own.
 */
export interface OwnDocument {
  readonly format: number;
  readonly type: 'own';
  readonly page: PageCode;
  /** Lists that are the page's own as a whole, even if they are empty, as `SECTION.LIST`. */
  readonly whole?: Readonly<Record<string, true>>;
  readonly areas: Areas;
}

/** The words of a storefront in one language, as far as the store has its own. */
export interface WordsDocument {
  readonly format: number;
  readonly type: 'words';
  /** BCP 47 tag. */
  readonly language: string;
  /** Texts by word: `sold-out`, or with a plural form `items.one`. */
  readonly words?: Readonly<Record<string, string>>;
}

/** A document that has sections. */
export type SectionedDocument =
  TemplateDocument | ArrangementDocument | SharedDocument | AdditionDocument | OwnDocument;
/** Any document as it is published. */
export type Document =
  | SectionedDocument
  | LookDocument
  | MenuDocument
  | ContentDocument
  | AssignmentsDocument
  | PathsDocument
  | WordsDocument;
export type DocumentTypeName = Document['type'];

/**
 * The keys of documents, by type. A key's type says which document it is of.
 * @example keys.template('festival') // 'template/festival'
 */
export const keys = {
  look: 'look',
  paths: 'paths',
  template: (code: string): `template/${string}` => `template/${code}`,
  arrangement: (region: PlaceAround, code = 'standard'): `around/${string}` => `around/${region}/${code}`,
  shared: (code: string): `shared/${string}` => `shared/${code}`,
  addition: (code: string): `addition/${string}` => `addition/${code}`,
  menu: (code: string): `menu/${string}` => `menu/${code}`,
  content: (code: string): `content/${string}` => `content/${code}`,
  words: (language: string): `words/${string}` => `words/${language}`,
  assignments: (kind: PageKind): `assignments/${string}` => `assignments/${kind}`,
  own: (page: PageCode): `own/${string}` => `own/${page.replace(':', '/')}`,
} as const;

/** The document that is stored under a key of this type; any, if the type does not say. */
export type DocumentOf<K extends DocumentKey> = K extends 'look'
  ? LookDocument
  : K extends 'paths'
    ? PathsDocument
    : K extends `template/${string}`
      ? TemplateDocument
      : K extends `around/${string}`
        ? ArrangementDocument
        : K extends `shared/${string}`
          ? SharedDocument
          : K extends `addition/${string}`
            ? AdditionDocument
            : K extends `menu/${string}`
              ? MenuDocument
              : K extends `content/${string}`
                ? ContentDocument
                : K extends `words/${string}`
                  ? WordsDocument
                  : K extends `assignments/${string}`
                    ? AssignmentsDocument
                    : K extends `own/${string}`
                      ? OwnDocument
                      : Document;

/** The code a key ends with: `home` of `template/home`. */
export const codeOf = (key: DocumentKey): string => key.slice(key.lastIndexOf('/') + 1);

/** The page that a document of own values is for: `product:K-1` of `own/product/K-1`. */
export const pageOfOwn = (key: `own/${string}`): PageCode => key.slice('own/'.length).replace('/', ':');

/** The code of the template a key names, or null if it names something else. */
export const templateCodeOf = (key: DocumentKey): string | null =>
  key.startsWith('template/') ? key.slice('template/'.length) : null;

export const hasSections = (document: Document): document is SectionedDocument => 'areas' in document;

/** Whether a document is of a type. */
export const isOfType = <T extends DocumentTypeName>(
  type: T,
  document: Document | undefined,
): document is Extract<Document, { type: T }> => document?.type === type;

/** Every section below `areas`, outer before inner, in page order. */
export function* sectionsIn(areas: Areas): Generator<Section> {
  for (const siblings of Object.values(areas)) {
    for (const section of siblings) {
      yield section;
      if (section.slots) yield* sectionsIn(section.slots);
    }
  }
}
