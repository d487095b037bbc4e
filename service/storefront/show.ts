/** From a store page to the html a shopper gets: assemble, fetch, render. */
import {
  assemblePage,
  kindsOn,
  kindsStylePath,
  keys,
  matchPath,
  PAGE_KINDS,
  parsePage,
  STANDARD_PATHS,
  currencyDecimals,
  factsOf,
  NO_FACTS,
  pathOf,
  patternsOf,
  renderPage,
  SHIPPED_KINDS,
  fontPaths,
  lookStylePath,
  readingOf,
  type CartFacts,
  type RefusedPurchase,
  type ContentDocument,
  type PathPatterns,
  type PathsDocument,
  type TemplateDocument,
  type PageInfo,
  type PageRef,
} from '@parlour/core';
import { cartFacts } from '../records/carts.js';
import { findBrand, findCollection, findProduct, loadData } from '../records/catalogue.js';
import { consoleOrigin } from '../config.js';
import { isStorablePath } from './paths.js';
import { STYLE_VERSION } from './assets.js';
import { documentHash, hashOfDocument, type Site } from './context.js';

export const NOT_FOUND: PageInfo = {
  code: 'not-found',
  kind: 'not-found',
  title: 'Page not found',
  path: '',
  description: '',
  subject: null,
};

/** The patterns of paths in the site's design. */
export const patternsFor = ({ state }: Pick<Site, 'state'>): PathPatterns =>
  patternsOf(state.get(keys.paths) as PathsDocument | undefined);

/** The store page that is at a path, or the not-found page. */
export async function pageAt(site: Site, path: string): Promise<PageInfo> {
  const match = isStorablePath(path) ? matchPath(patternsFor(site), path) : null;
  return (match && (await findPage(site, match.kind, 'slug', match.slug))) ?? NOT_FOUND;
}

/** Where a path leads by a redirect made by hand, or because the design's pattern for it has changed; null if nowhere. */
export async function redirectFor(site: Site, path: string): Promise<string | null> {
  const paths = site.state.get(keys.paths) as PathsDocument | undefined;
  const byHand = paths?.redirects && Object.hasOwn(paths.redirects, path) ? paths.redirects[path] : undefined;
  if (byHand !== undefined) return byHand;
  if (!paths?.patterns || !isStorablePath(path)) return null;
  const match = matchPath(STANDARD_PATHS, path);
  const page = match && paths.patterns[match.kind] ? await findPage(site, match.kind, 'slug', match.slug) : null;
  return page && page.path !== path ? page.path : null;
}

/** The page of a subject, or null if there is no such subject. */
export async function findPage(
  site: Pick<Site, 'db' | 'store' | 'state'>,
  kind: PageRef['kind'],
  by: 'slug' | 'code',
  value: string,
): Promise<PageInfo | null> {
  const { db, store } = site;
  const path = (slug = ''): string => (kind === 'not-found' ? '' : pathOf(patternsFor(site), kind, slug));
  switch (kind) {
    case 'not-found':
      return NOT_FOUND;
    case 'product': {
      const product = await findProduct(db, store.id, by, value);
      return product
        ? {
            code: `product:${product.code}`,
            kind,
            title: product.title,
            path: path(product.slug),
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
            path: path(collection.slug),
            description: collection.description,
            subject: { collection },
          }
        : null;
    }
    case 'content':
      return contentPage(site, by, value);
    case 'brand': {
      const brand = await findBrand(db, store.id, by, value);
      return brand
        ? {
            code: `brand:${brand.code}`,
            kind,
            title: brand.title,
            path: path(brand.slug),
            description: brand.description,
            subject: { brand },
          }
        : null;
    }
    default:
      return {
        code: kind,
        kind,
        title: kind === 'home' ? store.name : PAGE_KINDS[kind].name,
        path: path(),
        description: '',
        subject: null,
      };
  }
}

function contentPage(site: Pick<Site, 'state'>, by: 'slug' | 'code', value: string): PageInfo | null {
  for (const key of by === 'code' ? [keys.content(value)] : site.state.keys()) {
    if (!key.startsWith('content/')) continue;
    const content = site.state.get(key) as ContentDocument | undefined;
    if (!content || (by === 'slug' && content.slug !== value)) continue;
    return {
      code: `content:${key.slice('content/'.length)}`,
      kind: 'content',
      title: content.title,
      path: pathOf(patternsFor(site), 'content', content.slug),
      description: content.description ?? '',
      subject: { content },
    };
  }
  return null;
}

/** What the home page shows: itself, or another page that the design chose. */
async function homeOf(site: Site, page: PageInfo): Promise<PageInfo> {
  const paths = page.kind === 'home' ? (site.state.get(keys.paths) as PathsDocument | undefined) : undefined;
  if (!paths?.home) return page;
  const { kind, code } = parsePage(paths.home);
  const chosen = await findPage(site, kind, 'code', code ?? '');
  return chosen ? { ...chosen, path: page.path } : page;
}

export interface Shown {
  /** The page that is shown: what the design chose for home, where home was asked for. */
  readonly page: PageInfo;
  readonly html: string;
}

/** The html of a page; null if its kind has no template. @param refused what the shopper tried to buy in vain */
export async function showPage(site: Site, asked: PageInfo, refused?: RefusedPurchase): Promise<Shown | null> {
  const { db, config, store, state, mode, origin } = site;
  const page = await homeOf(site, asked);
  const setting = { now: new Date().toISOString(), decimals: currencyDecimals(store.currency) };
  const parts = assemblePage(
    { code: page.code, facts: factsOf(page.subject, page.path) },
    state,
    SHIPPED_KINDS,
    setting,
    readingOf({ page }),
  );
  if (!parts) return null;
  const [data, cart] = await Promise.all([
    loadData(db, { storeId: store.id, patterns: patternsFor(site), state }, parts.needs, page.subject),
    parts.hasFacts ? visitorsCart(site) : NO_FACTS.cart,
  ]);
  const html = renderPage({
    ...parts,
    store,
    page,
    data,
    now: setting.now,
    facts: { cart: refused ? { ...cart, refused } : cart },
    canonical: `${origin}${page.path}`,
    fonts: fontPaths(parts.look, (parts.template.document as TemplateDocument).look),
    styles: [
      lookStylePath(
        documentHash(state, keys.look),
        STYLE_VERSION,
        overridesHash(parts.template.document as TemplateDocument),
      ),
      kindsStylePath(kindsOn(parts), STYLE_VERSION),
    ],
    scripts: mode === 'preview' ? [`/assets/preview.js?console=${encodeURIComponent(consoleOrigin(config))}`] : [],
    mode,
  });
  return { page, html };
}

/** The hash of a template that overrides settings of the look; its stylesheet is its own. */
const overridesHash = (template: TemplateDocument): string | undefined =>
  template.look && Object.keys(template.look).length ? hashOfDocument(template) : undefined;

const visitorsCart = ({ db, store, cart }: Site): Promise<CartFacts> =>
  cart ? cartFacts(db, store.id, cart) : Promise.resolve(NO_FACTS.cart);
