/** A new store from the first minute: what it comes with, what it still needs, and what of it shoppers see. */
import { randomUUID } from 'node:crypto';
import type { EditRequest } from '@parlour/core/design';
import { routes } from '@parlour/contract';
import { asAdmin, eventually, send, testService, type TestService } from './service.js';

const STORE = 'tern-tea';
const params = { store: STORE };
let service: TestService;
beforeAll(async () => {
  service = await testService();
  await service.call(routes.createStore, {
    body: { slug: STORE, name: 'Tern Tea', currency: 'EUR', country: 'IE', locale: 'en', timeZone: 'Europe/Dublin' },
  });
});
afterAll(() => service.stop());

const visit = (path: string) => send(service.port, `${STORE}.localhost`, path);
const publish = () => service.call(routes.publish, { params, body: {} });
const steps = async () =>
  Object.fromEntries((await service.call(routes.getSetUp, { params })).steps.map((step) => [step.code, step]));
const edit = (...edits: object[]) =>
  service.call(routes.edit, { params, body: { unit: randomUUID(), edits: edits as EditRequest[] } });

test('no page is blank, and every page of the menus is there', async () => {
  const home = (await visit('/')).text;
  const paths = [...home.matchAll(/<li><a href="([^"]+)"/g)].map(([, path]) => path as string);
  expect(paths).toEqual(['/browse', '/about', '/contact', '/delivery', '/terms', '/privacy']);
  for (const path of paths) {
    const { status, text } = await visit(path);
    expect([path, status, /<h1 class="page-title">[^<]+<\/h1>/.test(text)]).toEqual([path, 200, true]);
  }
});

test('the list of what is left ticks itself off, and a page that is gone can be made again', async () => {
  expect(Object.entries(await steps()).flatMap(([code, { done }]) => (done ? [code] : []))).toEqual([
    'pages',
    'menus',
    'inspection',
  ]);
  await edit({ type: 'discard', document: 'content/terms' });
  expect((await steps())['pages']?.sentence).toBe('Missing: “Terms”.');
  const { menus } = await service.call(routes.listMenus, { params });
  expect(menus.map(({ code, entries, uses, gone }) => [code, entries, uses.length, gone])).toEqual([
    ['header-links', 3, 1, []],
    ['help', 3, 1, [{ entry: 'to-terms', label: 'Terms', page: 'content:terms' }]],
  ]);
  await edit({ type: 'create', what: 'content', name: 'Terms', code: 'terms', starter: 'terms' });
  expect((await service.call(routes.listMenus, { params })).menus[1]?.gone).toEqual([]);
  for (const code of ['about', 'contact', 'delivery', 'terms', 'privacy'])
    await edit({ type: 'set', document: `content/${code}`, field: 'readyMade', value: false, was: true });
  await edit({ type: 'set', document: 'template/home', field: 'name', value: 'Front', was: 'Home' });
  await service.call(routes.setDeliveryMethod, {
    params: { ...params, method: 'post' },
    body: { name: 'Post', prices: { IE: 450 } },
  });
  await service.call(routes.setDetails, {
    params,
    body: { street: 'Quay 1', city: 'Tern', email: 'tea@tern.example' },
  });
  await publish();
  const open = Object.values(await steps()).filter(({ done }) => !done);
  expect(open.map(({ code }) => code)).toEqual(['products', 'logo']);
});

test('a menu that a section shows by default cannot be removed', async () => {
  await expect(edit({ type: 'discard', document: 'menu/header-links' })).rejects.toMatchObject({
    code: 'still-used',
    message: 'The menu “Header links” is shown by sections in around/header/standard.',
  });
});

test('a content page that is held back is for previews alone; one with a time comes by itself', async () => {
  const about = (field: string, value?: unknown, was?: unknown) => ({
    type: 'set',
    document: 'content/about',
    field,
    ...(value === undefined ? {} : { value }),
    ...(was === undefined ? {} : { was }),
  });
  await edit(about('visible', 'nobody'));
  await publish();
  expect([(await visit('/about')).status, (await visit('/')).text.includes('href="/about"')]).toEqual([404, false]);
  const { url } = await service.call(routes.preview, { params, body: { page: 'content:about' } });
  const preview = new URL(url);
  expect((await send(service.port, preview.hostname, preview.pathname + preview.search)).status).toBe(200);

  const tomorrow = new Date(Date.now() + 24 * 3600 * 1000).toISOString();
  await edit(about('visible', undefined, 'nobody'), about('from', tomorrow));
  await publish();
  expect([(await visit('/about')).status, (await visit('/')).text.includes('href="/about"')]).toEqual([404, false]);
  // Nothing is published at the time itself.
  const from = new Date(Date.now() + 2500).toISOString();
  await edit(about('from', from, tomorrow));
  await publish();
  await eventually(async () => {
    expect([(await visit('/about')).status, (await visit('/')).text.includes('href="/about"')]).toEqual([200, true]);
  });
  expect(Date.now()).toBeGreaterThanOrEqual(Date.parse(from));
});

