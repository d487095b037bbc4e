/** What the view of a section kind is given. Reading what its kind did not declare fails loudly. */
import { formatMoney } from '../commerce/money.js';
import type { PictureValue } from '../fields/field.js';
import type { Link, MenuDocument } from '../design/document.js';
import { menuEntries, type MenuEntry } from './menu.js';
import { pictureTag } from './picture.js';
import { html, NOTHING, type Markup } from './html.js';
import {
  needKey,
  type Facts,
  type Need,
  type PageData,
  type PageInfo,
  type ProductCard,
  type StoreInfo,
} from './data.js';

export interface View {
  readonly id: string;
  readonly store: StoreInfo;
  readonly page: PageInfo;
  readonly facts: Facts;
  /** Minor units of the store's currency as text. */
  money(minor: number): string;
  /** The attributes of the element of a link, or null if it is empty or its thing is gone. */
  link(link: Link | null): Markup | null;
  products(need: Need & { type: 'products' }): readonly ProductCard[];
  menu(code: string): { readonly name: string; readonly entries: readonly MenuEntry[] } | null;
  /** The picture a field holds; nothing if it is empty. `sizes` as in html: how wide it is shown. */
  picture(value: PictureValue | null, sizes: string): Markup;
  /** The sections in a slot. */
  slot(name: string): Markup;
  /** What fills the section when the page is assembled: a shared section, or additions. */
  filling(): Markup;
}

/** The page that opens must not reach back to ours. */
const NEW_WINDOW = html` target="_blank" rel="noopener"`;

export type Inside = Pick<View, 'slot' | 'filling'>;

/** Everything about the page that sections are rendered with. */
export interface ViewSources {
  readonly store: StoreInfo;
  readonly page: PageInfo;
  readonly facts: Facts;
  readonly data: PageData;
  readonly menus: ReadonlyMap<string, MenuDocument>;
}

/** What a kind declared; see `SectionKind`. */
export interface Declared {
  readonly name: string;
  readonly readsPage?: boolean;
  readonly shows?: readonly string[];
}

export function viewOf(sources: ViewSources, kind: Declared, id: string, inside: Inside): View {
  const { store, page, facts, data, menus } = sources;
  const declared = <T>(is: boolean | undefined, value: T, what: string): T => {
    if (!is) throw new Error(`The section kind “${kind.name}” reads ${what} without declaring it.`);
    return value;
  };
  return {
    id,
    ...inside,
    get store() {
      return declared(kind.readsPage, store, 'the store');
    },
    get page() {
      return declared(kind.readsPage, page, 'the page');
    },
    get facts() {
      return declared(Boolean(kind.shows?.length), facts, 'facts');
    },
    money: (minor) => formatMoney(minor, store.currency, store.locale),
    link(link) {
      if (!link) return null;
      const href = 'url' in link ? link.url : data.paths.get(needKey({ type: 'path', page: link.to }));
      return href === undefined ? null : html`href="${href}"${link.window === 'new' && NEW_WINDOW}`;
    },
    products(need) {
      const found = data.products.get(needKey(need));
      if (!found) throw new Error(`The section kind “${kind.name}” reads products it did not ask for.`);
      return found;
    },
    menu(code) {
      const menu = menus.get(code);
      return menu ? { name: menu.name, entries: menuEntries(menu) } : null;
    },
    picture(value, sizes) {
      const info =
        value && (data.pictures.get(needKey({ type: 'picture', hash: value.picture })) ?? ofSubject(page, value));
      return info ? pictureTag({ ...info, alt: value.alt, focus: value.focus }, sizes) : NOTHING;
    },
  };
}

/** A picture that a bound value took from the page's subject; its data came with the subject. */
const ofSubject = (page: PageInfo, { picture }: PictureValue) =>
  page.subject && 'product' in page.subject
    ? page.subject.product.pictures.find((one) => one.hash === picture)
    : undefined;
