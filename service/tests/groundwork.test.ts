/** What a design builds on: chosen for a new store, changed in a copy, switched live and back. */
import { randomUUID } from 'node:crypto';
import { createClient, routes } from '@parlour/contract';
import { DEMO_SIGN_IN } from '../index.js';
import { send, testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const visit = async (host: string, path: string): Promise<string> => (await send(service.port, host, path)).text;
/** The rules that a page is drawn by. */
async function rulesOf(host: string, page: string): Promise<string> {
  const path = /href="(\/styles\/look\/[^"]+)"/.exec(page)?.[1] ?? '';
  return visit(host, path.replaceAll('&amp;', '&'));
}
/** Brasslamp alone has round corners by itself. */
const isBrasslamp = (rules: string): boolean => rules.includes('--corner:14px');

test('a new store begins with the one that is chosen, or with the first', async () => {
  const { groundworks } = await service.call(routes.listGroundworks);
  expect(groundworks.map(({ code }) => code)).toEqual(['foolscap', 'brasslamp']);
  const store = { currency: 'EUR', country: 'IE', locale: 'en', timeZone: 'UTC' };
  for (const [slug, groundwork] of [
    ['tern-tea', 'brasslamp'],
    ['tern-ink', undefined],
  ] as const) {
    await service.call(routes.createStore, { body: { ...store, slug, name: slug, ...(groundwork && { groundwork }) } });
    const host = `${slug}.localhost`;
    const page = await visit(host, '/');
    expect([slug, isBrasslamp(await rulesOf(host, page))]).toEqual([slug, groundwork === 'brasslamp']);
    const { designs } = await service.call(routes.listDesigns, { params: { store: slug } });
    expect(designs).toMatchObject([{ groundwork: groundwork ?? 'foolscap', unpublished: 0 }]);
  }
  // Home comes from the design one had, also where nobody has changed it yet.
  const { kept } = await service.call(routes.createDesign, {
    params: { store: 'tern-ink' },
    body: { name: 'Bolder', groundwork: 'brasslamp' },
  });
  expect(kept).toEqual(['The template “Home” stays as it is.']);
  await expect(
    service.call(routes.createStore, { body: { ...store, slug: 'x-1', name: 'X', groundwork: 'parchment' } }),
  ).rejects.toMatchObject({ code: 'bad-input', place: 'groundwork' });
});

test('a copy is built on another one: what was changed stays, all else follows; live and back', async () => {
  // A top strip as the groundwork has it: only what nobody changed follows.
  const topLine = 'around/top-line/standard';
  await service.edit(
    { type: 'remove', document: topLine, node: 'top-notice' },
    {
      type: 'insert',
      document: topLine,
      kind: 'notice',
      id: 'top-notice',
      place: {},
      values: {},
      frame: { space: 'none', align: 'centre' },
    },
    { type: 'set', document: topLine, field: 'tone', value: 'soft' },
  );
  await service.call(routes.publish, { body: { note: 'A plain top strip' } });
  const before = await visit('windrow.localhost', '/item/gannet-delta');
  await service.edit({ type: 'set', document: 'look', field: 'values.accentColour', value: '#114477' });
  await service.edit({
    type: 'set',
    document: 'around/header/standard',
    field: 'name',
    value: 'Our header',
    was: 'Standard',
  });
  const copy = await service.call(routes.createDesign, { body: { name: 'Bolder', groundwork: 'brasslamp' } });
  expect(copy.groundwork).toBe('brasslamp');
  expect(copy.kept).toEqual(
    expect.arrayContaining([
      'The header “Our header” stays as it is.',
      expect.stringMatching(/^The footer “.*” stays as it is\.$/),
      'The template “Home” stays as it is.',
    ]),
  );
  const ofCopy = { design: copy.code };
  const { changes } = await service.call(routes.listChanges, { params: ofCopy });
  expect(changes.map(({ sentence }) => sentence)).toEqual(
    expect.arrayContaining([
      expect.stringContaining('Groundwork is “Brasslamp”, was “Foolscap”'),
      expect.stringMatching(/^The top strip “Standard”: Tone .*“Vivid”, was “Soft”\.$/),
    ]),
  );
  // Shoppers see the first design until the other one is live.
  expect(await visit('windrow.localhost', '/item/gannet-delta')).toBe(before);
  await service.call(routes.publish, { params: ofCopy, body: {} });
  await service.call(routes.goLive, { params: ofCopy, body: {} });
  const bold = await visit('windrow.localhost', '/item/gannet-delta');
  const rules = await rulesOf('windrow.localhost', bold);
  expect(isBrasslamp(rules)).toBe(true);
  expect(rules).toContain('--accent:#147');
  expect(rules).toContain('--widest:1320px');
  const strip = await service.call(routes.getDocument, { params: ofCopy, query: { key: topLine } });
  expect(strip.document).toMatchObject({ tone: 'vivid', areas: { main: [{ id: 'top-notice' }] } });

  await service.call(routes.goLive, { params: { design: 'first' }, body: {} });
  expect(isBrasslamp(await rulesOf('windrow.localhost', await visit('windrow.localhost', '/')))).toBe(false);

  // A copy of the copy goes back to the first groundwork; what was changed stays in it, too.
  const again = await service.call(routes.createDesign, {
    body: { name: 'Back', copyOf: copy.code, groundwork: 'foolscap' },
  });
  const look = await service.call(routes.getDocument, { params: { design: again.code }, query: { key: 'look' } });
  expect(look.document).toMatchObject({ groundwork: 'foolscap', values: { accentColour: '#114477' } });
});

test('what a design builds on follows its look, however that came; and no design is built on what it builds on', async () => {
  const params = { store: 'tern-tea' };
  const groundwork = async () => (await service.call(routes.getDesign, { params })).groundwork;
  const set = (value: string, was: string) =>
    service.call(routes.edit, {
      params,
      body: { unit: randomUUID(), edits: [{ type: 'set', document: 'look', field: 'groundwork', value, was }] },
    });
  await set('foolscap', 'brasslamp');
  expect(await groundwork()).toBe('foolscap');
  await service.call(routes.undo, { params, body: { unit: 'undo-groundwork' } });
  expect(await groundwork()).toBe('brasslamp');
  const copy = (name: string, code: string) =>
    service.call(routes.createDesign, { params, body: { name, groundwork: code } });
  await expect(copy('Same', 'brasslamp')).rejects.toMatchObject({
    code: 'already-there',
    place: 'groundwork',
    message: 'The design builds on Brasslamp already.',
  });
  // Set by hand, only the look has followed: building on it again brings the rest.
  await set('foolscap', 'brasslamp');
  await expect(copy('Same', 'foolscap')).rejects.toMatchObject({ code: 'already-there' });
});

test('the second demo store is built on the second one', async () => {
  const { token } = await createClient({ origin: service.origin }).call(routes.createToken, {
    body: { ...DEMO_SIGN_IN, email: 'owner@osierwick.example', name: 'test' },
  });
  const owner = createClient({ origin: service.origin, token });
  const { designs } = await owner.call(routes.listDesigns, { params: { store: 'osierwick' } });
  expect(designs).toMatchObject([{ groundwork: 'brasslamp', live: true }]);
});