test('a page gets its template in the unit that makes both; one that is not there gets none, however it is said', async () => {
  await edit(
    { type: 'create', what: 'content', name: 'Our story', code: 'our-story' },
    { type: 'create', what: 'template', name: 'Story', starter: 'story', code: 'story' },
    { type: 'assign', pages: ['content:our-story'], template: 'story' },
  );
  const { pages, total } = await service.call(routes.listPages, {
    params,
    query: { pages: 'content:our-story, home,content:never' },
  });
  expect([total, pages.map(({ page, template }) => [page, template?.code])]).toEqual([
    2,
    [
      ['home', 'home'],
      ['content:our-story', 'story'],
    ],
  ]);
  for (const wrong of [
    { type: 'assign', pages: ['content:never'], template: 'story' },
    { type: 'set', document: 'assignments/content', field: 'pages.content:never', value: 'story' },
  ])
    await expect(edit(wrong)).rejects.toMatchObject({ code: 'no-such-page', place: 'page' });
  await service.call(routes.undo, { params, body: { unit: randomUUID() } });
});

test('a content page that moves leaves a redirect, however it is published, and coming back takes it away', async () => {
  const to = (slug: string, was: string) => ({
    type: 'set',
    document: 'content/privacy',
    field: 'slug',
    value: slug,
    was,
  });
  const redirects = async () =>
    ((await service.call(routes.getDocument, { params, query: { key: 'paths' } })).document as { redirects?: object })
      .redirects ?? {};
  const path = async (at: string) => {
    const { status, headers } = await visit(at);
    return status === 301 ? headers['location'] : status;
  };
  // Unpublished changes of the paths stay where they are.
  await edit({ type: 'set', document: 'paths', field: 'redirects./by-hand', value: '/terms' });
  await edit(to('your-data', 'privacy'));
  const { changes } = await service.call(routes.listChanges, { params });
  const moved = changes.filter(({ document }) => document === 'content/privacy').map(({ id }) => id);
  expect((await service.call(routes.publish, { params, body: { changes: moved } })).redirects).toEqual([
    { from: '/privacy', to: '/your-data' },
  ]);
  expect([await path('/privacy'), await path('/your-data'), await path('/by-hand')]).toEqual(['/your-data', 200, 404]);
  expect(await redirects()).toEqual({ '/by-hand': '/terms', '/privacy': '/your-data' });
  expect((await service.call(routes.listChanges, { params })).changes.map(({ document }) => document)).toEqual([
    'paths',
  ]);
  const { events } = await service.call(routes.readLog, { params, query: { after: 0 } });
  expect(events.at(-1)?.sentences.join()).toMatch(/^Published as revision \d+\. \/privacy leads to \/your-data now\.$/);
  // What is undone is the author's edit, not what publishing added to it.
  await service.call(routes.undo, { params, body: { unit: randomUUID() } });
  expect(await redirects()).toEqual({ '/by-hand': '/terms', '/privacy': '/your-data' });
  expect((await publish()).redirects).toEqual([{ from: '/your-data', to: '/privacy' }]);
  expect([await path('/privacy'), await path('/your-data'), await path('/by-hand')]).toEqual([
    200,
    '/privacy',
    '/terms',
  ]);
});

test('a content page has its texts in each language; what has none is refused', async () => {
  const set = (field: string, value: string) => ({ type: 'set', document: 'content/contact', field, value });
  await edit(set('title@de', 'Kontakt'), set('text@de', '<p>Einfach antworten.</p>'));
  // Attributes are the page's own, in each language too; a template shows them, and a rule chooses by them.
  await edit(set('attributes.answer', 'Within a day'), set('attributes.answer@de', 'Am selben Tag'));
  await edit(
    {
      type: 'insert',
      document: 'template/content',
      kind: 'detail-rows',
      id: 'facts',
      place: { at: 'main' },
      values: {},
    },
    ...['answer', 'never'].map((name) => ({
      type: 'insert',
      document: 'template/content',
      place: { in: 'facts', at: 'rows' },
      values: { label: `The ${name}`, value: { bind: `attribute.${name}` } },
    })),
  );
  const { pages } = await service.call(routes.listPages, {
    params,
    query: { pageKind: 'content', when: 'attribute.answer is "within a day"' },
  });
  expect(pages.map(({ page }) => page)).toEqual(['content:contact']);
  await service.call(routes.setLanguages, { params, body: { languages: ['de'] } });
  await publish();
  await eventually(async () => {
    const german = (await visit('/de/contact')).text;
    expect(german).toMatch(/<h1 class="page-title">Kontakt<\/h1>.*Einfach antworten\./s);
  });
  const english = (await visit('/contact')).text;
  expect(english).toContain('<h1 class="page-title">Contact us</h1>');
  expect(english).toContain('<dt>The answer</dt><dd>Within a day</dd>');
  expect((await visit('/de/contact')).text).toContain('<dd>Am selben Tag</dd>');
  // A row without a value is left out, and the list where no row has one.
  expect([english.includes('The never'), (await visit('/terms')).text.includes('<dl class="detail-rows"')]).toEqual([
    false,
    false,
  ]);
  await expect(edit(set('attributes.With spaces', 'x'))).rejects.toMatchObject({ code: 'no-such-field' });
  await expect(edit(set('slug@de', 'kontakt'))).rejects.toMatchObject({ code: 'no-such-field' });
});

