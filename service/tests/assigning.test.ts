/** Rules, assignments in bulk, additions and overrides on real pages. */
import { routes } from '@parlour/contract';
import { asAdmin, rule, testService, until, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const templateOf = async (page: string) => {
  const { pages } = await service.call(routes.listPages, { query: { search: page } });
  return pages.find((one) => one.page === page)?.template;
};
const undo = () => service.call(routes.undo, { body: { unit: crypto.randomUUID() } });

test('the demo’s rule gives its products their template, on the page, in the list and in why', async () => {
  expect(await templateOf('product:K-006')).toMatchObject({
    code: 'product-plain',
    reason: 'rule',
    rule: 'brand is "Featherby"',
  });
  const { sentences } = await service.call(routes.why, { params: { page: 'product:K-006' } });
  expect(sentences[1]).toBe(
    'It has the template “Product, words first” (product-plain), by the rule brand is "Featherby".',
  );
  expect((await service.visit('/item/duskmoth')).text).toContain('columns-last-wider');
  expect((await service.visit('/item/skerry-diamond')).text).toContain('columns-first-wider');
});

test('bound values, shared sections, open places and additions come out on the page, and why tells them apart', async () => {
  const diamond = (await service.visit('/item/skerry-diamond')).text;
  expect(diamond).toContain('Best in 2 to 5 Beaufort');
  expect(diamond).toContain('If it breaks');
  expect((await service.visit('/item/capstan-reel')).text).toContain('For every kite');
  expect((await service.visit('/browse/sport-and-indoor')).text).toContain('Two-line days');
  expect((await service.visit('/browse/single-line')).text).not.toContain('Two-line days');
  const about = await service.call(routes.why, { params: { page: 'product:K-009' }, query: { section: 'p-wind' } });
  expect(about.fields.find(({ field }) => field === 'values.text')).toMatchObject({
    value: '<p>For every kite</p>',
    origin: 'fallback',
  });
  expect((await service.visit('/workshop')).text).toContain('How a kite is made');
});

test('a rule changes the pages it matches, its order decides, and a page’s own assignment goes before', async () => {
  await service.edit(rule('price >= 40', 'product-plain', 'dear'), {
    type: 'assign',
    pages: ['product:K-005'],
    template: 'product',
  });
  const dear = await service.call(routes.listPages, { query: { pageKind: 'product', when: 'price >= 40' } });
  expect(dear.pages.length).toBeGreaterThan(1);
  for (const { page, template } of dear.pages)
    expect([page, template?.reason]).toEqual([page, page === 'product:K-005' ? 'page' : 'rule']);
  const { templates } = await service.call(routes.listTemplates);
  const pages = (await service.call(routes.listPages, { query: { pageKind: 'product', limit: 200 } })).pages;
  for (const { code, pages: count } of templates.filter(({ pageKind }) => pageKind === 'product'))
    expect([code, count]).toEqual([code, pages.filter(({ template }) => template?.code === code).length]);
  await undo();
  expect((await templateOf('product:K-005'))?.reason).toBe('standard');
});

test('a changed product shows at once, and only its own pages are worked out anew', async () => {
  const touched = async (work: () => Promise<unknown>) => {
    const mark = (admin: { query(text: string): Promise<unknown> }) =>
      admin.query(`update page_assignment set title = '?'`);
    await asAdmin(mark, service.databaseUrl);
    await work();
    const { rows } = await asAdmin(
      (admin) =>
        admin.query<{ page: string; side: string }>(
          `select page, side from page_assignment where title <> '?' order by 1, 2`,
        ),
      service.databaseUrl,
    );
    return rows.map(({ page, side }) => `${page} ${side}`);
  };
  const change = (body: object, product = 'K-005') => service.call(routes.changeProduct, { params: { product }, body });
  expect(await touched(() => change({ brand: 'B-4', attributes: { wind: null, crew: 2 } }))).toEqual([
    'product:K-005 draft',
    'product:K-005 live',
  ]);
  expect(await templateOf('product:K-005')).toMatchObject({ code: 'product-plain', reason: 'rule' });
  expect((await service.visit('/item/longshore-pro')).text).toContain('columns-last-wider');
  expect((await service.visit('/brand/featherby')).text).toContain('/item/longshore-pro');
  expect(await service.call(routes.getProduct, { params: { product: 'K-005' } })).toMatchObject({
    brand: 'B-4',
    attributes: { crew: 2, skill: 'sure' },
  });

  await change({ variants: [{ code: 'K-005-1', price: 21_950, wasPrice: null, stock: 3 }] });
  expect((await service.call(routes.listAudit)).entries[0]).toMatchObject({
    action: 'product.change',
    target: 'K-005',
    detail: { variants: [{ code: 'K-005-1', price: '€219.50', wasPrice: null, stock: 3 }] },
  });

  const tag = (await service.api('/stores/windrow/products/K-005')).headers['etag'] ?? '';
  await change({ brand: null });
  const patch = (body: object, headers = {}) =>
    service.api('/stores/windrow/products/K-005', {
      method: 'PATCH',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
  expect((await patch({ title: 'Late' }, { 'if-match': tag })).json()).toMatchObject({
    status: 412,
    place: 'if-match',
  });
  for (const [body, place] of [
    [{ brand: 'B-99' }, 'brand'],
    [{ variants: [{ code: 'K-001-1', stock: 1 }] }, 'variants.K-001-1.price'],
    [{ variants: [{ code: 'K-005-1', price: -1 }] }, 'variants[0].price'],
    [{ attributes: { 'Bad Name': 1 } }, 'attributes'],
    [{ visibleSince: '2026-02-30' }, 'visibleSince'],
    [{ colour: 'red' }, 'body'],
  ] as const)
    expect((await patch(body)).json()).toMatchObject({ status: 400, place });
  expect((await patch({ title: 'x' }, { 'if-match': '*' })).status).toBe(200);
  await change({ brand: 'B-3', title: 'Longshore Pro', attributes: { wind: 'Best in 2 to 6 Beaufort', crew: null } });
  for (const kind of ['draft', 'live'] as const)
    await asAdmin(
      (admin) => admin.query(`update assignment_renewal set wanted = wanted + 1 where side = $1`, [kind]),
      service.databaseUrl,
    );
  await until(async () => !(await service.call(routes.listPages)).renewing);
});

test('a brand has a page of its own, with its products, in its place in lists and menus', async () => {
  const page = await service.visit('/brand/skerry-lines');
  expect(page.text).toContain('Three sisters on an island');
  expect(page.text.match(/class="card-title"/g)).toHaveLength(3);
  expect((await service.visit('/brand/nobody')).status).toBe(404);
  const { pages } = await service.call(routes.listPages, {
    query: { pageKind: 'brand', when: 'path starts with "/brand/s"' },
  });
  expect(pages).toMatchObject([{ page: 'brand:B-1', path: '/brand/skerry-lines', template: { reason: 'standard' } }]);
  await service.edit(
    {
      type: 'insert',
      document: 'menu/header-links',
      place: { at: 'entries' },
      values: { label: 'Featherby', link: { to: 'brand:B-4' } },
    },
    {
      type: 'insert',
      document: 'template/product',
      kind: 'product-row',
      place: {},
      values: { source: { from: 'same-brand' } },
    },
  );
  await service.call(routes.publish, { body: {} });
  const product = (await service.visit('/item/skerry-diamond')).text;
  expect(product).toContain('href="/brand/featherby"');
  // The row that was put in stands last; it leaves out the product itself.
  const cards = [...product.matchAll(/card-title"><a href="([^"]+)"/g)].map(([, path]) => path);
  expect(cards.slice(-2)).toEqual(['/item/gannet-delta', '/item/braided-line-50-m']);
  await service.call(routes.revert, { params: { revision: '1' }, body: {} });
});

test('hundreds of pages are assigned in one unit and taken back as one', async () => {
  const { pages } = await service.call(routes.listPages, { query: { pageKind: 'product', limit: 200 } });
  const answer = await service.edit({
    type: 'assign',
    pages: pages.map(({ page }) => page),
    template: 'product-plain',
  });
  expect(answer.sentences).toEqual([`${pages.length} product pages have the template “Product, words first”.`]);
  expect((await service.call(routes.listPages, { query: { template: 'product-plain', reason: 'page' } })).total).toBe(
    pages.length,
  );
  expect((await undo()).sentences).toEqual([
    `Undid: ${pages.length} product pages have the template “Product, words first”.`,
  ]);
  expect((await service.call(routes.listPages, { query: { reason: 'page', pageKind: 'product' } })).total).toBe(0);
});

test('template overrides, another arrangement and a region left out show on its pages only, after publishing', async () => {
  const set = (field: string, value: unknown) =>
    ({ type: 'set', document: 'template/product-plain', field, value }) as const;
  await service.edit(
    { type: 'create', what: 'arrangement', region: 'header', name: 'Quiet header', code: 'quiet' },
    set('around.header', 'quiet'),
    set('around.footer', 'none'),
    set('look.gap', 2.5),
  );
  await service.call(routes.publish, { body: {} });
  const plain = (await service.visit('/item/duskmoth')).text;
  expect(plain).not.toMatch(/around-header|around-footer/);
  const style = /href="(\/styles\/look\/[^"]+)"/.exec(plain)?.[1] ?? '';
  expect((await service.visit(style)).text).toContain('--gap:2.5rem');
  expect((await service.visit('/item/skerry-diamond')).text).toMatch(/around-header.*around-footer/s);
});

test('paths, redirects and what the home page shows belong to the design', async () => {
  const set = (field: string, value: string) => ({ type: 'set', document: 'paths', field, value }) as const;
  await service.edit(
    set('patterns.product', '/kite/{slug}'),
    set('redirects./older', '/old'),
    set('redirects./old', '/workshop'),
    set('home', 'content:about'),
  );
  await service.call(routes.publish, { body: {} });
  expect((await service.visit('/kite/skerry-diamond')).status).toBe(200);
  expect((await service.visit('/item/skerry-diamond')).headers['location']).toBe('/kite/skerry-diamond');
  const moved = await Promise.all(['/old', '/older'].map((path) => service.visit(path)));
  expect(moved.map(({ status, headers }) => [status, headers['location']])).toEqual([
    [301, '/workshop'],
    [301, '/workshop'],
  ]);
  expect((await service.visit('/')).text).toContain('How a kite is made');
  // From one path of one's own to another: both of those before lead to it.
  await service.edit({ ...set('patterns.product', '/sail/{slug}'), was: '/kite/{slug}' });
  const told = await service.call(routes.compare);
  const { redirects } = await service.call(routes.publish, { body: {} });
  expect(told.redirects).toEqual(redirects);
  expect(redirects).toEqual([{ from: '/kite/{slug}', to: '/sail/{slug}' }]);
  for (const path of ['/kite', '/item'])
    expect((await service.visit(`${path}/skerry-diamond`)).headers['location']).toBe('/sail/skerry-diamond');
  expect((await service.visit('/kite/no-such-kite')).status).toBe(404);
  const back = await service.call(routes.revert, { params: { revision: '1' }, body: {} });
  expect(back.sentences).toContain('/sail/{slug} leads to /item/{slug} now.');
  expect((await service.visit('/item/skerry-diamond')).status).toBe(200);
  for (const path of ['/kite', '/sail'])
    expect((await service.visit(`${path}/skerry-diamond`)).headers['location']).toBe('/item/skerry-diamond');
  // The draft has followed: nothing of it waits to be published.
  expect((await service.call(routes.listChanges)).changes).toEqual([]);
});

test('a page that was hidden before it moved leads back when that is reverted, in the draft too', async () => {
  const page = (field: string, value: string, was?: string) =>
    service.edit({ type: 'set', document: 'content/about', field, value, ...(was === undefined ? {} : { was }) });
  await page('visible', 'nobody');
  const hidden = await service.call(routes.publish, { body: {} });
  await page('slug', 'our-house', 'workshop');
  await page('visible', 'everyone', 'nobody');
  expect((await service.call(routes.publish, { body: {} })).redirects).toEqual([]);
  expect((await service.visit('/our-house')).status).toBe(200);
  const back = await service.call(routes.revert, { params: { revision: String(hidden.number) }, body: {} });
  expect(back.sentences).toContain('/our-house leads to /workshop now.');
  expect((await service.call(routes.getDocument, { query: { key: 'paths' } })).document).toMatchObject({
    redirects: { '/our-house': '/workshop' },
  });
  await service.call(routes.revert, { params: { revision: '1' }, body: {} });
});

test.each([
  ['an unknown fact', { match: 'all', conditions: [{ fact: 'flavour', is: 'is', value: 'x' }] }, 'bad-rule'],
  [
    'a contradiction',
    {
      match: 'all',
      conditions: [
        { fact: 'price', is: '>', value: 5 },
        { fact: 'price', is: '<', value: 5 },
      ],
    },
    'rule-never-matches',
  ],
  ['no condition', { match: 'all', conditions: [] }, 'bad-value'],
])('a rule with %s is refused', async (_, when, code) => {
  const values = { when, template: 'product' };
  await expect(
    service.edit({ type: 'insert', document: 'assignments/product', place: { at: 'rules' }, values }),
  ).rejects.toMatchObject({ code });
});
