/** Who may do what: roles, invitations, tokens, stores that are apart, and creates that are sent twice. */
import { randomUUID } from 'node:crypto';
import { createClient, pathParams, routes, type Client, type Route } from '@parlour/contract';
import type { Role } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import { DEMO_SIGN_IN } from '../index.js';
import { asAdmin, emptyDatabase, testService, type TestService, serviceOn } from './service.js';
import { joinedTo, PASSWORD, secretOf } from './people.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const joined = (email: string, role: Role): Promise<Client> => joinedTo(service, email, role);
const at = { store: 'windrow', design: 'live' };
const edit = (client: Client, ...edits: EditRequest[]) =>
  client.call(routes.edit, { params: at, body: { unit: randomUUID(), edits } });
const TITLE: EditRequest = {
  type: 'set',
  document: 'template/home',
  node: 'h-dunes',
  field: 'values.title',
  value: 'Whose wind?',
  was: 'Which wind is yours?',
};

test('viewers look, editors change words, builders design and publish, owners run the team', async () => {
  const viewer = await joined('viewer@windrow.example', 'viewer');
  expect((await viewer.call(routes.listPages, { params: at })).total).toBeGreaterThan(10);
  await expect(edit(viewer, TITLE)).rejects.toMatchObject({
    code: 'not-allowed',
    remedy: 'Ask somebody who is owner or builder or editor.',
  });

  const editor = await joined('editor@windrow.example', 'editor');
  expect((await edit(editor, TITLE)).sentences).toHaveLength(1);
  await edit(editor, { type: 'create', what: 'content', name: 'Repairs' });
  await edit(editor, { type: 'set', document: 'content/repairs', field: 'text', value: '<p>Two days.</p>' });
  for (const beyond of [
    { type: 'remove', document: 'template/home', node: 'h-dunes' },
    { type: 'set', document: 'template/home', node: 'h-dunes', field: 'frame.tone', value: 'vivid' },
    { type: 'set', document: 'look', field: 'values.gap', value: 0.75 },
    { type: 'assign', pages: ['product:K-001'], template: 'product-plain' },
    { type: 'create', what: 'template', name: 'X', pageKind: 'home' },
  ] as EditRequest[])
    await expect(edit(editor, beyond)).rejects.toMatchObject({ code: 'not-allowed' });
  await expect(editor.call(routes.publish, { params: at, body: {} })).rejects.toMatchObject({ code: 'not-allowed' });

  const builder = await joined('builder@windrow.example', 'builder');
  expect((await builder.call(routes.publish, { params: at, body: {} })).number).toBe(2);
  await expect(
    builder.call(routes.invite, { params: at, body: { email: 'x@y.example', role: 'owner' } }),
  ).rejects.toMatchObject({ code: 'not-allowed' });

  const change = (email: string, role: Role | null) =>
    service.call(routes.changeMember, { params: { email }, body: { role } });
  await change('editor@windrow.example', null);
  await expect(editor.call(routes.listPages, { params: at })).rejects.toMatchObject({ code: 'no-such-thing' });
  await expect(change('owner@windrow.example', 'viewer')).rejects.toMatchObject({ code: 'still-used', place: 'role' });
  const { entries } = await service.call(routes.listAudit);
  expect(entries[0]).toMatchObject({
    action: 'team.role',
    target: 'editor@windrow.example',
    detail: { was: 'editor', role: null },
  });
});

test('a token that may only read changes nothing, and one that is ended opens nothing', async () => {
  const open = createClient({ origin: service.origin });
  const body = {
    email: 'owner@windrow.example',
    password: 'kites-over-ternhythe',
    name: 'report',
    scope: 'read',
    days: 3,
  } as const;
  const { token } = await open.call(routes.createToken, { body });
  const reader = createClient({ origin: service.origin, token });
  expect((await reader.call(routes.listStores, {})).stores).toHaveLength(1);
  await expect(edit(reader, TITLE)).rejects.toMatchObject({ code: 'not-allowed' });
  const mine = (await service.call(routes.listTokens)).tokens.find((one) => one.name === 'report');
  expect(mine).toMatchObject({ scope: 'read', used: expect.stringMatching(/Z$/) });
  await service.call(routes.removeToken, { params: { token: String(mine?.id) } });
  await expect(reader.call(routes.me, {})).rejects.toMatchObject({ code: 'signed-out' });
});

