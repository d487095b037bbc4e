/** Events of a design: what others do arrives, what was missed is brought, and three clients end the same. */
import { request } from 'node:http';
import { randomUUID } from 'node:crypto';
import { Problem, canonicalJson } from '@parlour/core';
import { applyEdit, closeDocument, openDocument, type Edit, type EditRequest } from '@parlour/core/design';
import type { Document } from '@parlour/core/documents';
import { createClient, routes } from '@parlour/contract';
import { DEMO_SIGN_IN } from '../index.js';
import { connect, newDatabase, serviceOn, until, type TestService } from './service.js';

/** By each of three. A short run here; `npm run soak` makes it long. */
const EDITS = process.env['PARLOUR_SOAK'] ? 170 : 30;

interface Heard {
  readonly id: number;
  readonly type: string;
  readonly data: {
    readonly unit?: string;
    readonly sentences?: string[];
    readonly seq?: number;
    readonly edits?: readonly Edit[] | null;
  };
}

/** Listens as a browser would, and comes back after the last event it has seen when it is cut. */
function listen(service: TestService, lastId?: number, token = service.token) {
  const heard: Heard[] = [];
  let ended = false;
  let answered: (status: number) => void;
  const status = new Promise<number>((resolve) => (answered = resolve));
  const open = request({
    host: '127.0.0.1',
    port: service.port,
    path: '/api/stores/windrow/designs/live/events',
    headers: {
      host: `localhost:${service.port}`,
      authorization: `Bearer ${token}`,
      ...(lastId === undefined ? {} : { 'last-event-id': String(lastId) }),
    },
  });
  let rest = '';
  open.on('response', (response) => {
    answered(response.statusCode ?? 0);
    response.on('end', () => (ended = true));
    response.on('data', (chunk: Buffer) => {
      const parts = (rest + chunk.toString()).split('\n\n');
      rest = parts.pop() ?? '';
      for (const part of parts) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(part)?.[1];
        if (field('data'))
          heard.push({
            id: Number(field('id') ?? 0),
            type: field('event') ?? '',
            data: JSON.parse(field('data') ?? ''),
          });
      }
    });
  });
  open.on('error', () => undefined);
  open.end();
  return { heard, status, ended: () => ended, close: () => open.destroy() };
}

let one: TestService;
let two: TestService;
beforeAll(async () => {
  const database = await newDatabase();
  const start = () => serviceOn(database.url);
  const [a, b] = await Promise.all([start(), start()]);
  one = await connect(a.port, () => a.stop());
  two = await connect(b.port, async () => {
    await b.stop();
    await database.drop();
  });
});
afterAll(async () => {
  await one.stop();
  await two.stop();
});

const heading = (text: string): EditRequest => ({
  type: 'insert',
  document: 'template/home',
  kind: 'heading',
  place: {},
  values: { text },
});

test('an event says exactly what was done, so that whoever has the documents can do the same; of much it names the documents', async () => {
  const listener = listen(two);
  await until(() => listener.heard.some(({ type }) => type === 'presence'));
  const small = await one.edit(heading('Exactly'));
  const text = `<p>${'x'.repeat(9_000)}</p>`;
  const large = await one.edit(
    ...Array.from(
      { length: 8 },
      (): EditRequest => ({ ...heading(''), kind: 'text', values: { text } }) as EditRequest,
    ),
  );
  await until(() => listener.heard.filter(({ type }) => type === 'do').length === 2);
  const [first, second] = listener.heard.filter(({ type }) => type === 'do').map(({ data }) => data);
  expect([first?.seq, first?.edits]).toEqual([small.seq, small.edits]);
  expect([second?.seq, second?.edits]).toEqual([large.seq, null]);
  listener.close();
  await one.call(routes.undo, { body: { unit: randomUUID() } });
  await one.call(routes.undo, { body: { unit: randomUUID() } });
});

test('what is done at one process is heard at another, with who is there; what was missed is brought in order', async () => {
  const listener = listen(two);
  await until(() => listener.heard.some(({ type }) => type === 'presence'));
  await one.edit(heading('Heard'));
  await one.call(routes.publish, { body: {} });
  await until(() => listener.heard.some(({ type }) => type === 'publish'));
  expect(
    listener.heard
      .filter(({ type }) => type !== 'presence')
      .map(({ type, data }) => `${type}: ${data.sentences?.[0] ?? ''}`),
  ).toEqual(['do: Added Heading “Heard” to the template “Home”.', 'publish: Published as revision 2.']);
  listener.close();
  const last = listener.heard.at(-1)?.id ?? 0;
  for (let i = 0; i < 5; i++) await one.edit(heading(`Missed ${i}`));
  const again = listen(two, last);
  await until(() => again.heard.filter(({ type }) => type === 'do').length === 5);
  expect(again.heard.filter(({ type }) => type === 'do').map(({ id }) => id)).toEqual([
    last + 1,
    last + 2,
    last + 3,
    last + 4,
    last + 5,
  ]);
  again.close();
  const wrong = await two.api('/stores/windrow/designs/live/events', { headers: { 'last-event-id': 'x' } });
  expect(wrong.json()).toMatchObject({ status: 400, place: 'last-event-id' });
});

