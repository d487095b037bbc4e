/** What cards show: as the look says, as a template says, as a section says. */
import type { Values } from '../documents/index.js';
import type { Need, PageInfo, ProductCard } from '../kinds/index.js';
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
    ...{ since: '2026-11-03T10:00:00.000Z', attribute: 'Autumn & winter', spoken: [] },
  },
};
/** The card that was asked for; what nobody asked for is not there. */
const answer = (need: Need) => {
  if (need.type !== 'products') return undefined;
  const { more: _more, ...plain } = REDUCED;
  return [need.more === null ? plain : REDUCED];
};
interface Set {
  readonly look?: Values;
  readonly template?: Values;
  readonly section?: Values;
  readonly now?: string;
  readonly translation?: string;
}
const row = ({ look = {}, template, section: own = {}, ...rest }: Set) => {
  const { html, faults, until } = made([section('r', 'product-row', own)], {
    ...rest,
    page: HOME satisfies PageInfo,
    documents: { look: { format: 1, type: 'look', groundwork: 'foolscap', values: look } },
    ...(template && { template: { look: template } }),
    answer: answer as never,
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
  badgeNew: ['30', '>New</span>'],
  badgeReduced: ['percent', '>−24%</span>'],
  badgeSoldOut: ['shown', 'card-badge-sold-out">sold out</span>'],
  badgeAttribute: ['season', '>Autumn &amp; winter</span>'],
} as const satisfies Record<keyof typeof CARD_SETTINGS, readonly [string, string | null]>;

test.each(Object.entries(TOLD))('%s is as the look says, the template, or the section', (name, [value, told]) => {
  const usual = row({}).html;
  const said = row({ look: { [name]: value } }).html;
  expect(said).not.toBe(usual);
  expect(usual).not.toContain(told ?? 'nothing');
  expect(said).toContain(told ?? '');
  expect(row({ template: { [name]: value } }).html).toBe(said);
  expect(row({ section: { [name]: value } }).html).toBe(said);
  // The section goes before the template, that before the look.
  const [other] = otherValues(CARD_SETTINGS[name as keyof typeof CARD_SETTINGS]);
  expect(row({ look: { [name]: other }, template: { [name]: value } }).html).toBe(said);
  expect(row({ look: { [name]: other }, template: { [name]: other }, section: { [name]: value } }).html).toBe(said);
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