test('signing in fails ten times, then waits; other addresses are not held up', async () => {
  const open = createClient({ origin: service.origin });
  const wrong = (email: string) => open.call(routes.createToken, { body: { email, password: 'wrong', name: 'x' } });
  for (let i = 0; i < 10; i++)
    await expect(wrong('guess@windrow.example')).rejects.toMatchObject({ code: 'wrong-sign-in' });
  await expect(wrong('guess@windrow.example')).rejects.toMatchObject({
    code: 'too-many-tries',
    remedy: expect.stringContaining('15 minutes'),
  });
  await expect(wrong('other@windrow.example')).rejects.toMatchObject({ code: 'wrong-sign-in' });
});

test('an invitation is no way to guess the password of somebody who has an account', async () => {
  const token = secretOf(
    await service.call(routes.invite, { body: { email: 'builder@windrow.example', role: 'viewer' } }),
  );
  const open = createClient({ origin: service.origin });
  const guess = () => open.call(routes.join, { body: { token, name: 'x', password: 'not the password' } });
  for (let i = 0; i < 10; i++)
    await expect(guess()).rejects.toMatchObject({ code: 'wrong-sign-in', place: 'password' });
  await expect(guess()).rejects.toMatchObject({ code: 'too-many-tries' });
  const gone = { params: { email: 'nobody@windrow.example' }, body: { role: null } };
  await expect(service.call(routes.changeMember, gone)).rejects.toMatchObject({ code: 'no-such-thing' });
});

test('passwords are kept as hashes that cost what OWASP asks for, and say what they cost', async () => {
  await joined('cost@windrow.example', 'viewer');
  const { rows } = await asAdmin(
    (client) => client.query(`select password_hash as hash from account where email = 'cost@windrow.example'`),
    service.databaseUrl,
  );
  expect(rows).toEqual([
    { hash: expect.stringMatching(/^\$scrypt\$ln=15,r=8,p=3\$[\w+/]{22}\$[\w+/]{43}$/) as string },
  ]);
  const wrong = createClient({ origin: service.origin });
  const body = { email: 'cost@windrow.example', password: `${PASSWORD}!`, name: 'x' };
  await expect(wrong.call(routes.createToken, { body })).rejects.toMatchObject({ code: 'wrong-sign-in' });
});

test('many take up invitations at once, with accounts and without', async () => {
  const open = createClient({ origin: service.origin });
  const links = await Promise.all(
    Array.from({ length: 16 }, async (_, i) => {
      const email = i % 2 ? `crew-${i}@windrow.example` : DEMO_SIGN_IN.email;
      return secretOf(await service.call(routes.invite, { body: { email, role: i % 2 ? 'viewer' : 'owner' } }));
    }),
  );
  const joined = await Promise.all(
    links.map((token) => open.call(routes.join, { body: { token, name: 'Crew', password: DEMO_SIGN_IN.password } })),
  );
  expect(new Set(joined.map(({ email }) => email)).size).toBe(9);
  const again = { token: links[1] ?? '', name: 'Crew', password: DEMO_SIGN_IN.password };
  await expect(open.call(routes.join, { body: again })).rejects.toMatchObject({ code: 'bad-invitation' });
});

test('a new store has every page it needs, and is its owner’s alone', async () => {
  const body = { slug: 'osier', name: 'Osier', currency: 'JPY', locale: 'en', timeZone: 'Asia/Tokyo', country: 'JP' };
  const key = { 'idempotency-key': randomUUID(), 'content-type': 'application/json' };
  const create = (sent: object = body) =>
    service.api('/stores', { method: 'POST', headers: key, body: JSON.stringify(sent) });
  const [first, second] = [await create(), await create()];
  expect([first.status, second.status, second.json()]).toEqual([201, 201, first.json()]);
  expect((await create({ ...body, name: 'Other' })).json()).toMatchObject({ type: '/docs/problems/reused-key' });
  await expect(service.call(routes.createStore, { body })).rejects.toMatchObject({
    code: 'already-there',
    place: 'slug',
  });
  await expect(
    service.call(routes.createStore, { body: { ...body, slug: 'x-1', currency: 'QQQ' } }),
  ).rejects.toMatchObject({ place: 'currency' });
  const pages = await service.call(routes.listPages, { params: { store: 'osier' } });
  expect(pages.pages.filter(({ template }) => !template)).toEqual([]);
  expect((await service.send('osier.localhost', '/')).text).toContain('Osier');
  expect((await service.send('osier.localhost', '/item/skerry-diamond')).status).toBe(404);
  await service.call(routes.closeStore, { params: { store: 'osier' }, body: {} });
  expect((await service.send('osier.localhost', '/')).status).toBe(404);
});