test('however many listen, each hears everything once; one person may listen thirty times', async () => {
  const seq = (await one.call(routes.readLog, { query: { limit: 1 } })).events.length;
  const listeners = Array.from({ length: 30 }, (_, i) => listen(one, i % 2 ? seq : undefined));
  await until(() => listeners.every(({ heard }) => heard.some(({ type }) => type === 'presence')));
  const refused = await one.api('/stores/windrow/designs/live/events');
  expect(refused.json()).toMatchObject({ status: 429, remedy: expect.stringContaining('Close a window') });
  const sent: number[] = [];
  for (let i = 0; i < 10; i++) sent.push((await one.edit(heading(`Wide ${i}`))).seq);
  const ids = ({ heard }: (typeof listeners)[number]) => heard.filter(({ type }) => type === 'do').map(({ id }) => id);
  await until(() => listeners.every((listener) => ids(listener).at(-1) === sent.at(-1)));
  for (const [i, listener] of listeners.entries()) {
    expect(ids(listener).slice(-10)).toEqual(sent);
    expect(new Set(ids(listener)).size).toBe(ids(listener).length);
    if (i % 2 === 0) expect(ids(listener)).toEqual(sent);
    listener.close();
  }
  // A place that was given back can be taken again.
  let again = listen(one);
  for (const end = Date.now() + 15_000; (await again.status) !== 200; again = listen(one))
    expect(Date.now()).toBeLessThan(end);
  again.close();
});

test(`three clients edit one template at two processes, ${3 * EDITS} edits in all: none is lost, all end the same`, async () => {
  const start = (await one.call(routes.getDocument, { query: { key: 'template/home' } })) as {
    document: Document;
    seq: number;
  };
  const acknowledged = new Map<string, readonly Edit[]>();
  const refused: Problem[] = [];
  const client = async (service: TestService, who: string, count: number): Promise<void> => {
    for (let i = 0; i < count; i++) {
      const { document } = (await service.call(routes.getDocument, { query: { key: 'template/home' } })) as {
        document: Document;
      };
      const nodes = Object.values(openDocument(document).nodes);
      const some = nodes[(i * 7 + who.length) % nodes.length];
      const edits: EditRequest[] =
        i % 3 === 0 || !some
          ? [heading(`${who} ${i}`)]
          : i % 3 === 1
            ? [{ type: 'move', document: 'template/home', node: some.id, place: {} }]
            : [
                {
                  type: 'set',
                  document: 'template/home',
                  node: some.id,
                  field: 'frame.tone',
                  value: ['soft', 'vivid', 'strong'][i % 3],
                  ...(some.frame?.['tone'] === undefined ? {} : { was: some.frame['tone'] }),
                },
              ];
      const unit = randomUUID();
      try {
        acknowledged.set(unit, (await service.call(routes.edit, { body: { unit, edits } })).edits);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        refused.push(error);
      }
    }
  };
  await Promise.all([client(one, 'a', EDITS), client(two, 'bb', EDITS), client(one, 'ccc', EDITS)]);

  const log: Edit[] = [];
  const units: string[] = [];
  for (let after = start.seq; ;) {
    const { events, next } = await two.call(routes.readLog, { query: { after, limit: 500 } });
    units.push(...events.map(({ unit }) => unit));
    after = events.at(-1)?.seq ?? after;
    if (next === null) break;
  }
  expect(new Set(units)).toEqual(new Set(acknowledged.keys()));
  for (const unit of units) log.push(...(acknowledged.get(unit) ?? []));
  const ends = await Promise.all(
    [one, two].map((service) => service.call(routes.getDocument, { query: { key: 'template/home' } })),
  );
  expect(canonicalJson(ends[0]?.document)).toBe(canonicalJson(ends[1]?.document));
  // The log, replayed edit by edit with every precondition, ends in the same document.
  let replayed = openDocument(start.document);
  // Read again here: what the test's fetch answers are objects of another realm, which are never the same as ours.
  for (const edit of JSON.parse(JSON.stringify(log)) as typeof log)
    replayed = applyEdit(edit, new Map([['template/home', replayed]]), null) ?? replayed;
  expect(canonicalJson(closeDocument(replayed))).toBe(canonicalJson(ends[0]?.document));
  for (const { code, message } of refused) expect([code, message.length > 10]).toEqual(['stale-edit', true]);
  expect(acknowledged.size + refused.length).toBe(3 * EDITS);
});

test('whoever has signed out hears nothing more; the others do', async () => {
  const credentials = { email: DEMO_SIGN_IN.email, password: DEMO_SIGN_IN.password, name: 'leaving' };
  const { token } = await one.client.call(routes.createToken, { body: credentials });
  const [leaving, staying] = [listen(one, undefined, token), listen(one)];
  expect([await leaving.status, await staying.status]).toEqual([200, 200]);
  await createClient({ origin: one.origin, token }).call(routes.signOut, { body: {} });
  await until(leaving.ended);
  expect(staying.ended()).toBe(false);
  const again = listen(one, undefined, token);
  expect(await again.status).toBe(401);
  staying.close();
});
