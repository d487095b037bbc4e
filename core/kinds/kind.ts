/** What a section kind is: a description that is plain data, and a runtime. Adding one is adding a file and a line in `sections/all.ts`. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { kindInWords, pageKinds, type PageKind } from '../pages/page.js';
import { aroundInWords, REGIONS, type Region, type Values } from '../documents/document.js';
import { listed } from '../words.js';
import { canonicalJson } from '../canonical-json.js';
import type { Fields, ValuesOf } from '../fields/field.js';
import type { Reading } from '../fields/value.js';
import type { PageInfo } from './data.js';
import type { WordName } from '../locale/words.js';
import { fold } from '../pages/rule.js';
import type { FactName } from '../facts/all.js';
import type { Markup } from './html.js';
import type { Offers } from './listing.js';
import type { ListingNeed, Need } from './needs.js';
import type { Properties } from './properties.js';
import type { Sketch } from './sketch.js';
import { pageSeenBy, type QueryName } from './query.js';
import type { Script } from './script.js';
import { readValues, type Stored } from './values.js';
import type { View } from './view.js';
import { sure } from '../sure.js';

/** Where a kind may stand. */
export interface Fits {
  readonly pages: readonly PageKind[];
  readonly regions: readonly Region[];
}

/** What a kind is, as plain data: it goes through the API as it is. */
export interface KindDescription<F extends Fields = Fields> {
  /** The one name, everywhere: in files, commands, console and messages. */
  readonly name: string;
  /** A changed default is a new version. */
  readonly version: number;
  /** The name as people read it. */
  readonly title: string;
  /** What it is for the shopper, in one sentence. */
  readonly sentence: string;
  /** Other words that people have for it, to find it by. */
  readonly alsoCalled?: readonly string[];
  /** The page kinds and regions it may stand in; any place if absent. */
  readonly fits?: Fits;
  /** What pages of a kind cannot work without, and have in this one: its name in the needs of `PAGE_KINDS`. */
  readonly serves?: Readonly<Partial<Record<PageKind, string>>>;
  /** What of the page it shows, whatever its fields say. */
  readonly tells?: readonly ('title' | 'text')[];
  /** Whether it has the main heading of the page: always, or where a field says so. */
  readonly mainHeading?: true | { readonly where: string; readonly is: string };
  /** The field with an address at which a place must be found, and those that are set in its stead. */
  readonly finds?: { readonly address: string; readonly insteadOf: readonly string[] };
  readonly fields: F;
  /** Places inside the section that hold sections: name -> label. */
  readonly slots?: Readonly<Record<string, string>>;
  /** The facts the section shows. */
  readonly shows?: readonly FactName[];
  /** Whether it has forms of its own, which are sent without leaving the page; “some” if that depends on its values. */
  readonly hasForms?: boolean | 'some';
  /** Whether it has fields of the checkout's one form, which may stand anywhere on the page. */
  readonly ofCheckout?: boolean;
  /** Whether it shows, or changes, something of the page's listing, and so follows when a shopper chooses. */
  readonly ofListing?: boolean;
  /** The words of the storefront that its view says, besides those that its fields hold until they are set. */
  readonly says?: readonly WordName[];
  /** The names behind `?` in a web address that the section goes by. */
  readonly query?: readonly QueryName[];
  readonly sketch: Sketch;
  /** The field that tells one section from another in the plan. */
  readonly caption?: keyof F & string;
}

