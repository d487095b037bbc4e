/** From a store page to the html a shopper gets: assemble, fetch, render. */
import {
  assemblePage,
  kindsOn,
  kindsStylePath,
  keys,
  matchPath,
  NO_FACTS,
  renderPage,
  SHIPPED_KINDS,
  STANDARD_PATHS,
  themeStylePath,
  type CartFacts,
  type PageInfo,
  type PageRef,
} from '@parlour/core';
import { cartFacts } from '../records/carts.js';
import { findCollection, findProduct, loadData } from '../records/catalogue.js';
import { consoleOrigin } from '../config.js';
import { isStorable } from './paths.js';
import { STYLE_VERSION } from './assets.js';
import { documentHash, type Site } from './context.js';

const NOT_FOUND: PageInfo = {
  code: 'not-found',
  kind: 'not-found',
  title: 'Nothing lies here',
  path: '',
  description: '',
  subject: null,
};

/** The store page that lies at a path, or the not-found page. */
export async function pageAt(site: Site, path: string): Promise<PageInfo> {
  const match = isStorable(path) ? matchPath(STANDARD_PATHS, path) : null;
  return (match && (await findPage(site, match.kind, 'slug', match.slug))) ?? NOT_FOUND;
}

/** The page of a subject, or null if there is no such subject. */
export async function findPage(
  { db, store }: Pick<Site, 'db' | 'store'>,
  kind: PageRef['kind'],
  by: 'slug' | 'code',
  value: string,
): Promise<PageInfo | null> {
  switch (kind) {
    case 'home':
      return { code: 'home', kind, title: store.name, path: '/', description: '', subject: null };
    case 'not-found':
      return NOT_FOUND;
    case 'product': {
      const product = await findProduct(db, store.id, by, value);
      return product
        ? {
            code: `product:${product.code}`,
            kind,
            title: product.title,
            path: pathFor('product', product.slug),
            description: product.summary,
            subject: { product },
          }
        : null;
    }
    case 'collection': {
      const collection = await findCollection(db, store.id, by, value);
      return collection
        ? {
            code: `collection:${collection.code}`,
            kind,
            title: collection.title,
            path: pathFor('collection', collection.slug),
            description: collection.description,
            subject: { collection },
          }
        : null;
    }
  }
}

const pathFor = (kind: 'product' | 'collection', slug: string): string =>
  STANDARD_PATHS[kind].replace('{slug}', encodeURIComponent(slug));

/** The html of a page; null if its kind has no template. @param refusal why the visitor's last purchase did not work */
export async function showPage(site: Site, page: PageInfo, refusal?: string): Promise<string | null> {
  const { db, config, store, state, mode, origin } = site;
  const parts = assemblePage(page.code, state, SHIPPED_KINDS);
  if (!parts) return null;
  const [data, cart] = await Promise.all([
    loadData(db, store.id, parts.needs, page.subject),
    parts.hasFacts ? visitorsCart(site) : NO_FACTS.cart,
  ]);
  return renderPage({
    ...parts,
    store,
    page,
    data,
    facts: { cart: refusal === undefined ? cart : { ...cart, refusal } },
    canonical: `${origin}${page.path}`,
    styles: [
      themeStylePath(documentHash(state, keys.theme), STYLE_VERSION),
      kindsStylePath(kindsOn(parts), STYLE_VERSION),
    ],
    scripts: mode === 'preview' ? [`/assets/preview.js?console=${encodeURIComponent(consoleOrigin(config))}`] : [],
    mode,
  });
}

const visitorsCart = ({ db, store, cart }: Site): Promise<CartFacts> =>
  cart ? cartFacts(db, store.id, cart) : Promise.resolve(NO_FACTS.cart);
