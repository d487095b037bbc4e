/** Rules, assignments in bulk, additions and overrides on real pages, and the table of pages that is kept beside. */
import { parseRule, type EditRequest, type PageSort } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import pg from 'pg';
import { testService, asAdmin, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const rule = (text: string, template: string, id: string) =>
  ({
    type: 'insert',
    document: 'assignments/product',
    place: { at: 'rules' },
    id,
    values: { when: parseRule(text, 'product'), template },
  }) as const;
const templateOf = async (page: string) => {
  const { pages } = await service.call(routes.listPages, { query: { search: page } });
  return pages.find((one) => one.page === page)?.template;
};
const documentOf = async (key: string) =>
  (await service.call(routes.getDocument, { query: { key } })).document as unknown as Record<string, unknown>;
const until = async (what: () => Promise<boolean>): Promise<void> => {
  for (const end = Date.now() + 15_000; !(await what()); await new Promise((go) => setTimeout(go, 50)))
    if (Date.now() > end) throw new Error('It did not happen.');
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

test('bound values, shared sections, spots and additions come out on the page, and why tells them apart', async () => {
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
  expect((await service.visit('/item/shearwater-pro')).text).toContain('columns-last-wider');
  expect((await service.visit('/brand/featherby')).text).toContain('/item/shearwater-pro');
  expect(await service.call(routes.getProduct, { params: { product: 'K-005' } })).toMatchObject({
    brand: 'B-4',
    attributes: { crew: 2, skill: 'sure' },
  });

  await change({ variants: [{ code: 'K-005-1', price: 21_950, wasPrice: null, stock: 3 }] });
  expect((await service.call(routes.listAudit)).entries[0]).toMatchObject({
    action: 'product.change',
    target: 'K-005',
    detail: { variants: [{ code: 'K-005-1', price: '€219.50', was: null, stock: 3 }] },
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
    [{ variants: [{ code: 'K-001-1', stock: 1 }] }, 'variants'],
    [{ variants: [{ code: 'K-005-1', price: -1 }] }, 'variants[0].price'],
    [{ attributes: { 'Bad Name': 1 } }, 'attributes'],
    [{ visibleSince: '2026-02-30' }, 'visibleSince'],
    [{ colour: 'red' }, 'body'],
  ] as const)
    expect((await patch(body)).json()).toMatchObject({ status: 400, place });
  expect((await patch({ title: 'x' }, { 'if-match': '*' })).status).toBe(200);
  await change({ brand: 'B-3', title: 'Shearwater Pro', attributes: { wind: 'Best in 2 to 6 Beaufort', crew: null } });
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
      document: 'menu/main',
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

test('a dry run tells the pages that would change, and changes nothing', async () => {
  const { seq } = await service.call(routes.listChanges);
  const answer = await service.call(routes.edit, {
    body: { unit: 'dry-1', dryRun: true, edits: [rule('category is "line"', 'product-plain', 'dry')] },
  });
  expect(answer.pages?.total).toBe(3);
  expect(answer.pages?.some.map(({ page }) => page)).toEqual(['product:K-010', 'product:K-009', 'product:K-011']);
  expect(answer.pages?.some[1]?.title).toBe('Capstan reel');
  expect(answer.sentences).toEqual(['Added the rule category is "line" to the assignments of product pages.']);
  expect((await service.call(routes.listChanges)).seq).toBe(seq);
});

test('a dry run names exactly the pages that show what is changed', async () => {
  const would = async (...edits: EditRequest[]) => {
    const { pages } = await service.call(routes.edit, { body: { unit: crypto.randomUUID(), dryRun: true, edits } });
    return pages?.total === 100 ? ['many'] : (pages?.some.map(({ page }) => page) ?? []);
  };
  const all = (await service.call(routes.listPages, { query: { limit: 200 } })).total;
  const set = (document: string, field: string, value: unknown, more: object = {}): EditRequest =>
    ({ type: 'set', document, field, value, ...more }) as EditRequest;
  const sport = { document: 'addition/sport-days', node: 'sport-days-text', was: undefined };
  expect(await would(set('paths', 'home', 'content:about'))).toEqual(['home']);
  expect(await would(set('paths', 'redirects./old', '/workshop'))).toEqual([]);
  expect(await would(set('paths', 'patterns.product', '/kite/{slug}'))).toHaveLength(all);
  expect(await would(set('look', 'values.gap', 2.5))).toHaveLength(all);
  expect(await would(set('menu/main', 'name', 'Menu', { was: 'Main menu' }))).toHaveLength(all - 1);
  expect(await would(set(sport.document, 'frame.hidden', true, { node: sport.node }))).toEqual(['collection:C-2']);
  expect(await would(set('content/about', 'title', 'About', { was: 'The workshop' }))).toEqual(['content:about']);
  const addition = { type: 'create', what: 'addition', name: 'Note' } as const;
  expect(await would({ ...addition, head: { place: 'above', 'target.page': 'product:K-004' } })).toEqual([
    'product:K-004',
  ]);
  expect(await would({ ...addition, head: { place: 'spot:nowhere', 'target.page': 'product:K-004' } })).toEqual([]);
  // Who lists, quotes or leads to a page looks different with it, and who says a word with that.
  const quote = {
    type: 'insert',
    document: 'template/all-collections',
    kind: 'part-of-page',
    place: {},
    values: { page: 'terms' },
  } as const;
  const below = set('content/privacy', 'parent', 'terms');
  await service.edit(quote, below);
  expect(
    await would(set('content/terms', 'text', '<p>Other.</p>', { was: (await documentOf('content/terms'))['text'] })),
  ).toEqual(expect.arrayContaining(['all-collections', 'content:terms']));
  await undo();
  const { content } = await service.call(routes.listContent);
  const labelled = content.find(({ labels }) => labels.length > 0)?.code ?? '';
  const listing = await would(
    set(`content/${labelled}`, 'title', 'Other', { was: (await documentOf(`content/${labelled}`))['title'] }),
  );
  expect(listing).toEqual(expect.arrayContaining([`content:${labelled}`]));
  expect(listing.length).toBeGreaterThan(1);
  // The menu leads to it, and is on every page but that with another header.
  expect(await would(set('content/about', 'slug', 'the-workshop', { was: 'workshop' }))).toHaveLength(all - 1);
  expect(await would(set('words/en-IE', 'words.order-now', 'Buy it'))).toEqual(['checkout']);
  expect(await would(set('words/en-IE', 'words.page-cart', 'Basket'))).toEqual(['cart']);
  expect(await would(set('words/en-IE', 'words.skip', 'On'))).toHaveLength(all);
  expect(await would(set('words/en-IE', 'words.sums-changed', 'Look again: {total}'))).toEqual([]);
  await service.edit(set('paths', 'home', 'content:about'));
  expect(await would(set('content/about', 'title', 'About', { was: 'The workshop' }))).toEqual([
    'home',
    'content:about',
  ]);
  await undo();
});

test('what a change touches is read from the table a part at a time, also for additions by rule and for rules that differ', async () => {
  const dry = async (edits: EditRequest[], pagesAfter?: string) => {
    const body = { unit: crypto.randomUUID(), dryRun: true, edits, ...(pagesAfter !== undefined && { pagesAfter }) };
    return (await service.call(routes.edit, { body })).pages;
  };
  const when = parseRule('category is "line"', 'product');
  const head = { place: 'above', 'target.pageKind': 'product', 'target.when': when };
  const create: EditRequest = { type: 'create', what: 'addition', name: 'Line note', code: 'line-note', head };
  const lines = ['product:K-010', 'product:K-009', 'product:K-011'];
  expect((await dry([create]))?.some.map(({ page }) => page)).toEqual(lines);
  await service.edit(create);
  const heading: EditRequest = { type: 'insert', document: 'addition/line-note', kind: 'heading', place: {} };
  // Now the table has what the rule matches, and no page is asked.
  expect((await dry([heading]))?.some.map(({ page }) => page)).toEqual(lines);
  const { rows } = await asAdmin(
    (admin) => admin.query(`select page from page_assignment where side = 'draft' and 'line-note' = any(additions)`),
    service.databaseUrl,
  );
  expect(rows).toHaveLength(3);
  await service.call(routes.changeProduct, { params: { product: 'K-009' }, body: { category: 'other' } });
  expect((await dry([heading]))?.some.map(({ page }) => page)).toEqual(lines.filter((page) => page !== lines[1]));
  await service.call(routes.changeProduct, { params: { product: 'K-009' }, body: { category: 'line' } });
  await undo();

  // More pages than one part has: collections, which need no products.
  await asAdmin(
    (admin) =>
      admin.query(`insert into collection (store_id, code, slug, title, description, position)
        select id, 'M-' || n, 'many-' || n, 'Many ' || lpad(n::text, 3, '0'), '', 100 + n from store, generate_series(1, 150) n where slug = 'windrow';
        update assignment_renewal set wanted = wanted + 1 where kind = 'collection'`),
    service.databaseUrl,
  );
  await until(async () => !(await service.call(routes.listPages)).renewing);
  const gap: EditRequest = { type: 'set', document: 'look', field: 'values.gap', value: 2.75 };
  const first = await dry([gap]);
  const second = await dry([gap], first?.next ?? '');
  const third = second?.next == null ? null : await dry([gap], second.next);
  const { total } = await service.call(routes.listPages);
  expect([first?.total, first?.some.length]).toEqual([total, 100]);
  const named = [first, second, third].flatMap((part) => part?.some.map(({ page }) => page) ?? []);
  expect([named.length, new Set(named).size]).toEqual([total, total]);
  await expect(dry([gap], 'nowhere')).rejects.toMatchObject({ code: 'bad-input' });
  await asAdmin(
    (admin) =>
      admin.query(
        `delete from collection where code like 'M-%'; update assignment_renewal set wanted = wanted + 1 where kind = 'collection'`,
      ),
    service.databaseUrl,
  );
  await until(async () => !(await service.call(routes.listPages)).renewing);
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

test('the list goes on where it ended, whatever is asked for at once', async () => {
  const whole = (await service.call(routes.listPages, { query: { limit: 200 } })).pages.map(({ page }) => page);
  const parts: string[] = [];
  for (let cursor: string | undefined; ;) {
    const { pages, next } = await service.call(routes.listPages, { query: { limit: 5, cursor } });
    parts.push(...pages.map(({ page }) => page));
    if (next === null) break;
    cursor = next;
  }
  expect(parts).toEqual(whole);
  await expect(service.call(routes.listPages, { query: { cursor: 'nonsense' } })).rejects.toMatchObject({
    place: 'cursor',
  });
});

test('the list can be sorted, from both ends, and goes on in its order; memory and table agree', async () => {
  await service.edit({ type: 'assign', pages: ['product:K-003'], template: 'product-plain' });
  const walk = async (sort: PageSort | `-${PageSort}`, more: object = {}) => {
    const found: AnswerOf<typeof routes.listPages>['pages'] = [];
    for (let cursor: string | undefined; ;) {
      const { pages, next } = await service.call(routes.listPages, { query: { sort, cursor, limit: 4, ...more } });
      found.push(...pages);
      if (next === null) return found;
      cursor = next;
    }
  };
  const keys = {
    title: ({ title }) => title,
    page: ({ page }) => page,
    template: ({ template }) => template?.code ?? '',
    reason: ({ template }) => template?.reason ?? 'none',
  } satisfies Record<string, (page: AnswerOf<typeof routes.listPages>['pages'][number]) => string>;
  for (const [sort, key] of Object.entries(keys) as [keyof typeof keys, (typeof keys)['title']][]) {
    const up = await walk(sort);
    expect(up.map(key)).toEqual(up.map(key).sort((a, b) => (a < b ? -1 : a > b ? 1 : 0)));
    expect((await walk(`-${sort}`)).map(({ page }) => page)).toEqual(up.map(({ page }) => page).reverse());
    // A rule makes the list be worked out without the table.
    const all = { pageKind: 'product', when: 'price >= 0' };
    expect(await walk(sort, all)).toEqual(up.filter(({ pageKind }) => pageKind === 'product'));
  }
  const { next } = await service.call(routes.listPages, { query: { sort: 'title', limit: 1 } });
  await expect(
    service.call(routes.listPages, { query: { sort: 'template', cursor: next ?? '' } }),
  ).rejects.toMatchObject({ code: 'bad-input', place: 'cursor' });
  await expect(service.call(routes.listPages, { query: { sort: 'colour' as 'title' } })).rejects.toMatchObject({
    place: 'sort',
  });
});

test('titles as long as they may be do not stop the list from going on', async () => {
  const title = `${'風'.repeat(194)} 100%`;
  for (const code of ['K-001', 'K-002', 'K-003'])
    await service.call(routes.changeProduct, { params: { product: code }, body: { title: `${title}${code.at(-1)}` } });
  const seen: string[] = [];
  for (let cursor: string | undefined; ;) {
    const { pages, next } = await service.call(routes.listPages, {
      query: { search: '100%', pageKind: 'product', limit: 1, cursor },
    });
    seen.push(...pages.map(({ page }) => page));
    if (next === null || seen.length > 5) break;
    cursor = next;
  }
  expect(seen).toEqual(['product:K-001', 'product:K-002', 'product:K-003']);
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

test('a table that is behind is renewed in the background; the list and dry runs say so meanwhile', async () => {
  const url = service.databaseUrl;
  const { pages } = await service.call(routes.listPages, { query: { pageKind: 'product' } });
  expect(pages.length).toBe(12);
  // Held, so that the renewal waits while it is looked at.
  const holding = new pg.Client({ connectionString: url });
  await holding.connect();
  await holding.query(
    `begin; select pg_advisory_xact_lock(7421, hashtext(design_id || ' ' || side || ' ' || kind)) from assignment_renewal`,
  );
  await asAdmin(
    (admin) => admin.query(`delete from page_assignment; update assignment_renewal set wanted = wanted + 1`),
    url,
  );
  const behind = await service.call(routes.listPages, { query: { pageKind: 'product' } });
  expect([behind.total, behind.renewing?.fault]).toEqual([0, null]);
  const dry = { type: 'set', document: 'look', field: 'values.gap', value: 3 } as const;
  const { pages: would } = await service.call(routes.edit, { body: { unit: 'dry-2', dryRun: true, edits: [dry] } });
  expect(would).toMatchObject({ total: 0, complete: false });
  await holding.query('commit');
  await holding.end();
  await until(async () => !(await service.call(routes.listPages)).renewing);
  expect((await service.call(routes.listPages, { query: { pageKind: 'product' } })).pages).toEqual(pages);
  const rows = await asAdmin(
    (admin) =>
      admin.query(`select count(*)::int as n from page_assignment p join store s on s.live_design_id = p.design_id
        where side = 'draft' and s.slug = 'windrow'`),
    url,
  );
  expect(rows.rows[0]).toMatchObject({ n: (await service.call(routes.listPages)).total });
});

test('a design that was archived lists its pages as they are once it is restored; products that are gone leave the list', async () => {
  const summer = { store: 'windrow', design: 'summer' };
  const run = (text: string) => asAdmin((admin) => admin.query(text), service.databaseUrl);
  await service.call(routes.createDesign, { body: { name: 'Summer', code: 'summer' } });
  await service.client.call(routes.archiveDesign, { params: summer, body: {} });
  const params = { product: 'K-006' };
  const { brand } = await service.call(routes.getProduct, { params });
  await service.call(routes.changeProduct, { params, body: { brand: 'B-1', title: 'Not Featherby' } });
  await run(`insert into page_assignment (design_id, side, kind, page, rank, title, reason)
    select id, 'draft', 'product', 'product:gone-' || n, 12, 'Gone', 'standard' from design, generate_series(1, 6000) n where code = 'summer'`);
  await service.client.call(routes.restoreDesign, { params: { store: 'windrow' }, body: { design: 'summer' } });
  const listed = (await service.client.call(routes.listPages, { params: summer, query: { pageKind: 'product' } }))
    .pages;
  expect(listed.find(({ page }) => page === 'product:K-006')).toMatchObject({
    title: 'Not Featherby',
    template: { reason: 'standard' },
  });
  expect(listed).toHaveLength(12);
  await service.call(routes.changeProduct, { params, body: { brand, title: 'Duskmoth' } });
  await service.client.call(routes.archiveDesign, { params: summer, body: {} });
});

test('a renewal that takes long delays no timed change', async () => {
  const run = (text: string) => asAdmin((admin) => admin.query(text), service.databaseUrl);
  await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    place: {},
    values: { text: 'A sale' },
  });
  const { changes } = await service.call(routes.listChanges);
  await run(`create function slow() returns trigger language plpgsql as $$ begin perform pg_sleep(0.7); return new; end $$;
    create trigger slow before insert on page_assignment for each row when (new.side = 'draft' and new.kind = 'product') execute function slow()`);
  await run(`update assignment_renewal set wanted = wanted + 1 where kind = 'product' and side = 'draft'`);
  const renewing = async () => (await service.call(routes.listPages, { query: { limit: 1 } })).renewing !== null;
  await service.call(routes.addTimedChange, {
    body: { name: 'Sale', changes: changes.map(({ id }) => id), from: new Date(Date.now() + 1_000).toISOString() },
  });
  const state = async () => (await service.call(routes.listTimedChanges)).timedChanges[0]?.state;
  await until(async () => (await state()) === 'live');
  expect(await renewing()).toBe(true);
  await run('drop trigger slow on page_assignment');
  await until(async () => !(await renewing()));
});
