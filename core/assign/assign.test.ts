import { stateOf } from '../documents/state.js';
import { additionsFor, assignedTemplate, sectionOnPage, why, whySection, rulesThatDiffer } from './index.js';
import { matchPath, pathOf, patternsOf, STANDARD_PATHS, keys, type Document } from '../documents/index.js';
import { parsePage, parseRule, printRule, type SubjectFacts } from '../pages/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { assignments, refusal, section, template } from '../tests/designs.js';

const SETTING = { now: '2026-11-23T10:00Z', decimals: 2 };
const around = (name: string): Document => ({
  format: 1,
  type: 'arrangement',
  name,
  region: 'header',
  areas: { main: [section('h')] },
});
const addition = (name: string, place: string, target: object): Document =>
  ({ format: 1, type: 'addition', name, place, target, areas: { main: [section('x')] } }) as Document;
const products = {
  ...assignments('product', 'product', { 'product:K-1': 'festival' }),
  lists: {
    rules: [
      { id: 'r1', values: { when: parseRule('price >= 80', 'product'), template: 'dear' } },
      { id: 'r2', values: { when: parseRule('brand is "Skerry Lines"', 'product'), template: 'skerry' } },
    ],
  },
} as Document;
const state = stateOf([
  [keys.look, { format: 1, type: 'look', groundwork: 'foolscap', values: { gap: 1.5 } }],
  ['assignments/product', products],
  ['template/product', template([], 'product', 'Product')],
  ['template/festival', template([], 'product', 'Festival kite')],
  [
    'template/skerry',
    { ...template([], 'product', 'Skerry'), around: { header: 'sale', footer: 'none' }, look: { gap: 2.5 } },
  ],
  ['around/header/standard', around('Standard')],
  ['around/header/sale', around('Sale')],
  ['addition/banner', addition('Banner', 'above', { page: 'product:K-2' })],
  [
    'addition/note',
    addition('Size note', 'open-place:extra', { pageKind: 'product', when: parseRule('price < 50', 'product') }),
  ],
]);
const page = (code: string, facts: Record<string, string | number> = {}) => ({
  code,
  title: 'Lantern Box',
  path: '/item/lantern-box',
  facts: new Map(Object.entries(facts).map(([name, value]) => [name, [value]])) as SubjectFacts,
});