test('a sample catalogue is added to an empty store whole, and removed whole; what is the store’s own stays', async () => {
  const sample = { products: 12, sample: true };
  expect(await service.call(routes.getSample, { params })).toEqual({ products: 0, sample: false });
  await expect(service.call(routes.removeSample, { params })).rejects.toMatchObject({ code: 'no-such-thing' });
  const database = <T extends object>(query: string) =>
    asAdmin(async (client) => (await client.query<T>(query)).rows, service.databaseUrl);
  // One picture no store has, so it is made; the others come from the store that has them, as they are there.
  const [one, other] = await database<{ hash: string }>(
    `select distinct hash from product_picture join store on store.id = store_id where slug = 'windrow' order by hash`,
  );
  await database(`delete from product_picture where hash = '${one?.hash}'`);
  await database(`delete from picture where hash = '${one?.hash}'`);
  await database(`update rendition set bytes = 'as it is there' where hash = '${other?.hash}' and width = 320`);
  expect(await service.call(routes.addSample, { params, body: {} })).toEqual(sample);
  const made = await database<{ hash: string; format: string; bytes: string }>(
    `select hash, format, encode(bytes, 'escape') as bytes from rendition join store on store.id = store_id
      where slug = '${STORE}' and rendition.width = 320 and hash in ('${one?.hash}', '${other?.hash}') order by hash, format`,
  );
  expect(made.map(({ hash, format, bytes }) => [hash, format, bytes === 'as it is there'])).toEqual([
    [one?.hash, expect.stringMatching(/^(jpeg|png)$/), false],
    [one?.hash, 'webp', false],
    [other?.hash, expect.stringMatching(/^(jpeg|png)$/), true],
    [other?.hash, 'webp', true],
  ]);
  await expect(service.call(routes.addSample, { params, body: {} })).rejects.toMatchObject({ code: 'already-there' });
  expect((await steps())['products']).toMatchObject({ done: true, sentence: 'The catalogue has 12 products.' });
  const home = (await visit('/')).text;
  const [, product = ''] = /<a href="(\/item\/[^"]+)"/.exec(home) ?? [];
  expect(home).toMatch(/<img src="\/pictures\//);
  expect((await visit(product)).status).toBe(200);
  const listed = async () => (await service.call(routes.listPages, { params, query: { pageKind: 'product' } })).total;
  expect(await listed()).toBe(12);

  expect(await service.call(routes.removeSample, { params })).toEqual({ products: 0, sample: false });
  expect([(await visit(product)).status, (await visit('/')).text.includes('/item/'), await listed()]).toEqual([
    404,
    false,
    0,
  ]);
  // A store that sells something has no use for it.
  await expect(service.call(routes.addSample, { params: { store: 'windrow' }, body: {} })).rejects.toMatchObject({
    code: 'already-there',
  });
});

test('the page of all collections shows each with the picture of what is in it', async () => {
  const { text } = await send(service.port, 'windrow.localhost', '/browse');
  const pictured =
    /<li class="card"><div class="card-picture"[^>]*>(?:<a[^>]*>)?<img src="([^"]+)".*?<a href="([^"]+)">([^<]+)/gs;
  const tiles = [...text.matchAll(pictured)];
  expect(tiles.length).toBeGreaterThanOrEqual(3);
  for (const [, picture = '', path = '', title] of tiles) {
    const { text: page } = await send(service.port, 'windrow.localhost', path);
    const [first] = [...page.slice(page.indexOf('k-listing')).matchAll(pictured)];
    // In whatever width it is shown.
    expect([title, picture.split('/')[2]]).toEqual([title, first?.[1]?.split('/')[2]]);
  }
});

test('a collection shows those inside it, and one without any has no place for them', async () => {
  const inside = async (slug: string): Promise<string[]> => {
    const { text } = await send(service.port, 'windrow.localhost', `/browse/${slug}`);
    const [, part = ''] = /k-sub-collections"(.*?)k-listing"/s.exec(text) ?? [];
    return [...part.matchAll(/<a href="([^"]+)"/g)].map(([, path = '']) => path);
  };
  expect(await inside('single-line')).toEqual([]);
  await service.call(routes.createCollection, { body: { title: 'Deltas', parent: 'C-1' } });
  expect(await inside('single-line')).toEqual(['/browse/deltas']);
  expect(await inside('line-reels-tails')).toEqual([]);
});
