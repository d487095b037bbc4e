/**
 * Whatever is done to rules, assignments and catalogue: the table of pages (filled by lists of the database) says of
 * every page what the page itself works out when it is asked (from its own data, in memory).
 */
import fc from 'fast-check';
import { Problem, canonicalJson } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import type { Rule } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { asAdmin, eventually, testService, type TestService } from './service.js';
import { buyOne } from './shopper.js';

const STEPS = 60;
/** How often every page is asked, not only those of products. */
const ALL_EVERY = 15;

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const BRANDS = ['B-1', 'B-2', 'B-4', null] as const;
const WORDS = ['sport', 'indoor', 'line', 'ÅLE', 'ale'] as const;
const code = fc.integer({ min: 1, max: 12 }).map((n) => `K-${String(n).padStart(3, '0')}`);
const template = fc.constantFrom('product', 'product-plain');

const condition = fc.oneof(
  fc.record({
    fact: fc.constant('brand'),
    is: fc.constantFrom('is', 'is not'),
    value: fc.constantFrom('Featherby', 'skerry  LINES', 'Oxbow & Reed'),
  }),
  fc.record({
    fact: fc.constantFrom('category', 'keyword', 'attribute.mood'),
    is: fc.constantFrom('is', 'is not'),
    value: fc.constantFrom(...WORDS),
  }),
  fc.record({
    fact: fc.constant('price'),
    is: fc.constantFrom('>=', '<', '>'),
    value: fc.constantFrom(20, 29.5, 80, 189),
  }),
  fc.record({ fact: fc.constant('stock'), is: fc.constantFrom('<=', '>'), value: fc.constantFrom(0, 5, 12) }),
  fc.record({ fact: fc.constant('reduced'), is: fc.constant('is'), value: fc.boolean() }),
  fc.record({
    fact: fc.constant('collection'),
    is: fc.constantFrom('is', 'is not'),
    value: fc.constantFrom('C-1', 'c-2'),
  }),
  fc.record({ fact: fc.constant('path'), is: fc.constant('starts with'), value: fc.constantFrom('/item/s', '/item') }),
) as fc.Arbitrary<Rule['conditions'][number]>;

type Step =
  | { readonly edit: EditRequest }
  | { readonly product: string; readonly change: object }
  | { readonly rules: 'remove' | 'first' | 'off' | 'on'; readonly at: number }
  | { readonly order: true }
  | { readonly publish: true }
  | { readonly undo: true };

const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .record({
        match: fc.constantFrom('all', 'any'),
        conditions: fc.array(condition, { minLength: 1, maxLength: 3 }),
        template,
      })
      .map(({ template: to, ...when }) => ({
        edit: {
          type: 'insert',
          document: 'assignments/product',
          place: { at: 'rules' },
          values: { when, template: to },
        } as unknown as EditRequest,
      })),
  },
  {
    weight: 9,
    arbitrary: fc.record({
      product: code,
      change: fc.oneof(
        fc.record({ brand: fc.constantFrom(...BRANDS) }),
        fc.record({ category: fc.constantFrom('', ...WORDS), keywords: fc.subarray([...WORDS]) }),
        fc.record({ attributes: fc.record({ mood: fc.constantFrom(null, ...WORDS) }) }),
        fc.integer({ min: 1, max: 300 }).chain((price) =>
          fc.record({
            each: fc.record({
              price: fc.constant(price * 100),
              wasPrice: fc.constantFrom(null, 9900),
              stock: fc.constantFrom(0, 3, 40),
            }),
          }),
        ),
      ),
    }),
  },
  { weight: 3, arbitrary: fc.record({ rules: fc.constantFrom('remove', 'first', 'off', 'on'), at: fc.nat(20) }) },
  {
    weight: 2,
    arbitrary: fc
      .record({
        pages: fc.array(
          code.map((one) => `product:${one}`),
          { minLength: 1, maxLength: 3 },
        ),
        template: fc.option(template),
      })
      .map((assign): Step => ({ edit: { type: 'assign', ...assign } })),
  },
  {
    weight: 1,
    arbitrary: template.map((to): Step => ({ edit: { type: 'assign', pages: ['product'], template: to } })),
  },
  { weight: 2, arbitrary: fc.constant({ order: true as const }) },
  { weight: 1, arbitrary: fc.constant({ publish: true as const }) },
  { weight: 2, arbitrary: fc.constant({ undo: true as const }) },
);

/** Does a step; what the design refuses (a rule that never matches, nothing to undo) is no step. */
async function take(one: Step): Promise<void> {
  try {
    if ('edit' in one) await service.edit(one.edit);
    else if ('publish' in one) await service.call(routes.publish, { body: {} });
    else if ('order' in one) await buy();
    else if ('undo' in one) await service.call(routes.undo, { body: { unit: crypto.randomUUID() } });
    else if ('product' in one) await changeProduct(one.product, one.change);
    else await changeRules(one);
  } catch (error) {
    if (!(error instanceof Problem) || error.code === 'broken') throw error;
  }
}

