/** What a section kind is. Adding one is adding a file beside these and a line in `all.ts`. */
import type { Fields, ValuesOf } from '../fields/field.js';
import type { Values } from '../design/document.js';
import type { Markup } from './html.js';
import type { Need } from './data.js';
import type { View } from './view.js';
import type { PageKind } from '../assign/page.js';
import type { Region } from '../design/document.js';
import type { Sketch } from './sketch.js';

/** Facts: data about the shopper that may change while a page is open. */
export type FactName = 'cart';

export interface SectionKind<F extends Fields = Fields> {
  /** The one name, everywhere: in files, commands, console and messages. */
  readonly name: string;
  readonly version: number;
  /** The name as people read it. */
  readonly title: string;
  /** What it is for the shopper, in one sentence. */
  readonly sentence: string;
  /** The page kinds and regions it may stand in; any place if absent. */
  readonly fits?: { readonly pages: readonly PageKind[]; readonly regions: readonly Region[] };
  readonly fields: F;
  /** Places inside the section that hold sections: name -> label. */
  readonly slots?: Readonly<Record<string, string>>;
  /** True if the view reads the page or its subject. */
  readonly readsPage?: boolean;
  /** The facts the section shows. A section that shows facts is rendered for each shopper. */
  readonly shows?: readonly FactName[];
  /** The data the section shows, besides the page's subject. */
  needs?(values: ValuesOf<F>): readonly Need[];
  view(values: ValuesOf<F>, view: View): Markup;
  readonly css: string;
  /** The schematic drawing of the section at desktop width. */
  sketch(values: ValuesOf<F>): Sketch;
  /** Turns values written for version n (the index) into values of version n + 1. */
  readonly upgrade?: Readonly<
    Record<number, (values: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>>
  >;
}

/** Helps TypeScript infer the fields of a kind. */
export const defineKind = <const F extends Fields>(kind: SectionKind<F>): SectionKind => kind as unknown as SectionKind;

/** The kinds a store has: those that ship, later also its own. A parameter of everything that reads sections. */
export interface KindSet {
  readonly all: readonly SectionKind[];
  /** The kind a stored section names (`poster@1` or `poster`), or undefined if it is missing or newer. */
  find(ref: string): SectionKind | undefined;
}

export function kindSet(all: readonly SectionKind[]): KindSet {
  const byName = new Map(all.map((kind) => [kind.name, kind]));
  return {
    all,
    find(ref) {
      const [name = '', version] = ref.split('@');
      const kind = byName.get(name);
      return kind && (version === undefined || Number(version) <= kind.version) ? kind : undefined;
    },
  };
}

/** Where a kind fits, in words: `product pages, the header`. */
export const fitsInWords = ({ fits }: Pick<SectionKind, 'fits'>): string =>
  fits
    ? [...fits.pages.map((page) => `${page} pages`), ...fits.regions.map((region) => `the ${region}`)].join(', ')
    : 'every page';

export const kindRef = (kind: SectionKind): string => `${kind.name}@${kind.version}`;

/** The name in a reference: `poster` of `poster@1`. */
export const kindName = (ref: string): string => ref.split('@')[0] as string;

/** The kind that shows a shared section, and the one that additions go into. Filled when a page is assembled. */
export const SHARED_SECTION = 'shared-section';
export const SPOT = 'spot';

/** Values as the kind of today takes them. What is stored is left as it is. @param ref the kind they were written for */
export function upgradedValues(kind: SectionKind, ref: string, values: Values): Values {
  const written = Number(ref.split('@')[1] ?? kind.version);
  let upgraded = values;
  for (let version = written; version < kind.version; version++)
    upgraded = kind.upgrade?.[version]?.(upgraded) ?? upgraded;
  return upgraded;
}
