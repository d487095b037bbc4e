/** What the view of a section is given. Reading what its kind did not declare fails loudly. */
import { FIELD_MARK } from '../commerce/sent-checkout.js';
import type { Link, PictureValue } from '../fields/field.js';
import type { MenuDocument, Values } from '../documents/document.js';
import type { Locale, WordValues } from '../locale/locale.js';
import type { WordName } from '../locale/words.js';
import { menuEntries, type MenuEntry } from './menu.js';
import { pictureTag } from './picture.js';
import { withFigures } from '../fields/text-pictures.js';
import { html, NOTHING, raw, slotMark, type Markup } from './html.js';
import { isOneOf } from '../one-of.js';
import { pageSeenBy, queryPairs, queryText, type QueryName } from './query.js';
import type { ThingTexts } from '../catalogue/texts.js';
import type { PageInfo, Spoken, StoreInfo } from './data.js';
import type { FactName, Facts, ShownFacts } from '../facts/all.js';
import type { FormState } from './form-state.js';
import type { KindDescription } from './kind.js';
import { drawStandIn } from './stand-in.js';
import type { AnswerTo, Need, PageData } from './needs.js';

/** Names a section on a page: the ids of what it is in, from outside to inside, and its own. */
export type InstancePath = string;

/** What stands between the ids of an instance path. No code and no id holds it. */
export const PATH_JOINT = '~';

/** The id of the section that a path leads to. */
export const idInPath = (path: InstancePath): string => path.slice(path.lastIndexOf(PATH_JOINT) + 1);

/** The id of the checkout's form. */
export const CHECKOUT_FORM = 'checkout';

export interface View {
  /** The path of the section on the page; also what its forms say that they were sent from. */
  readonly path: InstancePath;
  readonly store: StoreInfo;
  readonly page: PageInfo;
  readonly locale: Locale;
  /** The path of the page with what stands behind `?`. @param other values that are to stand there instead */
  address(other?: AddressChange): string;
  /** What stands behind `?`, name by name, but for some; a name that stands several times, each time. */
  behind(without: readonly QueryName[]): readonly (readonly [name: string, value: string])[];
  /** What came of a form of this section that was just sent; null if none was. */
  readonly form: FormState | null;
  /** The name of an input of the checkout's form in this section. */
  input(field: string): string;
  /**
   * Says in a preview, as an attribute, that an element holds the text of a field and nothing else, so that it can be
   * typed over; on shoppers' pages nothing.
   * @param entry whose field it is, if it is one of a list
   * @example html`<h2${view.part('title')}>${title}</h2>`
   */
  part(field: string, entry?: { readonly id: string }): Markup;
  /**
   * What a preview shows where the section has nothing to show yet; nothing on shoppers' pages.
   * @param words what it takes, as a sentence
   */
  standIn(words: string): Markup;
  /** An html id for a part of the section, unique on the page. */
  id(part: string): string;
  /** Takes an html id that other sections may want too. @returns false if it is taken already */
  claim(id: string): boolean;
  /** A fact that the kind declares. */
  fact<N extends FactName>(name: N): Facts[N];
  /** The answer to a need that the kind asked for. */
  data<N extends Need>(need: N): AnswerTo<N>;
  /** A word of the storefront that the kind declares. */
  word(name: WordName, values?: WordValues): string;
  /**
   * Says as an attribute that a text of the catalogue is in the leading language of the store, where the page is in
   * another and nobody has translated the text.
   * @param thing whose text it is
   * @param text which of its texts; if left out one that is never translated
   * @example html`<h1${view.langOf(product, 'title')}>${product.title}</h1>`
   */
  langOf(thing: Spoken, text?: keyof ThingTexts): Markup;
  /** Minor units of the store's currency as text. */
  money(minor: number): string;
  /** The attributes of the element of a link, or null if it is empty or its thing is gone. */
  link(link: Link | null): Markup | null;
  menu(code: string): { readonly name: string; readonly entries: readonly MenuEntry[] } | null;
  /** The picture a field holds; nothing if it is empty. `sizes` as in html: how wide it is shown. */
  picture(value: PictureValue | null, sizes: string): Markup;
  /** Formatted text, clean, with the pictures in it. What a section shows of its own fields asks for them by itself. */
  prose(clean: string): Markup;
  /** Whether an instant span is now; empty texts for no end. The page is made anew when that changes. */
  isNow(span: Span): boolean;
  /** The place of the sections in a slot. */
  slot(name: string): Markup;
  /** Whether there are sections in a slot. */
  holds(name: string): boolean;
}

/** Values behind `?` by their names; undefined for one that is to go. */
export type AddressChange = Readonly<Partial<Record<QueryName, string | undefined>>>;

/** Instants in ISO form between which something counts; empty for no end. */
export interface Span {
  readonly from: string;
  readonly until: string;
}

export const isWithin = ({ from, until }: Span, now: string): boolean =>
  (from === '' || now >= from) && (until === '' || now < until);

/** The page that opens must not reach back to ours. */
const NEW_WINDOW = html` target="_blank" rel="noopener"`;

/** Everything about the page that sections are rendered with. */
export interface ViewSources {
  readonly mode: 'live' | 'preview';
  readonly store: StoreInfo;
  readonly locale: Locale;
  readonly page: PageInfo;
  readonly facts: ShownFacts;
  readonly form: FormState | null;
  readonly data: PageData;
  readonly menus: ReadonlyMap<string, MenuDocument>;
  /** The instant the page is for, in ISO form. */
  readonly now: string;
  /** The html ids that sections have claimed so far. */
  readonly claimed: Set<string>;
  /** Is told what the page looks different by at another time. */
  noteDates(span: Span): void;
}

