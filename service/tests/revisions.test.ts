/** Several designs, chosen changes, timed changes, and merging what was published meanwhile. */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import { connect, eventually, newDatabase, serviceOn, testService, until, type TestService } from './service.js';

let service: TestService;
beforeEach(async () => (service = await testService()));
afterEach(() => service.stop());

const OLD = 'Made for the wind at Ternhythe';
const titleTo = (value: string, was = OLD) =>
  ({ type: 'set', document: 'template/home', node: 'h-poster', field: 'values.title', value, was }) as const;
const textTo = (value: string) =>
  ({
    type: 'set',
    document: 'template/home',
    node: 'h-sport',
    field: 'values.title',
    value,
    was: 'For the wind that means it',
  }) as const;
const home = async () => (await service.visit('/')).text;
const changes = async (design = 'live') => (await service.call(routes.listChanges, { params: { design } })).changes;
const publish = (changed?: string[], design = 'live') =>
  service.call(routes.publish, { params: { design }, body: changed ? { changes: changed } : {} });

describe('chosen changes', () => {
  test('one of two goes live, the other stays unpublished', async () => {
    await service.edit(titleTo('One'), textTo('Two'));
    const all = await changes();
    expect(all).toHaveLength(2);
    const wanted = all.find(({ sentence }) => sentence.includes('“Two”'));
    await publish([wanted?.id ?? '']);
    expect(await home()).toContain('Two');
    expect(await home()).toContain(OLD);
    expect((await changes()).map(({ sentence }) => sentence)).toEqual([expect.stringContaining('“One”')]);
    await expect(publish(['no such'])).rejects.toMatchObject({ code: 'no-such-change', place: 'changes' });
  });

  test('an assignment cannot go without its template, and says which belong together', async () => {
    await service.edit(
      { type: 'create', what: 'template', copyOf: 'product', name: 'Gala' },
      { type: 'assign', pages: ['product:K-001'], template: 'gala' },
    );
    const assignment = (await changes()).find(({ document }) => document === 'assignments/product');
    await expect(publish([assignment?.id ?? ''])).rejects.toMatchObject({
      code: 'cannot-publish',
      remedy: 'Publish the changes of “template/gala” and “assignments/product” together.',
    });
    expect((await publish()).number).toBe(2);
  });
});

test('a revision can be looked at as it was, its links and pages too, until it is nobody’s any more', async () => {
  await service.edit(
    titleTo('Second words'),
    { type: 'create', what: 'content', name: 'Tides', code: 'tides' },
    { type: 'set', document: 'paths', field: 'patterns.product', value: '/kite/{slug}' },
  );
  await publish();
  await service.edit(titleTo('Unpublished words', 'Second words'));
  const open = async (page: string, revision: number) => {
    const { url } = await service.call(routes.preview, { body: { page, revision } });
    const { host, pathname, search } = new URL(url);
    return { url, text: (await service.send(host.replace(/:.*/, ''), pathname + search)).text };
  };
  expect((await open('home', 1)).text).toContain(OLD);
  expect((await open('home', 2)).text).toContain('Second words');
  expect((await open('product:K-001', 1)).url).toContain('/item/skerry-diamond?');
  const moved = await open('product:K-001', 2);
  expect(moved.url).toContain('/kite/skerry-diamond?');
  expect(moved.text).toContain('Skerry Diamond');
  await expect(open('content:tides', 1)).rejects.toMatchObject({ code: 'no-such-page' });
  await expect(open('home', 9)).rejects.toMatchObject({ code: 'no-such-revision', place: 'revision' });
});

