/** The documents a design is made of, and where sections stand in them. */
import type { PageKind } from '../assign/page.js';

/** The format this program writes. A newer one is refused, an older one upgraded. */
export const FORMAT = 1;

export type SectionId = string;

/** Names a document inside a design: `template/product-standard`, `around/header/standard`, `theme`, … Never changes. */
export type DocumentKey = string;

/** A section kind with the version its values were written for, such as `poster@1`. */
export type KindRef = string;

/** Own values of a section or of the theme; a field that is absent has its default. */
export type Values = Readonly<Record<string, unknown>>;

/** A configured part of a page. */
export interface Section {
  readonly id: SectionId;
  readonly kind: KindRef;
  /** Own casing settings; what is absent has its default. */
  readonly casing: Values;
  readonly values: Values;
  /** Sections inside this one, by slot, in page order. */
  readonly slots?: Readonly<Record<string, readonly Section[]>>;
}

export type Areas = Readonly<Record<string, readonly Section[]>>;

export const REGIONS = ['top-line', 'header', 'above', 'below', 'footer'] as const;
export type Region = (typeof REGIONS)[number];

export const WIDTHS = ['narrow', 'page', 'wide', 'edge'] as const;
export type Width = (typeof WIDTHS)[number];

/** The sections of one page kind in their areas. */
export interface TemplateDocument {
  readonly format: number;
  readonly type: 'template';
  readonly name: string;
  readonly pageKind: PageKind;
  readonly layout: { readonly width: Width };
  readonly areas: Areas;
}

/** One filling of a region. */
export interface ArrangementDocument {
  readonly format: number;
  readonly type: 'arrangement';
  readonly name: string;
  readonly region: Region;
  readonly areas: Areas;
}

/** The store-wide look. */
export interface ThemeDocument {
  readonly format: number;
  readonly type: 'theme';
  readonly groundwork: string;
  readonly values: Values;
}

export interface MenuEntry {
  readonly label: string;
  readonly link: Link;
}

export interface MenuDocument {
  readonly format: number;
  readonly type: 'menu';
  readonly name: string;
  readonly entries: readonly MenuEntry[];
}

/** Which templates the pages of one kind use. Pages and templates are named by code. */
export interface AssignmentsDocument {
  readonly format: number;
  readonly type: 'assignments';
  readonly pageKind: PageKind;
  readonly standard: string | null;
  readonly pages: Readonly<Record<string, string>>;
}

export type SectionedDocument = TemplateDocument | ArrangementDocument;
export type Document = SectionedDocument | ThemeDocument | MenuDocument | AssignmentsDocument;

/** A link to a thing of the store by its code, or to a free address. */
export type Link = { readonly to: string } | { readonly url: string };

export const keys = {
  theme: 'theme',
  template: (code: string): DocumentKey => `template/${code}`,
  arrangement: (region: Region, code = 'standard'): DocumentKey => `around/${region}/${code}`,
  menu: (code: string): DocumentKey => `menu/${code}`,
  assignments: (kind: PageKind): DocumentKey => `assignments/${kind}`,
};

/** The code of the template a key names, or null if it names something else. */
export const templateCodeOf = (key: DocumentKey): string | null =>
  key.startsWith('template/') ? key.slice('template/'.length) : null;

export const hasSections = (document: Document): document is SectionedDocument => 'areas' in document;

/** Every section below `areas`, outer before inner, in page order. */
export function* sectionsIn(areas: Areas): Generator<Section> {
  for (const siblings of Object.values(areas)) {
    for (const section of siblings) {
      yield section;
      if (section.slots) yield* sectionsIn(section.slots);
    }
  }
}
