/** Who may do what now: signing in, forgotten passwords, invitations, previews, events, undo. */
import { randomUUID } from 'node:crypto';
import { createClient, routes, type Client } from '@parlour/contract';
import type { Role } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import { DEMO_SIGN_IN } from '../index.js';
import { linksTo, readMailbox } from './mailbox.js';
import { joinedTo, PASSWORD, secretOf } from './people.js';
import { asAdmin, mailboxOf, send, testService, type TestService } from './service.js';

let service: TestService;
let behindProxy: TestService;
beforeAll(async () => {
  service = await testService();
  behindProxy = await testService({ proxies: ['loopback'], emailIsDelivered: true });
});
afterAll(async () => {
  await service.stop();
  await behindProxy.stop();
});

const joined = (email: string, role: Role): Promise<Client> => joinedTo(service, email, role);
const at = { store: 'windrow', design: 'live' };
const edit = (client: Client, ...edits: EditRequest[]) =>
  client.call(routes.edit, { params: at, body: { unit: randomUUID(), edits } });
const setRole = (email: string, role: Role | null) =>
  service.call(routes.changeMember, { params: { email }, body: { role } });

const signIn = (from: TestService, email: string, password: string, address: string) =>
  send(from.port, 'localhost', '/api/sign-in', {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-forwarded-for': address },
    body: JSON.stringify({ email, password }),
  });