/** What a kind does. */
export interface KindRuntime<F extends Fields> {
  /** The listing of the page, if the section is one. Others, such as its paging, read it as `page.listing`. */
  lists?(values: ValuesOf<F>, page: PageInfo): ListingNeed;
  /** What of the page's listing can be chosen in the section: orders, filters, grid or list. */
  offers?(values: ValuesOf<F>): Partial<Offers>;
  /** The data the section shows, besides the page's subject, the listing, and what its pictures, links and menus need. */
  needs?(values: ValuesOf<F>, page: PageInfo): readonly Need[];
  view(values: ValuesOf<F>, view: View): Markup;
  /** Values that its rules use and no class can say. Sections that show facts have none: they come and go by themselves. */
  properties?(values: ValuesOf<F>): Properties;
  /** Its rules, written with `css`. */
  readonly css?: string;
  /** Makes a section livelier in the browser, where it works without; see `script.ts`. */
  readonly script?: Script;
  /** Turns values written for version n (the index) into values of version n + 1. */
  readonly upgrade?: Upgrades;
}
type Upgrades = Readonly<Record<number, (values: Values) => Values>>;

/** A section with its values read: what it asks for, and how it looks. */
export interface ReadSection {
  readonly values: Values;
  listing(page: PageInfo): ListingNeed | null;
  offers(): Partial<Offers>;
  needs(page: PageInfo): readonly Need[];
  properties(): Properties;
  view(view: View): Markup;
}

/** A kind as everything else knows it. */
export interface SectionKind extends KindDescription {
  readonly css: string;
  /** Whether something of the page's listing can be chosen in it. */
  readonly offers: boolean;
  /** The text of its script; empty if it has none. */
  readonly script: string;
  /** What its code is known by. */
  readonly code: string;
  readonly upgrade: Upgrades;
  /** Reads the values of a section. @param stored as the kind of today takes them; see `upgradedValues` */
  read(stored: Stored, reading: Reading): ReadSection;
}

/**
 * A kind from its two parts.
 * @example
 * export const note = defineKind(
 *   {
 *     name: 'note',
 *     version: 1,
 *     title: 'Note',
 *     sentence: 'A few words in a box.',
 *     fields: { words: text('Words', 'What the note says.') },
 *     sketch: [{ draw: 'text', width: 400, height: 24 }],
 *   },
 *   { view: ({ words }) => html`<p class="note">${words}</p>` },
 * );
 */
export function defineKind<const F extends Fields>(
  description: KindDescription<F>,
  runtime: KindRuntime<F>,
): SectionKind {
  const { lists, offers, needs, view, properties, css = '', script, upgrade = {} } = runtime;
  if (properties && description.shows?.length)
    throw new Error(`The section kind “${description.name}” shows facts, and so cannot have properties.`);
  return {
    ...description,
    css,
    offers: offers !== undefined,
    script: script ? String(script) : '',
    code: [lists, offers, needs, view, properties, ...Object.values(upgrade)].map(String).join('\n'),
    upgrade,
    read(stored, reading) {
      const values = readValues(description.fields, stored, reading);
      return {
        values,
        listing: (page) => lists?.(values, pageSeenBy(description, page)) ?? null,
        needs(page) {
          const seen = pageSeenBy(description, page);
          return [...(lists ? [lists(values, seen)] : []), ...(needs?.(values, seen) ?? [])];
        },
        offers: () => offers?.(values) ?? {},
        properties: () => properties?.(values) ?? {},
        view: (given) => view(values, given),
      };
    },
  };
}

/** The description of a kind alone. */
export function descriptionOfKind(kind: KindDescription): KindDescription {
  const {
    name,
    version,
    title,
    sentence,
    alsoCalled,
    fits,
    serves,
    tells,
    mainHeading,
    fields,
    slots,
    shows,
    hasForms,
    ofCheckout,
    ofListing,
    says,
    query,
    sketch,
    caption,
  } = kind;
  return {
    name,
    version,
    title,
    sentence,
    fields,
    sketch,
    ...(alsoCalled && { alsoCalled }),
    ...(fits && { fits }),
    ...(serves && { serves }),
    ...(tells && { tells }),
    ...(mainHeading && { mainHeading }),
    ...(slots && { slots }),
    ...(shows && { shows }),
    ...(hasForms && { hasForms }),
    ...(ofCheckout && { ofCheckout }),
    ...(ofListing && { ofListing }),
    ...(says && { says }),
    ...(query && { query }),
    ...(caption !== undefined && { caption }),
  };
}

