/** What cards show: as the look says, as a template says, as a section says. */
import type { Values } from '../documents/index.js';
import type { FormState, Need, PageInfo, ProductCard } from '../kinds/index.js';
import { CARD_SETTINGS } from '../look/index.js';
import { cardOf, picture } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { otherValues } from '../tests/other-values.js';
import { HOME, made } from '../tests/pages.js';

const SECOND = { ...picture, hash: 'b'.repeat(64), alt: 'From <behind>' };
const REDUCED: ProductCard = {
  ...cardOf('K-1'),
  ...{ price: 9001, wasPrice: 12_000, available: false },
  more: {
    ...{ second: SECOND, summary: 'It <flies>.', rating: 456, reviews: 12 },
    ...{ since: '2026-11-03T10:00:00.000Z', attribute: 'Autumn & winter', spoken: [], single: { Span: '2 "m"' } },
  },
};
/** The card that was asked for; what nobody asked for is not there. */
const answer = (need: Need) => {
  if (need.type === 'path') return '/cart';
  if (need.type !== 'products') return undefined;
  const { more: _more, ...plain } = REDUCED;
  return [need.more === null ? plain : REDUCED];
};
interface Set {
  readonly product?: Partial<ProductCard>;
  readonly form?: FormState;
  readonly look?: Values;
  readonly template?: Values;
  readonly section?: Values;
  readonly now?: string;
  readonly translation?: string;
}
const row = ({ look = {}, template, section: own = {}, product = {}, ...rest }: Set) => {
  const { html, faults, until } = made([section('r', 'product-row', own)], {
    ...rest,
    page: HOME satisfies PageInfo,
    documents: { look: { format: 1, type: 'look', groundwork: 'foolscap', values: look } },
    ...(template && { template: { look: template } }),
    answer: (need: Need) => {
      const found = answer(need);
      return Array.isArray(found) ? found.map((card: ProductCard) => ({ ...card, ...product })) : found;
    },
  });
  expect(faults).toEqual([]);
  return { html: html.slice(html.indexOf('<ul class="cards')), until };
};

/** Others than the usual ones, with what tells them. */
const TOLD = {
  secondPicture: ['fade', `tabindex="-1" aria-hidden="true"><img src="/pictures/${picture.hash}`],
  pictureUnderPointer: ['grow', 'pictures-grow'],
  cardBrand: ['hidden', null],
  cardSummary: ['shown', '<p class="card-summary">It &lt;flies&gt;.</p>'],
  cardRating: ['shown', '<span class="hidden-words">4.6 out of 5 stars, 12 reviews</span>'],
  cardSaving: ['amount', 'You save €29.99'],
  cardAction: ['button', '<a class="button" href="/item/K-1">See it<span class="hidden-words"> K-1</span></a>'],
  cardActionShown: ['pointer', 'action-pointer'],
  cardActionPlace: ['full', 'action-full'],
  cardActionSize: ['large', 'action-large'],
  badgeNew: ['30', '>New</span>'],
  badgeReduced: ['percent', '>−24%</span>'],
  badgeSoldOut: ['shown', 'card-badge-sold-out">sold out</span>'],
  badgeAttribute: ['season', '>Autumn &amp; winter</span>'],
} as const satisfies Record<keyof typeof CARD_SETTINGS, readonly [string, string | null]>;

test.each(Object.entries(TOLD))('%s is as the look says, the template, or the section', (name, [value, told]) => {
  // What is said of an action counts where there is one.
  const base = /^cardAction./.test(name) ? { cardAction: 'button' } : {};
  const usual = row({ look: base }).html;
  const said = row({ look: { ...base, [name]: value } }).html;
  expect(said).not.toBe(usual);
  expect(usual).not.toContain(told ?? 'nothing');
  expect(said).toContain(told ?? '');
  expect(row({ template: { ...base, [name]: value } }).html).toBe(said);
  expect(row({ section: { ...base, [name]: value } }).html).toBe(said);
  // The section goes before the template, that before the look.
  const [other] = otherValues(CARD_SETTINGS[name as keyof typeof CARD_SETTINGS]);
  const looked = { ...base, [name]: other };
  expect(row({ look: looked, template: { [name]: value } }).html).toBe(said);
  expect(row({ look: looked, template: { [name]: other }, section: { [name]: value } }).html).toBe(said);
});

test('the brand stands on cards, unless it is not to', () => {
  expect(row({}).html).toContain('<div class="card-brand">B</div>');
  expect(row({ look: { cardBrand: 'hidden' } }).html).not.toContain('card-brand');
});

test('a product is new until its days are over, and the page is made anew then', () => {
  const of = (now: string) => row({ look: { badgeNew: '30' }, now });
  expect(of('2026-12-03T09:59:59.999Z')).toMatchObject({
    html: expect.stringContaining('>New<') as string,
    until: '2026-12-03T10:00:00.000Z',
  });
  expect(of('2026-12-03T10:00:00.000Z').html).not.toContain('>New<');
});

test('savings are rounded down, so that nobody is promised more', () => {
  // 24.99 percent.
  expect(row({ look: { cardSaving: 'percent' } }).html).toContain('You save 24%');
  expect(row({ look: { cardSaving: 'percent' }, translation: 'de' }).html).toContain('Sie sparen 24 %');
});

test('what nobody has translated says its language, what the page says does not', () => {
  const { html } = row({
    look: { cardSummary: 'shown', badgeAttribute: 'season', badgeReduced: 'word' },
    translation: 'de',
  });
  expect(html).toContain('<p class="card-summary" lang="en-IE">');
  expect(html).toContain('card-badge-own" lang="en-IE">');
  expect(html).toContain('card-badge-reduced">Reduziert</span>');
});

describe('the action of a card', () => {
  const look = { cardAction: 'button' };
  test('buys what needs no choice, and leads to what does', () => {
    const { html } = row({ look, product: { available: true } });
    expect(html).toContain('<form method="post" action="/cart"><input type="hidden" name="page" value="/">');
    expect(html).toContain('<input type="hidden" name="back-to" value="r">');
    expect(html).toContain(
      'name="product" value="K-1"><input type="hidden" name="option.Span" value="2 &quot;m&quot;">',
    );
    expect(html).toContain('type="submit">Add to cart<span class="hidden-words"> K-1</span></button>');
    const more = { ...(REDUCED.more as NonNullable<ProductCard['more']>), single: null };
    const several = row({ look: { cardAction: 'link' }, product: { available: true, more } }).html;
    expect(several).toContain('<a class="button-quiet" href="/item/K-1">Choose<');
    expect(several).not.toContain('<form');
  });

  test('says what came of it on the card where it was pressed', () => {
    const after = (form: Partial<FormState>) =>
      row({
        look,
        product: { available: true },
        form: { section: 'r', typed: { product: 'K-1' }, refused: '', ...form },
      }).html;
    expect(after({ done: true })).toContain(
      '<p class="card-said" role="status">It is in your cart. <a href="/cart">Cart</a></p>',
    );
    expect(after({ refused: 'Only <3> left.' })).toContain(
      '<p class="card-said" role="alert">Only &lt;3&gt; left.</p>',
    );
    expect(after({ typed: { product: 'K-2' }, done: true })).not.toContain('card-said');
  });
});