describe('signing in', () => {
  test('of many guesses at once only so many are looked at; the owner is not locked out where they are known', async () => {
    const { email, password } = DEMO_SIGN_IN;
    expect((await signIn(behindProxy, email, password, '198.51.100.7')).status).toBe(200);
    const guesses = await Promise.all(
      Array.from({ length: 60 }, () => signIn(behindProxy, email, 'a guess of mine', '203.0.113.9')),
    );
    expect(guesses.filter(({ status }) => status === 401)).toHaveLength(10);
    const waiting = guesses.find(({ status }) => status === 429);
    expect(Number(waiting?.headers['retry-after'])).toBeGreaterThan(600);
    // From everywhere: further addresses are told to wait, the one the owner is known at is not.
    const elsewhere: number[] = [];
    for (let i = 0; i < 30; i++)
      elsewhere.push((await signIn(behindProxy, email, 'a guess of mine', `192.0.2.${i}`)).status);
    expect(elsewhere).toContain(429);
    expect((await signIn(behindProxy, email, password, '198.51.100.99')).status).toBe(429);
    expect((await signIn(behindProxy, email, password, '198.51.100.7')).status).toBe(200);
    // Others behind the same proxy are not held up.
    expect((await signIn(behindProxy, 'owner@osierwick.example', password, '198.51.100.8')).status).toBe(200);
  });

  test('addresses of version 6 count by their network; what a client says of itself counts for nothing', async () => {
    const tries = await Promise.all(
      Array.from({ length: 14 }, (_, i) =>
        signIn(behindProxy, 'six@windrow.example', 'guess', `2001:db8:1:2::${i + 1}`),
      ),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(10);
    const unproxied = await Promise.all(
      Array.from({ length: 14 }, (_, i) => signIn(service, 'six@windrow.example', 'guess', `198.51.100.${i}`)),
    );
    expect(unproxied.filter(({ status }) => status === 401)).toHaveLength(10);
  });

  test('a forgotten password: a link by email sets a new one, once; all sessions end; nobody learns who has an account', async () => {
    const email = 'forgetful@windrow.example';
    const client = await joined(email, 'viewer');
    const open = createClient({ origin: service.origin });
    const ask = (to: string) => open.call(routes.forgotPassword, { body: { email: to } });
    expect(await ask(email)).toEqual(await ask('nobody@windrow.example'));
    const [link = ''] = await linksTo(service, email, 1);
    expect(link).toMatch(/\/new-password\/[\w-]{22}$/);
    const body = { token: link.split('/').at(-1) ?? '', password: 'another harbour at dusk' };
    expect(await open.call(routes.setForgottenPassword, { body })).toMatchObject({ email });
    await expect(open.call(routes.setForgottenPassword, { body })).rejects.toMatchObject({ code: 'bad-link' });
    await expect(client.call(routes.me, {})).rejects.toMatchObject({ code: 'signed-out' });
    expect((await signIn(service, email, PASSWORD, '')).status).toBe(401);
    expect((await signIn(service, email, 'another harbour at dusk', '')).status).toBe(200);
    for (let i = 0; i < 3; i++) await ask(email);
    await expect(ask(email)).rejects.toMatchObject({ code: 'too-many-tries', place: 'email' });
    expect(readMailbox(mailboxOf(service.databaseUrl)).some(({ to }) => to.includes('nobody'))).toBe(false);
  });
});

describe('invitations', () => {
  test('count only while whoever made them may still invite', async () => {
    const owner = await joined('second@windrow.example', 'owner');
    const invite = (email: string) =>
      owner.call(routes.invite, { params: { store: 'windrow' }, body: { email, role: 'owner' } }).then(secretOf);
    const [first, second] = [await invite('friend@windrow.example'), await invite('foe@windrow.example')];
    const join = (token: string) =>
      createClient({ origin: service.origin }).call(routes.join, { body: { token, name: 'x', password: PASSWORD } });
    await setRole('second@windrow.example', 'builder');
    await expect(join(first)).rejects.toMatchObject({ code: 'bad-invitation' });
    expect((await service.call(routes.getTeam)).invited.map(({ email }) => email)).not.toContain(
      'friend@windrow.example',
    );
    await setRole('second@windrow.example', null);
    await expect(join(second)).rejects.toMatchObject({ code: 'bad-invitation' });
  });

  test('their link is told once: an answer kept for a key holds no secret', async () => {
    const headers = { 'content-type': 'application/json', 'idempotency-key': 'invite-once' };
    const sent = { method: 'POST', headers, body: JSON.stringify({ email: 'once@windrow.example', role: 'viewer' }) };
    const path = '/stores/windrow/invitations';
    const [first, again] = [await service.api(path, sent), await service.api(path, sent)];
    expect(secretOf(first.json())).toMatch(/^[\w-]{22}$/);
    expect([again.status, again.json()]).toMatchObject([201, { link: null, email: 'once@windrow.example' }]);
    const kept = await asAdmin(
      async (admin) => (await admin.query('select answer::text from idempotent_answer')).rows as { answer: string }[],
      service.databaseUrl,
    );
    expect(kept.map(({ answer }) => answer).join()).not.toContain('/join/');
  });

  test('go by email alone where email is delivered, and one whose link was shown asks for proof then', async () => {
    const call = behindProxy.call.bind(behindProxy);
    const mailed = await call(routes.invite, { body: { email: 'tolle@windrow.example', role: 'editor' } });
    expect(mailed).toMatchObject({ link: null, mailed: true });
    const join = (token: string) =>
      createClient({ origin: behindProxy.origin }).call(routes.join, {
        body: { token, name: 'T', password: PASSWORD },
      });
    const [link = ''] = await linksTo(behindProxy, 'tolle@windrow.example', 1);
    expect(await join(link.split('/').at(-1) ?? '')).toMatchObject({ email: 'tolle@windrow.example' });
    // Made before email was delivered, so that the inviter knows it.
    const shown = secretOf(await call(routes.invite, { body: { email: 'ines@windrow.example', role: 'owner' } }));
    expect(shown).toBe('');
    const old = 'a'.repeat(43);
    await asAdmin(
      (admin) =>
        admin.query(
          `update invitation set shown = true, token_hash = sha256('${old}') where email = 'ines@windrow.example'`,
        ),
      behindProxy.databaseUrl,
    );
    await expect(join(old)).rejects.toMatchObject({ code: 'proof-by-email' });
    await expect(join(old)).rejects.toMatchObject({ code: 'bad-invitation' });
    const links = await linksTo(behindProxy, 'ines@windrow.example', 2);
    expect(await join(links.at(-1)?.split('/').at(-1) ?? '')).toMatchObject({ email: 'ines@windrow.example' });
  });
});

test('undo and redo ask what somebody may do now; editors change no paths', async () => {
  const email = 'was-builder@windrow.example';
  const client = await joined(email, 'builder');
  await edit(client, {
    type: 'set',
    document: 'template/home',
    field: 'layout.width',
    was: 'standard',
    value: 'broad',
  });
  await setRole(email, 'editor');
  const back = () => client.call(routes.undo, { params: at, body: { unit: randomUUID() } });
  await expect(back()).rejects.toMatchObject({ code: 'not-allowed' });
  for (const [field, value] of [
    ['patterns.product', '/kites/{slug}'],
    ['redirects./old', '/about'],
  ] as const)
    await expect(edit(client, { type: 'set', document: 'paths', field, value })).rejects.toMatchObject({
      code: 'not-allowed',
    });
  await setRole(email, 'builder');
  expect((await back()).sentences.join()).toContain('Width of the content');
});

test('whoever leaves the team sees nothing more: a preview link ends, and so do events, at once', async () => {
  const email = 'leaving@windrow.example';
  const token = secretOf(await service.call(routes.invite, { body: { email, role: 'builder' } }));
  const open = createClient({ origin: service.origin });
  await open.call(routes.join, { body: { token, name: 'L', password: PASSWORD } });
  const { token: secret } = await open.call(routes.createToken, { body: { email, password: PASSWORD, name: 'x' } });
  const client = createClient({ origin: service.origin, token: secret });
  const { url } = await client.call(routes.preview, { params: at, body: { page: 'home' } });
  const { pathname, search } = new URL(url);
  const look = () => service.send('windrow.preview.localhost', `${pathname}${search}`);
  expect((await look()).status).toBe(200);
  const events = await fetch(`${service.origin}/api/stores/windrow/designs/live/events`, {
    headers: { authorization: `Bearer ${secret}` },
  });
  const reader = (events.body as ReadableStream<Uint8Array>).getReader();
  await reader.read();
  await setRole(email, null);
  const ended = (async () => {
    for (;;) if ((await reader.read()).done) return true;
  })();
  // Long before the fifteen seconds after which every stream is looked at again.
  const slow = new Promise((resolve) => setTimeout(() => resolve(false), 8_000).unref());
  expect(await Promise.race([ended, slow])).toBe(true);
  expect((await look()).status).toBe(403);
});

test('a preview host answers odd addresses itself, in any case of its name', async () => {
  const { url } = await service.call(routes.preview, { body: { page: 'home' } });
  const token = new URL(url).search;
  const browser = { headers: { 'sec-fetch-site': 'none' } };
  const to = (path: string, host = 'windrow.preview.localhost') => service.send(host, path, browser);
  const away = await to(`//other.example/x${token}`);
  expect([away.status, away.headers.location]).toEqual([303, '/other.example/x']);
  expect((await to(`/.//other.example/x${token}`)).headers.location).toBe('/.//other.example/x');
  expect((await to('//')).status).toBe(403);
  expect((await to(`//${token}`)).headers.location).toBe('/');
  expect((await to(`/${token}`, 'WindRow.PREVIEW.localhost')).status).toBe(303);
  expect((await service.send('WINDROW.localhost', '/')).status).toBe(200);
});

test('an account owns so many stores, and no more', async () => {
  await asAdmin(
    (admin) =>
      admin.query(
        `with made as (insert into store (slug, name, currency, locale, time_zone, country)
           select 'many-' || n, 'Many', 'EUR', 'en', 'UTC', 'IE' from generate_series(1, 49) n returning id)
         insert into membership select (select id from account where email = '${DEMO_SIGN_IN.email}'), id, 'owner' from made`,
      ),
    service.databaseUrl,
  );
  const body = { slug: 'one-more', name: 'One', currency: 'EUR', locale: 'en', timeZone: 'UTC', country: 'IE' };
  await expect(service.call(routes.createStore, { body })).rejects.toMatchObject({ code: 'limit-reached' });
});