/** Kinds by their names. A parameter of everything that reads sections. */
export interface Kinds<K extends KindDescription> {
  readonly all: readonly K[];
  /** The kind a stored section names (`poster@1` or `poster`), or undefined if it is missing or newer. */
  find(ref: string): K | undefined;
}

/** Kinds as far as editing and drawing plans need them: what console and command line get through the API. */
export type KindDescriptions = Kinds<KindDescription>;

/** The kinds a store has: those that ship, later also its own. */
export interface KindSet extends Kinds<SectionKind> {
  /** Changes with what the kinds say of themselves, their rules, scripts and code, but not with what that calls. */
  readonly hash: string;
}

export function kindsByName<K extends KindDescription>(all: readonly K[]): Kinds<K> {
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

export const kindSet = (all: readonly SectionKind[]): KindSet => ({
  ...kindsByName(all),
  hash: bytesToHex(
    sha256(utf8ToBytes(canonicalJson(all.map((kind) => [descriptionOfKind(kind), kind.css, kind.script, kind.code])))),
  ).slice(0, 16),
});

/** Whether people may mean a kind by some words: all of them begin one of its own. */
export function isCalled({ name, title, sentence, alsoCalled = [] }: KindDescription, words: string): boolean {
  const own = fold([name, title, sentence, ...alsoCalled].join(' ')).split(/[^\p{L}\p{N}]+/u);
  const asked = fold(words).split(/[^\p{L}\p{N}]+/u);
  return asked.every((word) => own.some((one) => one.startsWith(word)));
}

/** Where a kind fits, in words: `product pages, the header`. */
export const fitsInWords = ({ fits }: Pick<KindDescription, 'fits'>): string =>
  fits ? [...pagesInWords(fits.pages), ...placesInWords(fits.regions)].join(', ') : 'every page';

function pagesInWords(pages: readonly PageKind[]): string[] {
  const others = pageKinds().filter((page) => !pages.includes(page));
  if (others.length < pages.length) return [`every page but ${listed(others.map(kindInWords))} pages`];
  return pages.map((page) => `${kindInWords(page)} pages`);
}
const placesInWords = (regions: readonly Region[]): string[] =>
  regions.length === REGIONS.length ? ['every region'] : regions.map((region) => `the ${aroundInWords(region)}`);

/** Every place but the pages of some kinds. */
export const everywhereBut = (...kinds: readonly PageKind[]): Fits => ({
  pages: pageKinds().filter((kind) => !kinds.includes(kind)),
  regions: REGIONS,
});

export const kindRef = (kind: KindDescription): string => `${kind.name}@${kind.version}`;

/** The name in a reference: `poster` of `poster@1`. */
export const kindName = (ref: string): string => sure(ref.split('@')[0]);

/** The kind that shows a shared section, and the one that additions go into. Filled when a page is composed. */
export const SHARED_SECTION = 'shared-section';
export const OPEN_PLACE = 'open-place';
/** The slot of those two: no sections of the document are in it. */
export const FILLING = 'filling';

/** Writes values anew for today’s version of the kind that a reference names; those of a missing kind stay as they are. */
export const upgraderOf =
  (kinds: KindSet) =>
  (ref: string, values: Values): Values => {
    const kind = kinds.find(kindName(ref));
    return kind ? upgradedValues(kind, ref, values) : values;
  };

/** Values as the kind of today takes them. What is stored is left as it is. @param ref the kind they were written for */
export function upgradedValues(kind: SectionKind, ref: string, values: Values): Values {
  const written = Number(ref.split('@')[1] ?? kind.version);
  let upgraded = values;
  for (let version = written; version < kind.version; version++)
    upgraded = kind.upgrade[version]?.(upgraded) ?? upgraded;
  return upgraded;
}