/** The section that is looked at. */
export interface ViewedSection {
  readonly path: InstancePath;
  readonly kind: KindDescription;
  readonly values: Values;
  /** The slots that hold sections. */
  readonly held: ReadonlySet<string>;
}

// A class, since one is made for each section of each page: nothing is copied for it.
export class SectionView implements View {
  readonly #sources: ViewSources;
  readonly #section: ViewedSection;

  constructor(sources: ViewSources, section: ViewedSection) {
    this.#sources = sources;
    this.#section = section;
  }

  get path(): InstancePath {
    return this.#section.path;
  }
  get store(): StoreInfo {
    return this.#sources.store;
  }
  get locale(): Locale {
    return this.#sources.locale;
  }
  get page(): PageInfo {
    return pageSeenBy(this.#section.kind, this.#sources.page);
  }
  address(other: AddressChange = {}): string {
    const { path, query } = this.#sources.page;
    return path + queryText({ ...query, ...other });
  }
  behind(without: readonly QueryName[]): readonly (readonly [name: string, value: string])[] {
    return queryPairs(this.#sources.page.query).filter(([name]) => !isOneOf(without, name));
  }
  get form(): FormState | null {
    const { form } = this.#sources;
    // A program may not say which form it is; then what was typed is kept in every one.
    return form && (form.section === '' || form.section === this.path) ? form : null;
  }
  part(field: string, entry?: { readonly id: string }): Markup {
    if (this.#sources.mode === 'live') return NOTHING;
    return html` data-part="${entry ? `${entry.id}${FIELD_MARK}${field}` : field}"`;
  }
  standIn(words: string): Markup {
    const { kind, values } = this.#section;
    return this.#sources.mode === 'preview' ? drawStandIn(kind, values, words) : NOTHING;
  }
  id(part: string): string {
    return `${htmlId(this.path)}:${part}`;
  }
  claim(id: string): boolean {
    const { claimed } = this.#sources;
    if (claimed.has(id)) return false;
    claimed.add(id);
    return true;
  }
  input(field: string): string {
    return `${this.path}${FIELD_MARK}${field}`;
  }
  fact<N extends FactName>(name: N): Facts[N] {
    const { kind } = this.#section;
    if (!kind.shows?.includes(name))
      throw new Error(`The section kind “${kind.name}” reads the fact “${name}” without declaring it.`);
    const value = this.#sources.facts[name];
    if (value === undefined) throw new Error(`The fact “${name}” was not made for this page.`);
    return value;
  }
  data<N extends Need>(need: N): AnswerTo<N> {
    const answer = this.#sources.data.get(need);
    if (answer === undefined)
      throw new Error(`The section kind “${this.#section.kind.name}” reads ${need.type} that it did not ask for.`);
    return answer;
  }
  langOf({ translated = [] }: Spoken, text?: keyof ThingTexts): Markup {
    const { locale, store } = this.#sources;
    if (locale.translation === null || (text !== undefined && translated.includes(text))) return NOTHING;
    return html` lang="${store.locale}"`;
  }
  word(name: WordName, values?: WordValues): string {
    const { kind } = this.#section;
    if (!kind.says?.includes(name))
      throw new Error(`The section kind “${kind.name}” says the word “${name}” without declaring it.`);
    return this.#sources.locale.word(name, values);
  }
  money(minor: number): string {
    return this.#sources.locale.money(minor);
  }
  link(link: Link | null): Markup | null {
    if (!link) return null;
    const href =
      'url' in link ? link.url : link.to === 'home' ? this.locale.home : this.data({ type: 'path', page: link.to });
    return href === null ? null : html`href="${href}"${link.window === 'new' && NEW_WINDOW}`;
  }
  menu(code: string): { readonly name: string; readonly entries: readonly MenuEntry[] } | null {
    const menu = this.#sources.menus.get(code);
    return menu ? { name: menu.name, entries: menuEntries(menu, this.#sources.locale.translation) } : null;
  }
  picture(value: PictureValue | null, sizes: string): Markup {
    if (!value) return NOTHING;
    const info = this.data({ type: 'picture', hash: value.picture });
    return info ? pictureTag({ ...info, alt: value.alt }, sizes) : NOTHING;
  }
  prose(clean: string): Markup {
    return raw(
      withFigures(clean, ({ hash, alt, width }) => {
        const info = this.data({ type: 'picture', hash });
        return info ? pictureTag({ ...info, alt }, TEXT_PICTURE_SIZES[width]).text : '';
      }),
    );
  }
  isNow(span: Span): boolean {
    this.#sources.noteDates(span);
    return isWithin(span, this.#sources.now);
  }
  slot(name: string): Markup {
    return slotMark(name);
  }
  holds(name: string): boolean {
    return this.#section.held.has(name);
  }
}

/** How wide a picture in a text is shown, by its width; texts are about 44 rem wide at most. */
const TEXT_PICTURE_SIZES = {
  full: '(max-width: 44rem) 100vw, 44rem',
  half: '(max-width: 599px) 100vw, 22rem',
  third: '(max-width: 599px) 100vw, 15rem',
} as const;

/** The html id of a section on the page. */
export const htmlId = (path: InstancePath): string => `s-${path}`;
