import { checkPublish, openDocument } from '@parlour/core/design';
import {
  documentsIn,
  RESERVED_SEGMENTS,
  hasSections,
  keys,
  sectionsIn,
  type ContentDocument,
  type MenuDocument,
  type Section,
} from '@parlour/core/documents';
import { menuEntries } from '@parlour/core/kinds';
import { fillingText } from '@parlour/core/catalogue';
import { parsePage } from '@parlour/core/pages';
import { assemblePage } from '@parlour/core/render';
import { SHIPPED_KINDS } from '@parlour/core/sections';
import { allGoods, firstGoods } from './windrow/catalogue/index.js';
import { windrowDesign } from './windrow/design.js';
import { harbourPicture, productPicture, studyPicture, toPng } from './windrow/pictures.js';

const { products, collections } = allGoods;
const design = windrowDesign(
  () => 'a'.repeat(64),
  collections.map(({ code }) => code),
);
const all: Section[] = [...design.values()].flatMap((document) =>
  hasSections(document) && document.type !== 'own' ? [...sectionsIn(document.areas)] : [],
);
const unique = (values: readonly string[]): boolean => new Set(values).size === values.length;

describe('Windrow Kites', () => {
  test('every document may be published', () => {
    const whole = new Map([...design].map(([key, document]) => [key, openDocument(document)]));
    expect(() => checkPublish(whole, new Map(), whole, SHIPPED_KINDS)).not.toThrow();
  });

  test('reviews are of products that there are, each with a code of its own', () => {
    const { reviews = [] } = allGoods;
    expect(unique(reviews.map(({ code }) => code))).toBe(true);
    expect(reviews.filter(({ product }) => !products.some(({ code }) => code === product))).toEqual([]);
    expect(new Set(reviews.map(({ rating }) => rating))).toEqual(new Set([1, 2, 3, 4, 5]));
  });

  test('section ids are unique in the whole design', () => {
    expect(unique(all.map((section) => section.id))).toBe(true);
  });

  test('what pages have of their own is for sections that they show', () => {
    const owned = [...documentsIn(design, 'own')].flatMap(([, { page, areas }]) =>
      (areas['main'] ?? []).map(({ id, kind }) => [page, id, kind]),
    );
    const assigned = design.get(keys.assignments('content'))?.pages ?? {};
    const shown = owned.map(([page = '', id]) => {
      const template = design.get(keys.template(assigned[page] ?? 'content'));
      const found = [...sectionsIn(template?.areas ?? {})].find((section) => section.id === id);
      return [page, id, found?.kind];
    });
    expect(owned.length).toBeGreaterThan(3);
    expect(owned).toEqual(shown);
  });

  test('every section kind that ships is used at least once', () => {
    expect(new Set(all.map((section) => section.kind.split('@')[0]))).toEqual(
      new Set(SHIPPED_KINDS.all.map((kind) => kind.name)),
    );
  });

  test('whatever is linked to exists', () => {
    const pages = new Set([
      'home',
      'not-found',
      ...firstGoods.products.map((one) => `product:${one.code}`),
      ...collections.map((one) => `collection:${one.code}`),
      ...[...design.keys()].filter((key) => key.startsWith('content/')).map((key) => key.replace('/', ':')),
    ]);
    const menu = design.get(keys.menu('header-links')) as MenuDocument;
    const links = [
      ...menuEntries(menu, null).map((entry) => entry.link),
      ...all.map((section) => section.values['link']),
    ].flatMap((link) => (link && typeof link === 'object' && 'to' in link ? [String(link.to)] : []));
    expect(links.length).toBeGreaterThan(5);
    expect(links.filter((link) => !pages.has(link))).toEqual([]);
  });

  test('no content page is where Parlour itself is, or where another is', () => {
    const slugs = [...design].flatMap(([key, document]) =>
      key.startsWith('content/') ? [(document as ContentDocument).slug] : [],
    );
    expect(slugs.filter((slug) => (RESERVED_SEGMENTS as readonly string[]).includes(slug))).toEqual([]);
    expect(unique(slugs)).toBe(true);
  });

  test('every page kind has a standard template', () => {
    const setting = { now: '2026-11-23T10:00:00Z', decimals: 2 };
    for (const code of ['home', 'product:K-001', 'collection:C-1', 'content:about', 'not-found'])
      expect([code, assemblePage({ code, facts: new Map() }, design, SHIPPED_KINDS, setting) !== null]).toEqual([
        code,
        true,
      ]);
    expect(() => parsePage('home')).not.toThrow();
  });

  test('codes and slugs are unique, and every variant has its own options', () => {
    expect(
      unique(products.map((one) => one.code)) &&
        unique(products.map((one) => one.slug)) &&
        unique(collections.map((one) => one.slug)),
    ).toBe(true);
    for (const product of products) {
      expect([product.code, unique(product.variants.map((one) => JSON.stringify(one.options)))]).toEqual([
        product.code,
        true,
      ]);
      for (const { options, price, wasPrice } of product.variants) {
        expect(Object.keys(options)).toEqual(product.options.map((option) => option.name));
        expect(wasPrice === null || wasPrice > price).toBe(true);
      }
    }
  });

  test('there is one of everything that makes pages look different', () => {
    const those = (are: (one: (typeof products)[number]) => boolean): string[] =>
      products.filter(are).map(({ code }) => code);
    expect([products.length, collections.length, new Set(products.map(({ brand }) => brand)).size]).toEqual([36, 7, 5]);
    expect(those(({ variants }) => variants.some(({ wasPrice }) => wasPrice !== null)).length).toBe(6);
    expect(those(({ variants }) => variants.every(({ stock }) => stock === 0))).toEqual(['K-008', 'K-027']);
    expect(those(({ variants }) => new Set(variants.map(({ price }) => price)).size > 1).length).toBeGreaterThan(1);
    expect(those(({ variants }) => variants.length === 40)).toEqual(['K-025']);
    expect(those(({ title }) => title.length > 100)).toEqual(['K-035']);
    expect(those(({ pictures }) => pictures.length === 0)).toEqual(['K-033']);
    expect(collections.filter(({ parent }) => parent).map(({ code, parent }) => [code, parent])).toEqual([
      ['C-4', 'C-1'],
    ]);
    expect(collections.filter(({ when }) => when && fillingText(when)).length).toBe(2);
    for (const { products: members } of collections)
      expect(members.every((code) => products.some((one) => one.code === code))).toBe(true);
  });

  test('drawings are the same every time, and become pictures', async () => {
    const drawn = { shape: 'delta', palette: ['teal', 'cream', 'vermilion'], seed: 3 } as const;
    expect(productPicture(drawn)).toBe(productPicture(drawn));
    expect(productPicture(drawn)).not.toBe(studyPicture(drawn));
    const png = await toPng(harbourPicture());
    expect(png.subarray(1, 4).toString()).toBe('PNG');
  });
});