describe('several designs', () => {
  test('a second design is reworked while the live one gets a fix; then it is switched live and back', async () => {
    await service.edit(titleTo('Draft of the first'));
    const summer = await service.call(routes.createDesign, { body: { name: 'Summer' } });
    expect(summer).toMatchObject({ code: 'summer', live: false, revision: 1 });
    // The copy has the draft of the first, and goes its own way.
    expect(await changes('summer')).toHaveLength(1);
    await service.call(routes.edit, {
      params: { design: 'summer' },
      body: { unit: randomUUID(), edits: [titleTo('Summer words', 'Draft of the first')] },
    });
    await service.edit(textTo('Fixed'));
    const fix = (await changes()).find(({ sentence }) => sentence.includes('“Fixed”'));
    await publish([fix?.id ?? '']);
    expect(await home()).toContain('Fixed');
    expect(await home()).toContain(OLD);

    const brought = await service.call(routes.updateFromLive, { params: { design: 'summer' }, body: {} });
    expect(brought).toMatchObject({
      sentences: [expect.stringMatching(/^The template “Home”: Title of .* is “Fixed”, was/)],
      conflicts: [],
    });
    expect(
      (await service.call(routes.compare, { query: { from: 'live', to: 'summer/draft' } })).changes.map(
        (one) => one.sentence,
      ),
    ).toEqual([expect.stringContaining('“Summer words”')]);
    await publish(undefined, 'summer');
    expect(await home()).toContain(OLD);

    await service.call(routes.goLive, { params: { design: 'summer' }, body: { note: 'Sun' } });
    expect(await home()).toContain('Summer words');
    expect(await home()).toContain('Fixed');
    await service.call(routes.goLive, { params: { design: 'first' }, body: {} });
    expect(await home()).toContain(OLD);
    const { entries } = await service.call(routes.listAudit);
    expect(entries.map(({ action, target }) => `${action} ${target}`)).toEqual([
      'design.live first',
      'design.live summer',
      'design.publish summer',
      'design.publish first',
      'design.create summer',
    ]);
  });

  test('what both changed is told and not overwritten; a design that is live cannot be archived', async () => {
    await service.call(routes.createDesign, { body: { name: 'Summer' } });
    await service.call(routes.edit, {
      params: { design: 'summer' },
      body: { unit: randomUUID(), edits: [titleTo('Theirs')] },
    });
    await service.edit(titleTo('Live'));
    await publish();
    const { conflicts } = await service.call(routes.updateFromLive, { params: { design: 'summer' }, body: {} });
    expect(conflicts).toEqual([expect.stringContaining('is now “Theirs”; it was meant to become “Live”')]);
    await expect(service.call(routes.archiveDesign, { body: {} })).rejects.toMatchObject({ code: 'still-used' });
    await service.call(routes.archiveDesign, { params: { design: 'summer' }, body: {} });
    await expect(changes('summer')).rejects.toMatchObject({ code: 'no-such-thing' });
  });

  test('an archived design is restored with its draft; none that was not archived', async () => {
    await service.call(routes.createDesign, { body: { name: 'Summer' } });
    await service.call(routes.edit, {
      params: { design: 'summer' },
      body: { unit: randomUUID(), edits: [titleTo('Long days')] },
    });
    const codes = async (archived?: 'yes') =>
      (await service.call(routes.listDesigns, { query: { archived } })).designs.map(({ code }) => code);
    await service.call(routes.archiveDesign, { params: { design: 'summer' }, body: {} });
    expect([await codes(), await codes('yes')]).toEqual([['first'], ['summer']]);
    await service.call(routes.restoreDesign, { body: { design: 'summer' } });
    expect([await codes(), await codes('yes')]).toEqual([['first', 'summer'], []]);
    expect((await changes('summer')).map(({ sentence }) => sentence)).toEqual([expect.stringContaining('Long days')]);
    for (const design of ['summer', 'gone'])
      await expect(service.call(routes.restoreDesign, { body: { design } })).rejects.toMatchObject({
        code: 'no-such-thing',
        place: 'design',
      });
  });
});