describe('assignment and why', () => {
  test('this page goes before the rules, the rules before the standard of the kind', () => {
    const assigned = (code: string, facts = {}) => assignedTemplate(page(code, facts), state, SETTING);
    expect(assigned('product:K-1', { price: 9900 })).toEqual({ template: 'festival', reason: 'page' });
    expect(assigned('product:K-2', { price: 9900 })).toEqual({ template: 'dear', reason: 'rule', rule: 'r1' });
    expect(assigned('product:K-2')).toEqual({ template: 'product', reason: 'standard' });
    expect(assigned('product:constructor')).toEqual({ template: 'product', reason: 'standard' });
    expect(assigned('home')).toBeNull();
  });

  test('why tells page, rule, standard, arrangement, addition and override apart, and how to change each', () => {
    const told = why(page('product:K-2', { price: 3900, brand: 'skerry lines' }), state, SETTING, SHIPPED_KINDS);
    expect(told.sentences).toEqual([
      'Lantern Box (product:K-2) is at /item/lantern-box.',
      'It has the template “Skerry” (skerry), by the rule brand is "Skerry Lines".',
      'The rule price >= 80 for “dear” does not match: its price is 39.',
      'Otherwise it would have “Product”, the standard of product pages.',
      'The template “Skerry” chooses “Sale” for its header.',
      'The template “Skerry” leaves the footer out.',
      '“Banner” is added above the content, for this page only.',
      '“Size note” is meant for this page, by the rule price < 50, but there is no open place “extra” on it.',
      'Gaps is 2.5 rem on pages of this template; elsewhere it is 1.5 rem.',
    ]);
    expect(told.change.map(({ command }) => command)).toEqual([
      'parlour assign product:K-2 TEMPLATE',
      'parlour rule list product',
      'parlour template show skerry',
      'parlour document show around/header/sale',
      'parlour document show addition/banner',
      'parlour document show addition/note',
    ]);
    expect(why(page('product:K-1'), state, SETTING, SHIPPED_KINDS)).toMatchObject({ otherwise: 'product', tried: [] });
    expect(why(page('product:K-9'), state, SETTING, SHIPPED_KINDS).sentences.slice(1, 4)).toEqual([
      'It has the template “Product” (product), the standard of product pages.',
      'The rule price >= 80 for “dear” does not match: it has no price.',
      'The rule brand is "Skerry Lines" for “Skerry” does not match: it has no brand.',
    ]);
    expect(why(page('home'), state, SETTING, SHIPPED_KINDS).sentences[1]).toBe(
      'No template is assigned to home pages.',
    );
  });

  test('why of a section says where each value comes from', () => {
    const own = {
      ...section('s', 'product-row', {
        title: { bind: 'attribute.wind', fallback: 'Any wind' },
        across: '4',
        'across@phone': '2',
      }),
      frame: { tone: 'soft' },
    };
    const told = (binding: (name: string) => unknown) =>
      Object.fromEntries(whySection(own, SHIPPED_KINDS, { binding }).map(({ field, sentence }) => [field, sentence]));
    expect(told(() => 'Light wind')).toMatchObject({
      'values.title': 'Title is “Light wind”: taken from the page (attribute.wind).',
      'values.across': 'Across on a desktop is “Four”: set here.',
      'values.across@tablet': 'Across on a tablet is “Four”: set here.',
      'values.across@phone': 'Across on a phone is “Two”: set for this device.',
      'values.limit': 'At most is 4: the default.',
      'frame.tone': 'Tone is “Soft”: set here.',
    });
    expect(told(() => '')['values.title']).toBe(
      'Title is “Any wind”: the fallback, since the page has none (attribute.wind).',
    );
  });

  test('what a section leaves to the look is told with the setting, and whose it is', () => {
    const row = section('s', 'product-row');
    const pictures = (own: typeof row, look: object, template?: object) =>
      whySection(own, SHIPPED_KINDS, {}, { look, template } as never).find(({ field }) => field === 'values.pictures');
    const bare = { format: 1, type: 'look', groundwork: 'foolscap' };
    const set = { ...bare, values: { pictureRatio: 'portrait' } };
    expect(pictures(row, bare)).toMatchObject({ value: 'square', origin: 'look' });
    expect(pictures(row, set)?.sentence).toBe('Pictures is “Portrait”: as the look says (pictureRatio).');
    expect(pictures(row, set, { look: { pictureRatio: 'landscape' } })?.sentence).toBe(
      'Pictures is “Landscape”: as the look of this template says (pictureRatio).',
    );
    expect(pictures({ ...row, values: { pictures: 'square' } }, set)).toMatchObject({ value: 'square', origin: 'own' });
    // A look where nothing was set has no values at all.
    const untouched = stateOf([...state, [keys.look, bare as Document]]);
    expect(why(page('product:K-2', { brand: 'skerry lines' }), untouched, SETTING, SHIPPED_KINDS).sentences).toContain(
      'Gaps is 2.5 rem on pages of this template; elsewhere it is 1.75 rem.',
    );
  });

  test('a section is found wherever it stands on a page, also in a shared one', () => {
    const shared = {
      format: 1,
      type: 'shared',
      name: 'Promise',
      areas: { main: [section('inside', 'text')] },
    } as Document;
    const with_ = stateOf([
      ...state,
      ['template/skerry', template([section('u', 'shared-section', { shared: 'promise' })], 'product', 'Skerry')],
      ['shared/promise', shared],
    ]);
    const told = why(page('product:K-2', { brand: 'skerry lines' }), with_, SETTING, SHIPPED_KINDS);
    expect(sectionOnPage(told, 'inside', with_).kind).toBe('text@1');
    expect(sectionOnPage(told, 'x', with_).id).toBe('x');
    expect(refusal(() => sectionOnPage(told, 'gone', with_)).remedy).toBe(
      'Its sections are in skerry, around/header/standard, addition/banner and shared/promise; look there for the ids.',
    );
  });

  test('sentences say facts as people wrote them, and formatted texts without their marks', () => {
    const written = new Map([['brand', ['Halyard  Works']]]);
    const told = why({ ...page('product:K-9', { brand: 'halyard works' }), written }, state, SETTING, SHIPPED_KINDS);
    expect(told.sentences[3]).toBe(
      'The rule brand is "Skerry Lines" for “Skerry” does not match: its brand is “Halyard  Works”.',
    );
    const prose = whySection(
      section('p', 'text', { text: '<p>Tea &amp; <em>wind</em>.</p><p>Both.</p>' }),
      SHIPPED_KINDS,
      {},
    );
    expect(prose[0]?.sentence).toBe('Text is “Tea & wind. Both.”: set here.');
  });

  test('additions are found by page, by kind and by rule', () => {
    const found = (code: string, price: number) => [...additionsFor(page(code, { price }), state, SETTING).keys()];
    expect(found('product:K-2', 9900)).toEqual(['above']);
    expect(found('product:K-3', 1000)).toEqual(['open-place:extra']);
    expect(found('home', 1000)).toEqual([]);
    expect(printRule(parseRule('price < 50', 'product'))).toBe('price < 50');
  });

  test.each(['shelf:1', 'product', 'product:', 'home:1', ''])('“%s” names no page', (code) => {
    expect(() => parsePage(code)).toThrow();
  });
});

