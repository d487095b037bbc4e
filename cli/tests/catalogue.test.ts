/** The catalogue by the command line: made, changed, copied, removed; a shopper sees it at once. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { testService, type TestService } from '../../service/tests/service.js';
import { runIn, typed, type Ended } from './commands.js';

let service: TestService;
let folder: string;
beforeAll(async () => {
  service = await testService();
  folder = mkdtempSync(join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'cli-'));
  await parlour('sign-in owner@windrow.example -', 'kites-over-ternhythe');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await service.stop();
});

const parlour = (line: string, input = ''): Promise<Ended> =>
  runIn({ PARLOUR_URL: service.origin, PARLOUR_CREDENTIALS: join(folder, 'credentials.json') }, typed(line), input);
const done = async (line: string): Promise<string> => {
  const { code, out, err } = await parlour(line);
  expect([line, code, err]).toEqual([line, 0, '']);
  return out;
};
const page = async (path: string) => (await service.visit(path)).text;

test('a brand, a product with options, a copy and a collection, from nothing to the storefront and away again', async () => {
  expect(await done('brand create B-9 "Quarrel & Daughter" --description "Knots."')).toBe(
    'Quarrel & Daughter (B-9)\nKnots.\n\npath                quarrel-daughter\n\nShoppers see it now.',
  );
  const made = await done(
    'product create K-051 Dotterel price=30 stock=5 was-price=34.50 brand=B-9 --option Colour=Moss,Sand --option "Size=S,M"',
  );
  expect(made).toMatch(
    /K-051-1 +Moss, S +€30\.00 +€34\.50 +5\nK-051-2 +Moss, M .*\nK-051-3 +Sand, S .*\nK-051-4 +Sand, M/,
  );
  expect(made).toContain('Shoppers see it now.');
  expect(await page('/item/dotterel')).toContain('Quarrel &amp; Daughter');
  expect(await done('stock set K-051/K-051-4 not-counted')).toMatch(/Sand, M .* not counted/);
  const set =
    'product set K-051 price@K-051-9=44 option.Colour@K-051-9=Ink option.Size@K-051-9=M "summary=Runs along the shore."';
  expect(await done(set)).toMatch(/Runs along the shore\.[^]*K-051-9 +Ink, M +€44\.00/);
  expect(await done('product remove-variant K-051 K-051-1')).not.toContain('K-051-1');
  expect(await done('product copy K-051 K-052 "Dotterel, large"')).toMatch(
    /^Dotterel, large \(K-052\)[^]*K-051-9 +Ink, M/,
  );
  expect(await done('product list --brand B-9')).toMatch(
    /^Code +Title +Status +Brand +Category +Price from +Stock +Variants\nK-051 +Dotterel +B-9 +€30\.00 +not counted +4\nK-052 +Dotterel, large/,
  );
  expect(await done('product set K-052 status=draft')).toContain('Shoppers do not see it: it is not for sale.');
  expect(await done('product list --status draft')).toMatch(/K-052 +Dotterel, large +draft/);
  await done('product set K-052 status=for-sale');
  expect(await done('collection create C-9 "On the shore" K-051 --into C-1')).toContain('in                  C-1');
  await done('collection member add C-9 K-052 K-001');
  expect(await done('collection member move C-9 K-001 --before K-051')).toContain('3 products: K-001, K-051, K-052');
  expect(await done('collection member remove C-9 K-001')).toContain('2 products: K-051, K-052');
  expect(await page('/browse/on-the-shore')).toContain('/item/dotterel-large');
  expect(await done('collection set C-9 "title=By the shore" into= position=0')).not.toContain('in  ');
  expect(await done('collection list')).toMatch(/C-9 +By the shore +2 +0/);
  expect(await done('collection create C-10 "Dotterels" --when "brand is Quarrel"')).toContain('No product matches.');
  expect(await done('collection set C-10 "when=price < 99 and brand starts with quarrel"')).toMatch(
    /when +price < 99 and brand starts with "quarrel"\n\n2 products: K-051, K-052/,
  );
  expect(await page('/browse/dotterels')).toContain('/item/dotterel-large');
  expect(await done('collection set C-10 when=')).not.toContain('when ');
  await done('collection remove C-10');
  expect((await parlour('brand remove B-9')).err).toContain('2 products are of the brand “Quarrel & Daughter”.');
  for (const line of ['product remove K-051', 'product remove K-052', 'collection remove C-9', 'brand remove B-9'])
    expect(await done(line)).toBe('Deleted.');
  expect((await service.visit('/item/dotterel')).status).toBe(404);
  expect(await done('product list --search dotterel')).toMatch(/^No products\./);
});

test.each([
  ['product create K-060 Knot price=24.999', 1, '“24.999” is not a price in EUR.'],
  ['product create K-060 Knot price=24,50', 1, 'Write it like this: 24.50'],
  ['product create K-060 Knot stock=4', 1, 'has a price'],
  ['product create K-060 Knot price=24 --option Colour=Moss,', 1, '“Colour=Moss,” is not NAME=VALUE,VALUE.'],
  ['product create K-060 Knot price=24 --option Colour', 2, 'Colour=Moss,Sand'],
  ['product create K-001 Knot price=24', 1, 'The code “K-001” is that of the product “Skerry Diamond”.'],
  ['product set K-001 status=gone', 1, 'It is one of: for-sale, draft, withdrawn.'],
  ['stock set K-003 4', 1, 'Name one: K-003/K-003-1'],
  ['stock set K-003/K-003-1 -4', 1, '“-4” is not a number of pieces.'],
  ['collection member move C-1 K-999', 1, 'The product “K-999” is not in this collection.'],
  ['collection set C-1 colour=red', 1, 'The names are: title, slug, description, into, position, when, picture, alt.'],
  ['collection set C-1 position=first', 1, '“first” is not a whole number.'],
])('%s is refused in words', async (line, code, said) => {
  const ended = await parlour(line);
  expect(ended.code).toBe(code);
  expect(ended.err).toContain(said);
});

test('what a product says besides: pictures, specifications, what goes with it, weights, and texts in a further language', async () => {
  await done('store languages de');
  const set = (changes: string) => done(`product set K-003 ${changes}`);
  expect(await set('"specification.Span=2.4 m" "specification.Weight=310 g" goes-with=K-009,K-010')).toMatch(
    /Span +2\.4 m\nWeight +310 g\n[^]*goes with +K-009, K-010/,
  );
  expect(await set('specification.Span= title@de=Tölpel word.Teal@de=Petrol')).toMatch(
    /title@de +Tölpel\nword\.Teal@de +Petrol/,
  );
  expect(await set('word.Colour@de=Farbe "summary@de=Hebt früh ab."')).toMatch(
    /word\.Teal@de +Petrol\nword\.Colour@de +Farbe/,
  );
  expect(await page('/de/item/gannet-delta')).toMatch(/<h1[^>]*>Tölpel<[^]*>Farbe<[^]*>Petrol</);
  const sent = await set(
    '"picture.K-001-a.png=Another kite" shown-by@K-003-1=K-001-a.png weight=820 goods-code@K-003-1=95030075',
  );
  expect(sent).toMatch(/picture 4 +Another kite \([^]*K-003-1 .* 820 g +95030075\nK-003-2 .* 820 g\nK-003-3/);
  expect(await set('pictures=K-001-a.png,K-003-a.png')).toMatch(
    /picture 1 +Another kite .*\npicture 2 +A broad teal delta/,
  );
  expect(await done('collection set C-1 title@de=Einleiner')).toContain('title@de            Einleiner');
  for (const [wrong, said] of [
    ['title@fr=Fou', 'The storefront does not speak “fr”.'],
    ['weight=heavy', 'is not a weight in grams'],
    ['title@K-003-1=x', '“title” cannot be set for one variant, and “K-003-1” is not a language.'],
    ['goods-code=12', '6 to 12 digits'],
    ['picture.gone.png=x', 'There is no picture “gone.png”.'],
  ] as const) {
    const { code, err } = await parlour(`product set K-003 ${wrong}`);
    expect([wrong, code, err]).toEqual([wrong, 1, expect.stringContaining(said)]);
  }
});

test('reviews are listed, added, hidden and deleted; what is no review is refused in words', async () => {
  const made = 'review create R-100 K-001 5 "name=Orla D." "title=Up in a breath" written=2026-11-02';
  expect(await done(made)).toMatch(
    /^Up in a breath \(R-100\)\n\nstars +5 of 5\nproduct +K-001\nby +Orla D\.\nwritten +2026-11-02 00:00 \(\+00:00\)\nstate +shown: shoppers see it$/,
  );
  expect(await done('review set R-100 state=hidden "text=Too loud."')).toMatch(
    /^Up in a breath \(R-100\)\nToo loud\.[^]*state +hidden$/,
  );
  expect(await done('review list --state hidden --product K-001')).toMatch(
    /^Code +Product +Stars +By +Says +Written +State\nR-100 +K-001 +5 +Orla D\. +Up in a breath +2026-11-02 00:00 \(\+00:00\) +hidden$/,
  );
  expect(await done('review export')).toMatch(
    /^review,product,rating,title,[^]*\r\nR-100,K-001,5,Up in a breath,Too loud\.,Orla D\.,,2026-11-02T00:00:00\.000Z,hidden/,
  );
  expect(await done('review remove R-100')).toBe('Deleted.');
  for (const [line, words] of [
    ['review create R-100 K-001 six', '“six” is not a number of stars.'],
    ['review set R-001 state=gone', '“gone” is not a state of a review.'],
    ['review set R-001 colour=red', '“colour=red” is not NAME=VALUE.'],
    ['review show R-100', 'There is no review “R-100” in this store.'],
  ] as const)
    expect([line, await parlour(line)]).toMatchObject([line, { code: 1, err: expect.stringContaining(words) }]);
});