describe('timed changes', () => {
  const soon = (ms: number) => new Date(Date.now() + ms).toISOString().replace(/\.\d+Z$/, 'Z');
  const states = async () => (await service.call(routes.listTimedChanges)).timedChanges.map(({ state }) => state);

  test('go live and are taken back on time, once, with two processes, and a fix in between survives', async () => {
    const database = await newDatabase();
    const start = () => serviceOn(database.url);
    const [one, two] = await Promise.all([start(), start()]);
    await service.stop();
    service = await connect(one.port, async () => {
      await Promise.all([one.stop(), two.stop()]);
      await database.drop();
    });
    await service.edit(titleTo('Sale!'));
    const ids = (await changes()).map(({ id }) => id);
    // A list that names what is not (any more) unpublished is refused whole, not taken in part.
    await expect(
      service.call(routes.addTimedChange, { body: { name: 'Sale', changes: [...ids, 'gone'], from: soon(60_000) } }),
    ).rejects.toMatchObject({ code: 'no-such-change', place: 'changes' });
    const made = await service.call(routes.addTimedChange, {
      body: { name: 'Sale', changes: ids, from: soon(2000), until: soon(6000) },
    });
    expect(made).toMatchObject({ state: 'waiting', sentences: [expect.stringContaining('“Sale!”')] });
    // They wait outside the draft, so that publishing something else does not bring them early.
    expect(await changes()).toEqual([]);
    expect(await home()).toContain(OLD);
    await until(async () => (await states())[0] === 'live');
    // Whichever process did it, the other one shows it a moment later.
    await eventually(async () => expect(await home()).toContain('Sale!'));
    await service.edit(textTo('Fixed'));
    await publish();
    await until(async () => (await states())[0] === 'over');
    await eventually(async () => expect(await home()).toContain(OLD));
    expect(await home()).toContain('Fixed');
    expect(await changes()).toEqual([]);
    const { revisions } = await service.call(routes.listRevisions);
    expect(revisions.map(({ number, note }) => `${number} ${note}`)).toEqual([
      '4 “Sale” was taken back',
      '3 ',
      '2 “Sale” went live',
      '1 The design the store started with',
    ]);
  });

  test('a restart that slept through the time does it then; a true conflict is told and not guessed', async () => {
    const database = await newDatabase();
    const start = () => serviceOn(database.url);
    let running = await start();
    await service.stop();
    service = await connect(running.port, () => running.stop());
    await service.edit(titleTo('Sale!'));
    await service.call(routes.addTimedChange, {
      body: { name: 'Sale', changes: (await changes()).map(({ id }) => id), from: soon(1500) },
    });
    await service.edit(textTo('Two'));
    await service.call(routes.addTimedChange, {
      body: { name: 'Clash', changes: (await changes()).map(({ id }) => id), from: soon(1500) },
    });
    await service.edit(textTo('Other words'));
    await publish();
    await running.stop();
    await new Promise((go) => setTimeout(go, 1800));
    running = await start();
    service = await connect(running.port, async () => {
      await running.stop();
      await database.drop();
    });
    await until(async () => !(await states()).includes('waiting'));
    const { timedChanges } = await service.call(routes.listTimedChanges);
    expect(timedChanges.map(({ name, state, report }) => [name, state, report.length > 0])).toEqual([
      ['Clash', 'conflict', true],
      ['Sale', 'live', false],
    ]);
    expect(timedChanges[0]?.report.join()).toContain('is now “Other words”; it was meant to become “Two”');
    expect(await home()).toContain('Sale!');
    expect(await home()).toContain('Other words');
  });

  test('waiting ones can be given back to the draft; times that cannot be are refused', async () => {
    await service.edit(titleTo('Sale!'));
    const ids = (await changes()).map(({ id }) => id);
    const add = (from: string, until?: string) =>
      service.call(routes.addTimedChange, { body: { name: 'Sale', changes: ids, from, ...(until ? { until } : {}) } });
    await expect(add('2020-01-01T08:00')).rejects.toMatchObject({ code: 'past-time', place: 'from' });
    await expect(add('2099-03-29T01:30')).rejects.toMatchObject({ code: 'skipped-hour', place: 'from' });
    await expect(add('soon')).rejects.toMatchObject({ code: 'bad-value', place: 'from' });
    await expect(add('2099-01-02T08:00', '2099-01-01T08:00')).rejects.toMatchObject({
      code: 'bad-value',
      place: 'until',
    });
    expect(await changes()).toHaveLength(1);
    const { id, times } = await add('2099-07-01T08:00');
    expect(times).toBe('from 2099-07-01 08:00 (+01:00)');
    expect(await changes()).toEqual([]);
    const cancelled = await service.call(routes.cancelTimedChange, { params: { timed: String(id) }, body: {} });
    expect(cancelled.state).toBe('cancelled');
    expect(await changes()).toHaveLength(1);
  });
});