test('the rules by which two states differ are those that one of them lacks or has otherwise; in another order all are', () => {
  const rule = (id: string, brand: string) => ({
    id,
    values: { when: { match: 'all', conditions: [{ fact: 'brand', is: 'is', value: brand }] }, template: 't' },
  });
  const of = (...rules: ReturnType<typeof rule>[]) => ({ ...assignments('product', 't'), lists: { rules } }) as never;
  const [a, b, c] = [rule('a', 'A'), rule('b', 'B'), rule('c', 'C')];
  const ids = (from: never | undefined, to: never | undefined) => rulesThatDiffer(from, to, 2)?.map(({ id }) => id);
  expect(ids(of(a, b), of(a, b))).toEqual([]);
  expect(ids(of(a, b), of(c, a, b))).toEqual(['c']);
  expect(ids(of(a, b), of(a, rule('b', 'Other')))).toEqual(['b', 'b']);
  expect(ids(undefined, of(a))).toEqual(['a']);
  expect(ids(of(a, b), of(b, a))).toBeUndefined();
});

describe('paths', () => {
  test('a path is found again by what made it', () => {
    for (const slug of ['gannet-delta', 'Drachen & Größe', '100%'])
      expect(matchPath(STANDARD_PATHS, pathOf(STANDARD_PATHS, 'product', slug))).toEqual({ kind: 'product', slug });
    expect(matchPath(STANDARD_PATHS, '/')).toEqual({ kind: 'home', slug: '' });
    expect(matchPath(STANDARD_PATHS, '/cart')).toEqual({ kind: 'cart', slug: '' });
    expect(matchPath(STANDARD_PATHS, '/about')).toEqual({ kind: 'content', slug: 'about' });
  });

  test('a design has patterns of its own', () => {
    const patterns = patternsOf({ format: 1, type: 'paths', patterns: { product: '/kite/{slug}' } });
    expect(pathOf(patterns, 'product', 'one')).toBe('/kite/one');
    expect(matchPath(patterns, '/item/one')).toEqual({ kind: 'content', slug: 'item/one' });
  });

  test.each(['/item/', '//item/a', '/item/%2Fetc', '/item/%E0%A4%A'])('%s leads nowhere', (path) => {
    expect(matchPath(STANDARD_PATHS, path)).toBeNull();
  });
});
