/**
 * What search engines ask for before pages: what they need not visit (`/robots.txt`, RFC 9309), and where all pages are
 * (`/sitemap.xml`, sitemaps.org protocol 0.9), an index of parts.
 */
import { Router, type Request, type Response } from 'express';
import { documentsIn, codeOf, keys, pathOf } from '@parlour/core/documents';
import { escapeText } from '@parlour/core/fields';
import { groupsOfProducts, partsOfProducts, productsInPart, type PlacedPage } from '../records/sitemap.js';
import type { Site } from './context.js';
import { alternatesOf } from './editions.js';
import { patternsFor } from './pages.js';

/** Chosen views of a listing are without end, and the pages of a shopper are nobody else's. */
const UNWANTED_NAMES = ['filter', 'price-from', 'price-to', 'sort', 'view'];
const OF_SHOPPERS = ['cart', 'checkout', 'thank-you', 'account', 'sign-in', 'search'] as const;

const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';
const SITEMAP = 'xmlns="http://www.sitemaps.org/schemas/sitemap/0.9"';
const LINKS = 'xmlns:xhtml="http://www.w3.org/1999/xhtml"';
const PRODUCTS_PART = /^products-([1-9]\d{0,5})$/;

export const forSearchEngines = (siteOf: (response: Response) => Site): Router =>
  Router()
    .get('/robots.txt', (_request, response) => {
      response.type('text/plain').send(robots(siteOf(response)));
    })
    .get('/sitemap.xml', async ({ query: { part } }: Request, response, next) => {
      const site = siteOf(response);
      if (site.mode !== 'live') return next();
      if (part === undefined) return sendXml(response, await index(site));
      const paths = await pathsIn(site, String(part));
      if (paths === null) return next();
      const entries = paths.map((path) => entryOf(site, path));
      sendXml(response, `<urlset ${SITEMAP} ${LINKS}>\n${entries.join('\n')}\n</urlset>`);
    });

async function index(site: Site): Promise<string> {
  const products = await partsOfProducts(site.db, site.store.id);
  const parts = ['pages', 'groups', ...Array.from({ length: products }, (_, i) => `products-${i + 1}`)];
  const entries = parts.map(
    (part) => `<sitemap><loc>${escapeText(`${site.origin}/sitemap.xml?part=${part}`)}</loc></sitemap>`,
  );
  return `<sitemapindex ${SITEMAP}>\n${entries.join('\n')}\n</sitemapindex>`;
}

/** The paths of a part; null if there is no such part. */
async function pathsIn(site: Site, part: string): Promise<string[] | null> {
  const { db, store } = site;
  if (part === 'pages') return ownPaths(site);
  if (part === 'groups') return pathsOf(site, await groupsOfProducts(db, store.id));
  const [, number] = PRODUCTS_PART.exec(part) ?? [];
  const products = number === undefined ? [] : await productsInPart(db, store.id, Number(number));
  return products.length === 0 ? null : pathsOf(site, products);
}

const sendXml = (response: Response, xml: string): void =>
  void response.type('application/xml').send(`${HEAD}${xml}\n`);

function robots(site: Site): string {
  if (site.mode !== 'live') return 'User-agent: *\nDisallow: /\n';
  const patterns = patternsFor(site);
  const prefixes = ['', ...site.store.languages.map((language) => `/${language}`)];
  return [
    'User-agent: *',
    ...prefixes.flatMap((prefix) => OF_SHOPPERS.map((kind) => `Disallow: ${prefix}${patterns[kind]}`)),
    ...UNWANTED_NAMES.flatMap((name) => [`Disallow: /*?${name}=`, `Disallow: /*&${name}=`]),
    '',
    `Sitemap: ${site.origin}/sitemap.xml`,
    '',
  ].join('\n');
}

/** Home, the page of all collections, and the content pages that everyone may see. What home shows is known as home. */
function ownPaths(site: Site): string[] {
  const patterns = patternsFor(site);
  const content = [...documentsIn(site.state, 'content')].flatMap(([key, { slug, visible = 'everyone' }]) =>
    visible === 'everyone' && !isHome(site, `content:${codeOf(key)}`) ? [pathOf(patterns, 'content', slug)] : [],
  );
  return [pathOf(patterns, 'home'), pathOf(patterns, 'all-collections'), ...content.sort()];
}

const pathsOf = (site: Site, pages: readonly PlacedPage[]): string[] =>
  pages.flatMap(({ kind, code, slug }) =>
    isHome(site, `${kind}:${code}`) ? [] : [pathOf(patternsFor(site), kind, slug)],
  );

const isHome = ({ state }: Site, page: string): boolean => state.get(keys.paths)?.home === page;

function entryOf(site: Site, path: string): string {
  const others = (alternatesOf(site, path) ?? []).map(
    ({ language, address }) => `<xhtml:link rel="alternate" hreflang="${language}" href="${escapeText(address)}"/>`,
  );
  return `<url><loc>${escapeText(site.origin + path)}</loc>${others.join('')}</url>`;
}
