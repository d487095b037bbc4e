/** Shoppers who sign in by a link from a message, and pages that are for them alone. */
import { routes } from '@parlour/contract';
import { withoutSecrets } from '../server.js';
import { emailIsOut, readMailbox } from './mailbox.js';
import { joinedTo } from './people.js';
import { asAdmin, eventually, mailboxOf, testService, type TestService } from './service.js';
import { factsOf, Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const PAGE = '/sign-in?to=%2Fwholesale';
const SECRET = 'Prices by the dozen';
async function ask(shopper: Shopper, email: string, more: Readonly<Record<string, string>> = {}) {
  const answer = await shopper.send('/sign-in', { page: PAGE, 'back-to': 'sign-in-form', email, ...more });
  await emailIsOut(service);
  return answer;
}
const letters = (email: string) => readMailbox(mailboxOf(service.databaseUrl)).filter(({ to }) => to === email);
/** The path of the latest link that was sent to somebody. */
const linkTo = (email: string): string => /\/sign-in\/\S{43}/.exec(letters(email).at(-1)?.text ?? '')?.[0] ?? '';
const tokenOf = (path: string): string => path.slice('/sign-in/'.length);
const comes = (shopper: Shopper, link: string) => shopper.send('/signed-in', { page: link, link: tokenOf(link) });

async function signedIn(email: string): Promise<Shopper> {
  const shopper = new Shopper(service);
  await ask(shopper, email);
  await comes(shopper, linkTo(email));
  return shopper;
}

test('whoever has not signed in is asked to, and of the page reads no more than its title, wherever it is listed', async () => {
  const asked = await service.visit('/wholesale');
  expect([asked.status, asked.headers['location'], asked.headers['cache-control']]).toEqual([303, PAGE, 'no-store']);
  const forged = await service.visit('/wholesale', { headers: { cookie: `parlour-shopper=${'a'.repeat(43)}` } });
  expect([forged.status, forged.text.includes(SECRET)]).toEqual([303, false]);
  for (const path of ['/', '/search?for=wholesale', '/workshop', '/cart'])
    expect((await service.visit(path)).text).not.toContain('half of them are sold');
});

test('a link is sent; it signs in when its button is pressed, once, and leads back; signing out ends it', async () => {
  const shopper = new Shopper(service);
  const sent = await ask(shopper, 'vera@kites.example');
  expect([sent.status, sent.text]).toEqual([200, expect.stringContaining('Check your email')]);
  const link = linkTo('vera@kites.example');
  // A program that looks through email opens it, and nothing has happened.
  for (const one of [new Shopper(service), shopper]) {
    const opened = await one.visit(link);
    expect(opened.text).toContain('Sign in as vera@kites.example?');
    expect([opened.headers['cache-control'], opened.headers['set-cookie']]).toEqual(['no-store', undefined]);
  }
  expect((await shopper.visit('/wholesale')).status).toBe(303);

  const came = await comes(shopper, link);
  expect([came.status, came.headers['location']]).toEqual([303, '/wholesale']);
  expect(String(came.headers['set-cookie'])).toMatch(
    /^parlour-shopper=.{43}; Max-Age=2592000; Path=\/; HttpOnly; SameSite=Lax$/,
  );
  const seen = await shopper.visit('/wholesale');
  expect([seen.status, seen.text.includes(SECRET), seen.headers['cache-control']]).toEqual([200, true, 'no-store']);
  expect((await shopper.visit('/sign-in')).text).toContain('You are signed in as vera@kites.example.');
  // What others get is not what was made for one.
  expect((await service.visit('/wholesale')).status).toBe(303);
  const again = await comes(new Shopper(service), link);
  expect([again.status, again.headers['location'], again.headers['set-cookie']]).toEqual([303, link, undefined]);
  expect((await service.visit(link)).text).toContain('This link has expired, or was used before.');

  const cookie = shopper.cookie;
  await shopper.send('/sign-out', { page: '/sign-in' });
  expect((await shopper.visit('/wholesale')).status).toBe(303);
  // The session is over, not only forgotten by the browser.
  shopper.cookie = cookie;
  expect((await shopper.visit('/wholesale')).status).toBe(303);
});

test('with script only the form comes back; what is no address is said; one that a program fills in gets no message', async () => {
  const shopper = new Shopper(service);
  const seen = factsOf(await shopper.visit('/sign-in'));
  const fields = { page: '/sign-in', 'back-to': 'sign-in-form', email: 'nobody' };
  const { changed } = await shopper.refresh('/sign-in', fields, seen);
  expect(Object.values(changed).join()).toMatch(/value="nobody" aria-invalid="true".*role="alert"/s);
  await ask(shopper, 'bot@kites.example', { website: 'https://spam.example' });
  expect(letters('bot@kites.example')).toEqual([]);
});

test('where no email server is set up the team reads what was sent, and nobody else', async () => {
  await ask(new Shopper(service), 'shown@kites.example');
  const { sentEmails, delivered } = await service.call(routes.listSentEmail, { query: { limit: 1 } });
  expect([delivered, sentEmails]).toMatchObject([
    false,
    [
      {
        to: 'shown@kites.example',
        subject: 'Sign in to Windrow Kites',
        text: expect.stringContaining(linkTo('shown@kites.example')),
      },
    ],
  ]);
  const editor = await joinedTo(service, 'ed@kites.example', 'editor');
  await expect(editor.call(routes.listSentEmail, { params: { store: 'windrow' } })).rejects.toMatchObject({
    code: 'not-allowed',
  });
  const delivering = await testService({ emailIsDelivered: true });
  try {
    await ask(new Shopper(delivering), 'shown@kites.example');
    expect(await delivering.call(routes.listSentEmail)).toMatchObject({ delivered: true, sentEmails: [] });
  } finally {
    await delivering.stop();
  }
});

test('no address that is logged says a token', () => {
  const token = 'a'.repeat(43);
  expect(
    [
      `/sign-in/${token}`,
      `/de/thank-you/${token}?x=1`,
      `/?a=1&preview=${token}.x&b=2`,
      `/pictures/${'a'.repeat(64)}/640`,
    ].map(withoutSecrets),
  ).toEqual(['/sign-in/…', '/de/thank-you/…?x=1', '/?a=1&preview=…&b=2', `/pictures/${'a'.repeat(64)}/640`]);
});

test('a later link ends those before it; an old one signs nobody in; nobody is flooded with links', async () => {
  const shopper = new Shopper(service);
  await ask(shopper, 'ines@kites.example');
  const first = linkTo('ines@kites.example');
  await ask(shopper, 'ines@kites.example');
  const second = linkTo('ines@kites.example');
  expect((await comes(shopper, second)).headers['location']).toBe('/wholesale');
  expect((await comes(new Shopper(service), first)).headers['location']).toBe(first);

  await ask(shopper, 'late@kites.example');
  await asAdmin(
    (admin) => admin.query("update shopper_link set expires_at = now() - interval '1 second'"),
    service.databaseUrl,
  );
  expect((await service.visit(linkTo('late@kites.example'))).text).toContain('This link has expired');
  expect((await comes(new Shopper(service), linkTo('late@kites.example'))).headers['set-cookie']).toBeUndefined();

  const many = await Promise.all(Array.from({ length: 14 }, () => ask(new Shopper(service), 'many@kites.example')));
  expect(many.filter(({ status }) => status === 409).length).toBeGreaterThan(2);
  expect(letters('many@kites.example').length).toBeLessThanOrEqual(10);
});

test.each([
  '/\t/elsewhere.example',
  '/\n/elsewhere.example',
  '/\r\n//elsewhere.example',
  '/.//elsewhere.example',
  '//elsewhere.example/x',
  'https://elsewhere.example',
  '/\\elsewhere.example',
  `/${'x'.repeat(500)}`,
  '',
])('a way back that is none (%s) leads to the sign-in page', async (to) => {
  await asAdmin((admin) => admin.query('delete from attempt'), service.databaseUrl);
  const shopper = new Shopper(service);
  await ask(shopper, 'way@kites.example', { page: `/sign-in?to=${encodeURIComponent(to)}` });
  expect((await comes(shopper, linkTo('way@kites.example'))).headers['location']).toBe('/sign-in');
});

test('of two links to one address that are used at once, one signs in', async () => {
  for (let round = 0; round < 5; round++) {
    await asAdmin((admin) => admin.query('delete from attempt'), service.databaseUrl);
    const email = `both-${round}@kites.example`;
    await ask(new Shopper(service), email);
    const first = linkTo(email);
    await ask(new Shopper(service), email);
    const came = await Promise.all([first, linkTo(email), first].map((link) => comes(new Shopper(service), link)));
    expect(came.map(({ status }) => status)).toEqual([303, 303, 303]);
    expect(came.filter(({ headers }) => headers['set-cookie'])).toHaveLength(1);
  }
});

test('links and sessions are of one store; a page that everyone may see again is for all, at once', async () => {
  await asAdmin((admin) => admin.query('delete from attempt'), service.databaseUrl);
  const shopper = await signedIn('store@kites.example');
  const elsewhere = await service.send('osierwick.localhost', '/sign-in', { headers: { cookie: shopper.cookie } });
  expect(elsewhere.text).not.toContain('store@kites.example');
  const set = { type: 'set', document: 'content/wholesale', field: 'visible' } as const;
  await service.edit({ ...set, was: 'signed-in', value: 'everyone' });
  await service.call(routes.publish, { body: { note: 'Open' } });
  await eventually(async () => {
    const { status, text } = await service.visit('/wholesale');
    expect([status, text.includes(SECRET)]).toEqual([200, true]);
  });
  await service.edit({ ...set, was: 'everyone', value: 'signed-in' });
  await service.call(routes.publish, { body: { note: 'Closed' } });
  await eventually(async () => expect((await service.visit('/wholesale')).status).toBe(303));
  expect((await shopper.visit('/wholesale')).text).toContain(SECRET);
});
