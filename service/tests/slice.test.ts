import { randomUUID } from 'node:crypto';
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const OLD = 'Made for the wind at Ternhythe';
const setTitle = (value: string, was: string) =>
  service.edit({ type: 'set', document: 'template/home', node: 'h-poster', field: 'values.title', value, was });
const problemOf = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => Promise.reject(new Error('It was not refused.')),
    (error: unknown) => (error instanceof Problem ? error : Promise.reject(error as Error)),
  );

/** The draft's page as its preview shows it: token exchanged for a cookie, as a browser does. */
async function preview(page: string): Promise<string> {
  const { url } = await service.call(routes.preview, { body: { page } });
  const { hostname, pathname, search } = new URL(url);
  const first = await service.send(hostname, pathname + search, { headers: { 'sec-fetch-site': 'none' } });
  expect(first.status).toBe(303);
  expect(first.headers['set-cookie']?.[0]).toMatch(/HttpOnly; Secure; Partitioned; SameSite=None/);
  const cookie = first.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
  return (await service.send(hostname, first.headers.location ?? '', { headers: { cookie } })).text;
}

describe('from edit to storefront and back', () => {
  test('an edit shows in the preview only; publish shows it to shoppers; revert takes it back', async () => {
    const answer = await setTitle('Kites for any wind', OLD);
    expect(answer.sentences).toEqual([`Set Title of Poster “${OLD}” in the template “Home” to “Kites for any wind”.`]);
    expect(await preview('home')).toContain('Kites for any wind');
    const { url } = await service.call(routes.preview, { body: { page: 'home' } });
    expect((await service.send(new URL(url).hostname, new URL(url).pathname + new URL(url).search)).text).toContain(
      'Kites for any wind',
    );
    expect((await service.visit('/')).text).toContain(OLD);
    expect((await service.call(routes.listChanges)).changes).toMatchObject([
      { document: 'template/home', node: 'h-poster', type: 'changed' },
    ]);

    const revision = await service.call(routes.publish, { body: { note: 'New words' } });
    expect(revision).toMatchObject({ number: 2, note: 'New words', author: 'Maren Oldacre', live: true });
    expect((await service.visit('/')).text).toContain('Kites for any wind');
    expect((await service.call(routes.listChanges)).changes).toEqual([]);

    const back = await service.call(routes.revert, { params: { revision: '1' }, body: {} });
    expect(back.revision).toMatchObject({ number: 3, reverts: 1 });
    const storefront = (await service.visit('/')).text;
    expect(storefront).toContain(OLD);
    expect(storefront).not.toContain('Kites for any wind');
    expect((await service.call(routes.listChanges)).changes).toEqual([]);
    expect(
      (await service.call(routes.listRevisions, { query: { limit: 2 } })).revisions.map((one) => [
        one.number,
        one.live,
      ]),
    ).toEqual([
      [3, true],
      [2, false],
    ]);
  });

  test('the side area belongs to a template, and is shown where its layout says so', async () => {
    const set = (field: string, value: unknown, was?: unknown) =>
      ({ type: 'set', document: 'template/content', field, value, ...(was === undefined ? {} : { was }) }) as const;
    await service.edit({
      type: 'insert',
      document: 'template/content',
      kind: 'text',
      place: { at: 'side' },
      id: 'aside',
      values: { text: '<p>Beside it.</p>' },
    });
    expect(await preview('content:terms')).not.toContain('Beside it.');
    await service.edit(set('layout.side', 'end'));
    expect(await preview('content:terms')).toMatch(
      /<div class="areas areas-end"><div class="area area-main">.*<div class="area area-side">.*Beside it\./s,
    );
    await service.edit({ type: 'move', document: 'template/content', node: 't-rest', place: { at: 'side' } });
    expect(await preview('content:terms')).toMatch(/area-side">.*Beside it\..*A contract of sale/s);
    await expect(service.edit(set('layout.side', 'left', 'end'))).rejects.toMatchObject({ code: 'bad-value' });
    await expect(
      service.edit({ type: 'set', document: 'template/content', field: 'layout.width', was: 'standard' }),
    ).rejects.toMatchObject({ code: 'bad-value', place: 'layout.width' });
  });

  test('revert keeps unpublished work in the draft, and says so', async () => {
    await service.edit({
      type: 'set',
      document: 'template/collection',
      node: 'c-row',
      field: 'values.across',
      value: '3',
      was: '4',
    });
    await service.call(routes.publish, { body: {} });
    await service.edit({
      type: 'set',
      document: 'template/collection',
      node: 'c-row',
      field: 'values.across',
      value: '5',
      was: '3',
    });
    const { sentences } = await service.call(routes.revert, { params: { revision: '1' }, body: {} });
    expect(sentences.at(-1)).toBe(
      'Kept as it is in the draft: The template “Collection”: Across of Listing is now “Five”; it was meant to become “Four”.',
    );
    expect((await service.visit('/browse/single-line')).text).toContain('across-4');
    expect((await service.call(routes.listChanges)).changes.map((change) => change.sentence)).toEqual([
      expect.stringContaining('Across of Listing is “Five”, was “Four”'),
    ]);
    await service.edit({
      type: 'set',
      document: 'template/collection',
      node: 'c-row',
      field: 'values.across',
      value: '4',
      was: '5',
    });
  });

  test('a copied template with one change, given to one product, changes that product only; why says so', async () => {
    const { edits } = await service.edit({
      type: 'create',
      what: 'template',
      copyOf: 'product',
      name: 'Festival kite',
    });
    expect(edits[0]?.document).toBe('template/festival-kite');
    const { document } = await service.call(routes.getDocument, { query: { key: 'template/festival-kite' } });
    const row =
      document.type === 'template' ? document.areas['main']?.find((one) => one.kind === 'product-row@1') : undefined;
    expect(row?.id).toBe('p-more');
    const unit = await service.edit(
      {
        type: 'set',
        document: 'template/festival-kite',
        node: row?.id ?? '',
        field: 'values.title',
        value: 'Seen at the festival',
        was: 'Flies well with',
      },
      { type: 'assign', pages: ['product:K-003'], template: 'festival-kite' },
    );
    const others = async () =>
      Promise.all(
        ['/item/skerry-diamond', '/item/ripple-150', '/'].map(async (path) => (await service.visit(path)).text),
      );
    const before = await others();
    const assigned = '“Gannet Delta” (product:K-003) has the template “Festival kite”.';
    expect(unit.sentences.at(-1)).toBe(assigned);
    const { changes } = await service.call(routes.listChanges);
    expect(changes.map(({ sentence }) => sentence)).toContain(assigned);
    await service.call(routes.publish, { body: {} });
    expect((await service.visit('/item/gannet-delta')).text).toContain('Seen at the festival');
    expect(await others()).toEqual(before);
    expect((await service.call(routes.why, { params: { page: 'product:K-003' } })).sentences).toContain(
      'It has the template “Festival kite” (festival-kite), assigned to this page.',
    );
    expect((await service.call(routes.why, { params: { page: 'product:K-001' } })).sentences).toContain(
      'It has the template “Product” (product), the standard of product pages.',
    );
    const list = await service.call(routes.listPages, { query: { template: 'festival-kite' } });
    expect(list.pages.map((page) => [page.page, page.template?.reason])).toEqual([['product:K-003', 'page']]);
  });

  test('undo is per unit, redo does it again, and somebody’s newer change is never undone unseen', async () => {
    const first = await service.edit({
      type: 'insert',
      document: 'template/home',
      kind: 'heading',
      place: { at: 'main' },
      id: 'undo-me',
      values: { text: 'Once' },
    });
    expect((await service.call(routes.undo, { body: { unit: randomUUID() } })).sentences).toEqual([
      'Removed Heading “Once” from the template “Home”.',
    ]);
    expect((await service.call(routes.redo, { body: { unit: randomUUID() } })).edits[0]).toMatchObject({
      type: 'insert',
      nodes: [{ id: 'undo-me' }],
    });
    expect((await problemOf(service.call(routes.redo, { body: { unit: randomUUID() } }))).code).toBe('nothing-to-undo');
    await service.call(routes.undo, { body: { unit: randomUUID() } });
    expect(first.seq).toBeGreaterThan(0);
    const home = await service.call(routes.getDocument, { query: { key: 'template/home' } });
    expect(JSON.stringify(home.document)).not.toContain('undo-me');
  });

  test('a unit that is sent twice is done once', async () => {
    const body = {
      unit: randomUUID(),
      edits: [{ type: 'insert' as const, document: 'template/home', kind: 'heading', place: { at: 'main' } }],
    };
    const [one, two] = [await service.call(routes.edit, { body }), await service.call(routes.edit, { body })];
    expect(two).toEqual(one);
    const home = await service.call(routes.getDocument, { query: { key: 'template/home' } });
    const id = one.edits[0]?.type === 'insert' ? one.edits[0].nodes[0]?.id : '';
    expect(JSON.stringify(home.document).split(`"${id}"`)).toHaveLength(2);
    await service.call(routes.undo, { body: { unit: randomUUID() } });
  });

  test('two who set the same field: the second is refused and told what it is now', async () => {
    await setTitle('First', OLD);
    const refused = await problemOf(setTitle('Second', OLD));
    expect(refused).toMatchObject({
      code: 'stale-edit',
      place: 'was',
      message: expect.stringContaining('it is now “First”'),
    });
    await setTitle(OLD, 'First');
  });

  test('a hundred edits from many at once are all there, in one order, and a new start reads the same', async () => {
    const units = await Promise.all(
      Array.from({ length: 100 }, (_, i) =>
        service.edit({
          type: 'insert',
          document: 'template/not-found',
          kind: 'heading',
          place: { at: 'main' },
          id: `n-${i}`,
        }),
      ),
    );
    expect(new Set(units.map((unit) => unit.seq)).size).toBe(100);
    const { document } = await service.call(routes.getDocument, { query: { key: 'template/not-found' } });
    const ids = document.type === 'template' ? (document.areas['main'] ?? []).map((one) => one.id) : [];
    const bySeq = units.map((unit, i) => [unit.seq, `n-${i}`] as const).sort(([a], [b]) => a - b);
    expect(ids.slice(-100)).toEqual(bySeq.map(([, id]) => id));
  });
});

describe('what shoppers get', () => {
  test('a page that is complete without script, with strict headers and working links', async () => {
    const home = await service.visit('/');
    expect(home.status).toBe(200);
    expect(home.headers['content-security-policy']).toContain("default-src 'none'");
    expect(home.headers['content-security-policy']).not.toContain('unsafe');
    // What it has makes the sign-up in the footer answer in its place; the form is a plain one.
    expect([...home.text.matchAll(/<script[^>]* src="([^"?]+)/g)].map(([, path]) => path)).toEqual([
      '/scripts/forms.js',
    ]);
    expect(home.text.match(/<h1/g)).toHaveLength(1);
    const links = [...new Set([...home.text.matchAll(/(?:href|src)="(\/[^"]*)"/g)].map((found) => found[1] as string))];
    expect(links.length).toBeGreaterThan(15);
    const answers = await Promise.all(links.map(async (link) => [link, (await service.visit(link)).status]));
    expect(answers.filter(([, status]) => status !== 200)).toEqual([]);
  });

  test('nothing is at an unknown path: the not-found page, in the store’s design', async () => {
    for (const path of ['/item/none', '/nowhere', '/item/%00', '/item/a%2Fb']) {
      const answer = await service.visit(path);
      expect([path, answer.status]).toEqual([path, 404]);
    }
    expect((await service.visit('/%E0%A4%A')).status).toBe(400);
    expect((await service.visit('/nowhere')).text).toContain('The wind took this page');
  });

  test('the buy form puts a chosen variant into a cart that only this shopper sees', async () => {
    const body = 'page=/item/gannet-delta&product=K-003&back-to=p-buy&option.Span=2.4+m&option.Colour=Teal&quantity=2';
    const form = { method: 'POST', headers: { 'content-type': 'application/x-www-form-urlencoded' }, body };
    const bought = await service.visit('/cart', form);
    expect([bought.status, bought.headers.location]).toEqual([303, '/item/gannet-delta#s-p-buy']);
    const cookie = bought.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
    await service.visit('/cart', { ...form, headers: { ...form.headers, cookie } });
    expect((await service.visit('/item/gannet-delta', { headers: { cookie } })).text).toContain(
      'In your cart: 4 × 2.4 m, Teal',
    );
    expect((await service.visit('/item/gannet-delta')).text).not.toContain('In your cart');
    expect((await service.visit('/item/skerry-diamond', { headers: { cookie } })).text).not.toContain('In your cart');
  });

  test.each([
    ['option.Span=2.4+m&option.Colour=Mauve', 'There is no 2.4 m, Mauve version'],
    ['option.Span=3.2+m&option.Colour=Marigold&quantity=5', 'Only 1 of 3.2 m, Marigold is left'],
    ['option.Span=2.4+m&option.Colour=Teal&quantity=1.5', 'The quantity must be a whole number'],
    ['option.Span=%00', 'This choice cannot be read'],
  ])('a purchase that cannot be made says why: %s', async (choice, why) => {
    const answer = await service.visit('/cart', {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: `product=K-003&${choice}`,
    });
    expect(answer.status).toBe(409);
    expect(answer.text).toContain(why);
  });

  test('a purchase from another site’s page is refused', async () => {
    const headers = { 'content-type': 'application/x-www-form-urlencoded', origin: 'http://evil.example' };
    expect((await service.visit('/cart', { method: 'POST', headers, body: 'product=K-001' })).status).toBe(403);
  });

  test('a preview opens for nobody without its token, and not with a changed one', async () => {
    const { url } = await service.call(routes.preview, { body: { page: 'home' } });
    const token = new URL(url).searchParams.get('preview') ?? '';
    const forged = `${Buffer.from(JSON.stringify({ store: 'windrow', design: 'first', expires: 9e15 })).toString('base64url')}.${token.split('.')[1]}`;
    for (const path of ['/', '/?preview=', '/?preview=a.b', `/?preview=${forged}`])
      expect([path, (await service.send('windrow.preview.localhost', path)).status]).toEqual([path, 403]);
  });

  test('hosts of no store answer 404, other hosts 421', async () => {
    expect((await service.send('nobody.localhost', '/')).status).toBe(404);
    expect((await service.send('store.example', '/')).status).toBe(421);
  });
});