test('a closed store is opened again by those who may close it, and by nobody else', async () => {
  const body = { slug: 'tern', name: 'Tern', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' };
  await service.call(routes.createStore, { body });
  const invited = {
    params: { store: 'tern' },
    body: { email: 'tern-builder@windrow.example', role: 'builder' },
  } as const;
  const token = secretOf(await service.call(routes.invite, invited));
  const stranger = await joined('not-of-tern@windrow.example', 'owner');
  const builder = await joined('tern-builder@windrow.example', 'viewer');
  await createClient({ origin: service.origin }).call(routes.join, {
    body: { token, name: 'x', password: PASSWORD },
  });
  await service.call(routes.closeStore, { params: { store: 'tern' }, body: {} });
  const open = (client: Client) => client.call(routes.reopenStore, { body: { store: 'tern' } });
  await expect(open(stranger)).rejects.toMatchObject({ code: 'no-such-thing' });
  await expect(open(builder)).rejects.toMatchObject({ code: 'not-allowed' });
  const closed = { query: { closed: 'yes' } } as const;
  expect((await stranger.call(routes.listStores, closed)).stores).toEqual([]);
  expect((await service.call(routes.listStores, closed)).stores.map(({ slug }) => slug)).toContain('tern');
  expect((await open(service.client)).slug).toBe('tern');
  expect((await service.send('tern.localhost', '/')).text).toContain('Tern');
  await expect(open(service.client)).rejects.toMatchObject({ code: 'no-such-thing', place: 'store' });
});

test('no route reaches another store: to a stranger it looks like none', async () => {
  const stranger = await (async () => {
    const made = await service.call(routes.createStore, {
      body: { slug: 'elsewhere', name: 'Elsewhere', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' },
    });
    const token = secretOf(
      await service.call(routes.invite, {
        params: { store: made.slug },
        body: { email: 'stranger@else.example', role: 'owner' },
      }),
    );
    const open = createClient({ origin: service.origin });
    await open.call(routes.join, {
      body: { token, name: 'Stranger', password: PASSWORD },
    });
    return (
      await open.call(routes.createToken, { body: { email: 'stranger@else.example', password: PASSWORD, name: 'x' } })
    ).token;
  })();
  const asked: string[] = [];
  for (const [name, route] of Object.entries(routes) as [string, Route][]) {
    if (!route.path.includes('{store}')) continue;
    const values: Record<string, string> = {
      store: 'windrow',
      design: 'first',
      page: 'home',
      revision: '1',
      timed: '1',
      email: 'owner@windrow.example',
    };
    const path = pathParams(route.path).reduce(
      (all, one) => all.replace(`{${one}}`, encodeURIComponent(values[one] ?? '1')),
      route.path,
    );
    const answer = await service.api(path, {
      method: route.method.toUpperCase(),
      headers: { authorization: `Bearer ${stranger}`, 'content-type': 'application/json' },
      ...(route.method === 'get' ? {} : { body: '{}' }),
    });
    asked.push(name);
    expect([name, answer.status, answer.json()['type']]).toEqual([name, 404, '/docs/problems/no-such-thing']);
  }
  expect(asked.length).toBeGreaterThan(30);
});

test('an empty service makes its first owner by a link that works once', async () => {
  const database = await emptyDatabase();
  const empty = await serviceOn(database.url);
  const token = (empty.ownerLink ?? '').split('/').at(-1) ?? '';
  const open = createClient({ origin: `http://127.0.0.1:${empty.port}` });
  const owner = { name: 'First', password: PASSWORD };
  await expect(open.call(routes.join, { body: { ...owner, token } })).rejects.toMatchObject({ place: 'email' });
  await open.call(routes.join, { body: { ...owner, token, email: 'first@store.example' } });
  const made = await open.call(routes.createToken, {
    body: { email: 'first@store.example', password: PASSWORD, name: 'x' },
  });
  expect(
    (await createClient({ origin: `http://127.0.0.1:${empty.port}`, token: made.token }).call(routes.listStores, {}))
      .stores,
  ).toEqual([]);
  await empty.stop();
  const again = await serviceOn(database.url);
  expect(again.ownerLink).toBeNull();
  await again.stop();
  await database.drop();
});

test('a resource that changed since it was read is not overwritten', async () => {
  const path = '/stores/windrow/designs/live';
  const read = await service.api(path);
  const tag = String(read.headers['etag']);
  const rename = (name: string, headers: Record<string, string>) =>
    service.api(path, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify({ name }),
    });
  expect((await rename('Harbour', { 'if-match': tag })).json()).toMatchObject({ name: 'Harbour' });
  const stale = await rename('Dunes', { 'if-match': tag });
  expect([stale.status, stale.json()['place']]).toEqual([412, 'if-match']);
  expect(
    (await service.api(path, { headers: { 'if-none-match': String((await service.api(path)).headers['etag']) } }))
      .status,
  ).toBe(304);
});

test('what cannot be kept in the audit list is not done: both are one transaction', async () => {
  const run = (sql: string) => asAdmin((admin) => admin.query(sql), service.databaseUrl);
  const store = { store: 'windrow' };
  const at = { ...store, design: 'live' };
  const states = async () =>
    Promise.all([
      service.call(routes.getStore),
      service.call(routes.getProduct, { params: { product: 'K-003' } }),
      service.call(routes.getDelivery),
      service.call(routes.listDesigns),
      service.call(routes.listRevisions),
      service.call(routes.getTeam),
      service.call(routes.listMessages),
      service.client.call(routes.listStores, {}),
    ]);
  await service.edit({
    type: 'insert',
    document: 'template/home',
    kind: 'heading',
    place: {},
    values: { text: 'Not yet' },
  });
  await run(
    `insert into message (store_id, name, email, subject, body, page) select id, 'A', 'a@b.example', '', 'Text', '/' from store where slug = 'windrow'`,
  );
  const message = (await service.call(routes.listMessages)).messages[0]?.number ?? 0;
  const before = await states();
  await run(`create function fails() returns trigger language plpgsql as $$ begin raise exception 'no room'; end $$;
    create trigger fails before insert on audit for each row execute function fails()`);
  const body = { slug: 'tern-tea', name: 'Tern Tea', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' };
  const calls = [
    () => service.call(routes.setDetails, { body: { city: 'Elsewhere' } }),
    () => service.call(routes.setLanguages, { body: { languages: ['fr'] } }),
    () => service.call(routes.changeProduct, { params: { product: 'K-003' }, body: { title: 'Other' } }),
    () =>
      service.call(routes.setDeliveryMethod, {
        params: { method: 'boat' },
        body: { name: 'By boat', prices: { IS: 1 } },
      }),
    () => service.call(routes.removeDeliveryMethod, { params: { method: 'post' } }),
    () => service.call(routes.createDesign, { body: { name: 'Never' } }),
    () => service.call(routes.publish, { body: {} }),
    () => service.call(routes.invite, { body: { email: 'never@windrow.example', role: 'viewer' } }),
    () => service.call(routes.removeMessage, { params: { number: String(message) } }),
    () => service.client.call(routes.createStore, { body }),
    () => service.client.call(routes.closeStore, { params: store, body: {} }),
    () => service.client.call(routes.removeSample, { params: store }),
    () => service.client.call(routes.revert, { params: { ...at, revision: '1' }, body: {} }),
  ];
  for (const call of calls)
    await expect(call()).rejects.toMatchObject({
      code: expect.stringMatching(/broken|no-such-thing|nothing-to-publish/),
    });
  await run('drop trigger fails on audit');
  expect(await states()).toEqual(before);
});
