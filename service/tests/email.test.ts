/** Messages of shoppers: into the inbox, and to the store by email; and email by a real server. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { routes } from '@parlour/contract';
import { mailbox, smtp } from '../email/email.js';
import { emailIsOut, readMailbox } from './mailbox.js';
import {
  asAdmin,
  connect,
  eventually,
  mailboxOf,
  newDatabase,
  serviceOn,
  testService,
  type TestService,
} from './service.js';
import { Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const FORM = 'visit-form';
const write = (more: Readonly<Record<string, string>> = {}, headers = {}) =>
  new Shopper(service).send(
    '/message',
    {
      page: '/contact',
      'back-to': FORM,
      name: 'Ada Quill',
      email: 'ada@quill.example',
      subject: 'A tear',
      text: 'Can you\nmend it?',
      ...more,
    },
    headers,
  );

test('a message is in the inbox, and goes to the store by email; the page thanks', async () => {
  const sent = await write();
  expect(sent.status).toBe(200);
  expect(sent.text).toContain('<p class="form-done" role="status">Thank you. We will write back to you.</p>');
  const { messages, unread } = await service.call(routes.listMessages);
  expect(messages[0]).toEqual(
    expect.objectContaining({
      name: 'Ada Quill',
      subject: 'A tear',
      text: 'Can you\nmend it?',
      page: '/contact',
      read: null,
    }),
  );
  expect(unread).toBe(messages.length);
  await emailIsOut(service);
  const [letter] = readMailbox(mailboxOf(service.databaseUrl)).filter(({ to }) => to.includes('post@windrow.example'));
  expect(letter?.text).toMatch(
    /^Can you\nmend it\?\n.*\nAda Quill, ada@quill\.example\nWritten on \/contact of Windrow Kites\./s,
  );
});

test('what is missing is said at each field, and nothing of it is lost', async () => {
  const { status, text } = await write({ name: ' ', email: 'nobody', text: 'x'.repeat(5_001) });
  expect(status).toBe(422);
  expect(text).toMatch(/id="s-visit-form:name-fault">Please fill this in\./);
  expect(text).toMatch(/value="nobody"[^>]* aria-invalid="true"/);
  expect(text).toMatch(/id="s-visit-form:text-fault">Please use at most 5,000 characters\./);
  expect(text).toContain('value="A tear"');
});

test('programs are thanked and not heard; a preview keeps nothing; one place cannot write without end', async () => {
  expect((await write({ website: 'x' })).text).toContain('class="form-done"');
  const { url } = await service.call(routes.preview, { body: { page: 'content:contact' } });
  const { host, searchParams } = new URL(url);
  const body = new URLSearchParams({ page: '/contact', 'back-to': FORM, name: 'A', email: 'a@b.example', text: 'T' });
  const previewed = await service.send(host.split(':')[0] ?? '', '/message', {
    method: 'POST',
    body: body.toString(),
    headers: {
      'content-type': 'application/x-www-form-urlencoded',
      cookie: `parlour-preview=${searchParams.get('preview') ?? ''}`,
    },
  });
  expect(previewed.text).toContain('This is a preview, so nothing was kept.');
  const mine = (await service.call(routes.listMessages)).messages.filter(({ email }) => email === 'ada@quill.example');
  expect(mine).toHaveLength(1);
  const answers = await Promise.all(Array.from({ length: 12 }, () => write()));
  expect(answers.filter(({ status }) => status === 409).length).toBeGreaterThan(0);
});

test('a message is marked as read and as unread, and deleted for good', async () => {
  const [first] = (await service.call(routes.listMessages)).messages;
  const params = { number: String(first?.number) };
  expect((await service.call(routes.markMessage, { params, body: { read: true } })).read).not.toBeNull();
  expect((await service.call(routes.markMessage, { params, body: { read: false } })).read).toBeNull();
  await service.call(routes.removeMessage, { params });
  await expect(service.call(routes.markMessage, { params, body: { read: true } })).rejects.toMatchObject({
    code: 'no-such-thing',
    place: 'number',
  });
});

test('email goes out after the commit alone, waits for a server that is away, and nothing else waits for it', async () => {
  const database = await newDatabase();
  const got: string[] = [];
  const serverOn = (port: number) =>
    new Promise<SMTPServer>((ready) => {
      const server = new SMTPServer({
        authOptional: true,
        disabledCommands: ['STARTTLS'],
        onRcptTo({ address }, _session, done) {
          done(address.startsWith('refused') ? new Error('No such mailbox') : undefined);
        },
        onData(stream, { envelope }, done) {
          stream.resume().on('end', () => {
            got.push(envelope.rcptTo.map(({ address }) => address).join());
            done();
          });
        },
      });
      server.listen(port, '127.0.0.1', () => ready(server));
    });
  const first = await serverOn(0);
  const { port } = first.server.address() as AddressInfo;
  const closed = (server: SMTPServer) => new Promise<void>((done) => void server.close(done));
  await closed(first);
  const emailServer = { url: `smtp://127.0.0.1:${port}`, from: 'parlour@email.example' };
  const running = await serviceOn(database.url, { emailServer });
  const own = await connect(running.port, () => running.stop(), database.url);
  const waiting = async () =>
    (
      await asAdmin(
        (admin) =>
          admin.query(
            `select message ->> 'to' as to, f.failures from outgoing_email left join failed_job f on f.job = 'email ' || id order by id`,
          ),
        database.url,
      )
    ).rows as { to: string; failures: number | null }[];
  const invite = (email: string) => own.call(routes.invite, { body: { email, role: 'editor' } });
  // The server cannot be reached: that is no fault of the database, and holds up nobody.
  expect(await invite('early@kites.example')).toMatchObject({ mailed: true, link: null });
  await eventually(async () =>
    expect(await waiting()).toEqual([{ to: 'early@kites.example', failures: expect.any(Number) }]),
  );
  expect((await own.send('localhost', '/readyz')).status).toBe(200);
  const second = await serverOn(port);
  await invite('refused@kites.example');
  await invite('late@kites.example');
  await eventually(async () => expect([...got].sort()).toEqual(['early@kites.example', 'late@kites.example']));
  await eventually(async () => expect((await waiting()).map(({ to }) => to)).toEqual(['refused@kites.example']));
  // What is rolled back sends nothing.
  await asAdmin(
    (admin) =>
      admin.query(`create function fails() returns trigger language plpgsql as $$ begin raise exception 'no'; end $$;
        create constraint trigger fails after insert on invitation deferrable initially deferred for each row execute function fails()`),
    database.url,
  );
  await expect(invite('never@kites.example')).rejects.toMatchObject({ code: 'broken' });
  expect((await waiting()).map(({ to }) => to)).toEqual(['refused@kites.example']);
  await own.stop();
  await closed(second);
  await database.drop();
  expect(got).not.toContain('never@kites.example');
});

describe('sending', () => {
  const letter = {
    to: 'post@windrow.example',
    replyTo: 'ada@quill.example',
    subject: 'A\ntear',
    text: 'From the quay.',
  };

  test('by a server', async () => {
    const got: string[] = [];
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData(stream, { envelope }, done) {
        let text = '';
        stream.on('data', (chunk: Buffer) => (text += chunk.toString()));
        stream.on('end', () => {
          const from = envelope.mailFrom === false ? '' : envelope.mailFrom.address;
          got.push(`${from} > ${envelope.rcptTo.map(({ address }) => address).join()}\n${text}`);
          done();
        });
      },
    });
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    try {
      const { port } = server.server.address() as AddressInfo;
      const email = smtp(`smtp://127.0.0.1:${port}`, 'parlour@email.example');
      await email.send(letter);
      expect(email.reachesPeople).toBe(true);
      expect(got).toHaveLength(1);
      expect(got[0]).toMatch(/^parlour@email\.example > post@windrow\.example\n/);
      expect(got[0]).toMatch(/^Subject: A tear\r$/m);
      expect(got[0]).toMatch(/^Reply-To: ada@quill\.example\r$/m);
      expect(got[0]).toContain('From the quay.');
    } finally {
      await new Promise<void>((closed) => server.close(closed));
    }
    // Nobody listens there any more: whoever sends hears of it.
    await expect(smtp('smtp://127.0.0.1:1', 'parlour@email.example').send(letter)).rejects.toThrow();
  });

  test('into a mailbox, one after the other', async () => {
    const file = join(mkdtempSync(join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'email-')), 'mailbox');
    const email = mailbox(file, false);
    await Promise.all([email.send(letter), email.send({ ...letter, text: 'From here\nit is split.' })]);
    expect(readMailbox(file).map(({ text }) => text.trim())).toEqual(['>From the quay.', '>From here\nit is split.']);
  });
});