/** An order takes stock; its pages are worked out a moment later. */
async function buy(): Promise<void> {
  const { variants } = await service.call(routes.getProduct, { params: { product: 'K-003' } });
  if (!variants.some(({ code: one, stock }) => one === 'K-003-1' && (stock ?? 0) > 0)) return;
  await buyOne(service);
  await eventually(async () => {
    const due = await asAdmin((admin) => admin.query('select 1 from page_due'), service.databaseUrl);
    expect(due.rowCount).toBe(0);
  });
}

async function changeProduct(product: string, { each, ...change }: { each?: object }): Promise<void> {
  const { variants } = await service.call(routes.getProduct, { params: { product } });
  const body = each ? { variants: variants.map((variant) => ({ code: variant.code, ...each })) } : change;
  await service.call(routes.changeProduct, { params: { product }, body });
}

async function changeRules({ rules: what, at }: Extract<Step, { rules: string }>): Promise<void> {
  const { document } = await service.call(routes.getDocument, { query: { key: 'assignments/product' } });
  const rules = (document as { lists?: { rules?: { id: string; values: { off?: boolean } }[] } }).lists?.rules ?? [];
  const rule = rules[at % Math.max(1, rules.length)];
  if (!rule) return;
  const of = { document: 'assignments/product', node: rule.id };
  if (what === 'remove') await service.edit({ type: 'remove', ...of });
  else if (what === 'first')
    await service.edit({ type: 'move', ...of, place: { at: 'rules', before: rules[0]?.id ?? null } });
  else await service.edit({ type: 'set', ...of, field: 'values.off', value: what === 'off', was: rule.values.off });
}

/** What the table says of every page. */
const tableOf = async (side: 'draft' | 'live', design?: string) => {
  const { rows } = await asAdmin(
    (admin) =>
      admin.query<{ page: string; template: string; reason: string }>(
        `select page, template, reason from page_assignment p join design d on d.id = p.design_id join store s on s.id = d.store_id
       where s.slug = 'windrow' and side = $1 and d.id = coalesce((select id from design where store_id = s.id and code = $2), s.live_design_id)
       order by page collate "C"`,
        [side, design],
      ),
    service.databaseUrl,
  );
  return rows.map(({ page, template, reason }) => `${page} ${template} ${reason}`);
};

/** What the pages of a table say of themselves. */
const askedFor = (table: readonly string[], design = 'live') =>
  Promise.all(
    table.map(async (row) => {
      const page = row.slice(0, row.indexOf(' '));
      const { template } = await service.client.call(routes.why, { params: { store: 'windrow', design, page } });
      // Of a page that follows the standard the table says just that.
      return `${page} ${template?.reason === 'standard' ? null : template?.template} ${template?.reason}`;
    }),
  );

test(`after ${STEPS} changes of rules and catalogue, the table says of every page what the page says itself`, async () => {
  const seed = Number(process.env['PARLOUR_SEED'] ?? 7420);
  const steps = fc.sample(step, { numRuns: STEPS, seed });
  const reasons = new Set<string>();
  // Archived while the catalogue changes, and looked at now and then.
  const resting = { store: 'windrow', design: 'resting' };
  await service.call(routes.createDesign, { body: { name: 'Resting', code: resting.design } });
  await service.client.call(routes.archiveDesign, { params: resting, body: {} });
  for (const [i, one] of steps.entries()) {
    await take(one);
    const all = (i + 1) % ALL_EVERY === 0;
    const table = (await tableOf('draft')).filter((row) => all || row.startsWith('product:'));
    for (const row of table) reasons.add(row.slice(row.lastIndexOf(' ') + 1));
    const said = await askedFor(table);
    expect([canonicalJson(steps.slice(0, i + 1)), table]).toEqual([canonicalJson(steps.slice(0, i + 1)), said]);
    if (all) {
      // With everything published, shoppers' side of the table is the same; it followed the catalogue by itself.
      await take({ publish: true });
      expect(await tableOf('live')).toEqual(await tableOf('draft'));
      await service.client.call(routes.restoreDesign, {
        params: { store: 'windrow' },
        body: { design: resting.design },
      });
      const rested = await tableOf('draft', resting.design);
      expect(rested).toEqual(await askedFor(rested, resting.design));
      expect(rested.length).toBeGreaterThan(30);
      await service.client.call(routes.archiveDesign, { params: resting, body: {} });
    }
  }
  expect([...reasons].sort()).toEqual(['page', 'rule', 'standard']);
}, 300_000);
