/** Reviews: kept with their products, which say how many stars they are; and how often a product was ordered. */
import { routes, type InputOf } from '@parlour/contract';
import { buyOne } from './shopper.js';
import { asAdmin, testService, until, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

type New = InputOf<typeof routes.createReview>['body'];
const create = (body: New) => service.call(routes.createReview, { body });
const change = (review: string, body: InputOf<typeof routes.changeReview>['body']) =>
  service.call(routes.changeReview, { params: { review }, body });
const cardOf = async (code: string): Promise<unknown> => {
  const { rows } = await asAdmin(
    (admin) => admin.query('select rating, reviews, sold from card where code = $1', [code]),
    service.databaseUrl,
  );
  return rows[0];
};
const stars = async (code: string): Promise<unknown> => {
  const { rating, reviews } = (await cardOf(code)) as { rating: number | null; reviews: number };
  return [rating, reviews];
};

test('a card says the average of what is shown, whatever becomes of a review', async () => {
  expect(await stars('K-010')).toEqual([500, 1]);
  const written = '2026-11-02T23:30';
  expect(
    await create({ product: 'K-010', rating: 2, name: 'Ansel & Söhne 🪁', title: 'It <b>parted</b>', written }),
  ).toEqual({
    ...{ code: 'k-010-ansel-sohne', product: 'K-010', rating: 2, name: 'Ansel & Söhne 🪁', language: '' },
    ...{ title: 'It <b>parted</b>', text: '', written: '2026-11-02T23:30:00.000Z', state: 'shown' },
  });
  await create({ code: 'R-100', product: 'K-010', rating: 5, state: 'waiting' });
  expect(await stars('K-010')).toEqual([350, 2]);
  await change('R-100', { state: 'shown' });
  expect(await stars('K-010')).toEqual([400, 3]);
  await change('k-010-ansel-sohne', { state: 'hidden', text: 'With 300 characters '.repeat(15) });
  expect(await stars('K-010')).toEqual([500, 2]);
  // One that is of another product counts there.
  await change('R-100', { product: 'K-011' });
  expect([await stars('K-010'), await stars('K-011')]).toEqual([
    [500, 1],
    [500, 1],
  ]);
  await service.call(routes.deleteReview, { params: { review: 'R-100' } });
  expect(await stars('K-011')).toEqual([null, 0]);
  const { entries } = await service.call(routes.listAudit, { query: { limit: 1 } });
  expect(entries[0]).toMatchObject({ action: 'review.remove', target: 'R-100' });
});

test('a change of what is another by now is refused; what is the same already writes nothing', async () => {
  const before = await service.call(routes.getReview, { params: { review: 'R-001' } });
  await change('R-001', { title: 'Up in any wind' });
  const stale = service.call(routes.changeReview, {
    params: { review: 'R-001' },
    body: { title: 'Mine' },
    match: before,
  });
  await expect(stale).rejects.toMatchObject({ code: 'stale-tag' });
  const audited = async () => (await service.call(routes.listAudit, { query: { limit: 1 } })).entries[0];
  const last = await audited();
  await change('R-001', { title: 'Up in any wind', rating: before.rating, written: before.written });
  expect(await audited()).toEqual(last);
});

test.each<[string, Partial<New>, string]>([
  ['of a product that is not there', { product: 'K-999' }, 'product'],
  ['of six stars', { rating: 6 }, 'rating'],
  ['of half a star', { rating: 4.5 }, 'rating'],
  ['written at no time', { written: 'yesterday' }, 'written'],
  ['written too far away', { written: '+020000-01-01T00:00Z' }, 'written'],
  ['in no language', { language: 'German' }, 'language'],
  ['with a code that is taken', { code: 'R-001' }, 'code'],
])('one %s is refused at its field', async (_what, wrong, place) => {
  await expect(create({ product: 'K-001', rating: 4, ...wrong })).rejects.toMatchObject({ place });
});

test('they are listed part by part, those that were written last first, and narrowed', async () => {
  const codes: string[] = [];
  for (let after: string | undefined; ;) {
    const part = await service.call(routes.listReviews, { query: { limit: 3, after } });
    codes.push(...part.reviews.map(({ code }) => code));
    if (part.next === null) break;
    after = part.next;
  }
  const { reviews } = await service.call(routes.listReviews, { query: { limit: 200 } });
  expect(codes).toEqual(reviews.map(({ code }) => code));
  expect(reviews.map(({ written }) => written)).toEqual(
    reviews
      .map(({ written }) => written)
      .sort()
      .reverse(),
  );
  expect(codes.length).toBeGreaterThan(20);
  const of = async (query: InputOf<typeof routes.listReviews>['query']) =>
    (await service.call(routes.listReviews, { query })).reviews.map(({ code, productTitle }) => [code, productTitle]);
  expect(await of({ state: 'waiting' })).toEqual([['R-031', 'Lantern Box']]);
  expect(await of({ product: 'K-003', rating: 2 })).toEqual([['R-008', 'Gannet Delta']]);
  for (const at of ['2026-02-30', '+020000-01-01T00:00:00.000Z', '0000-01-01T00:00:00.000Z'])
    await expect(of({ after: Buffer.from(JSON.stringify([at, '1'])).toString('base64url') })).rejects.toMatchObject({
      place: 'after',
    });
});

test('what is ordered is counted once, and taken off again when it is cancelled', async () => {
  const soldIs = async (sold: number) => ((await cardOf('K-003')) as { sold: number }).sold === sold;
  await buyOne(service);
  await until(() => soldIs(1));
  await buyOne(service);
  await until(() => soldIs(2));
  const cancelled = { type: 'cancelled', stockBack: false } as const;
  await service.call(routes.noteOnOrder, { params: { number: '1' }, body: cancelled });
  await until(() => soldIs(1));
  // A card that is made anew says the same.
  for (const status of ['draft', 'for-sale'] as const)
    await service.call(routes.changeProduct, { params: { product: 'K-003' }, body: { status } });
  expect(await soldIs(1)).toBe(true);
});

test('with a product go its reviews', async () => {
  await service.call(routes.deleteProduct, { params: { product: 'K-007' } });
  const { reviews } = await service.call(routes.listReviews, { query: { limit: 200 } });
  expect(reviews.filter(({ product }) => product === 'K-007')).toEqual([]);
});
