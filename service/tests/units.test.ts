/**
 * Any accepted unit of edits, published: every listed page, why, lists and plan still answer, and the pages are well
 * formed in both languages. A short run here; `npm run soak` makes it long.
 */
import { randomUUID } from 'node:crypto';
import { routes } from '@parlour/contract';
import type { EditRequest } from '@parlour/core/design';
import type { Document, DocumentKey } from '@parlour/core/documents';
import { anyRequest, type World } from './any-request.js';
import { chanceFrom } from './random.js';
import { testService, type Sent, type TestService } from './service.js';
import { flawsOf } from '../../core/tests/well-formed.js';

/** In the long run every so many units begin with a fresh store, so that designs do not only grow. */
const ROUNDS = process.env['PARLOUR_SOAK'] ? 20 : 1;
const UNITS = process.env['PARLOUR_SOAK'] ? 250 : 20;
/** After each unit one page in so many is looked at, others after the next: what is broken stays so for a while. */
const ONE_IN = process.env['PARLOUR_SOAK'] ? 1 : 4;
const SEED = Number(process.env['PARLOUR_SEED'] ?? 20261126);
const DESIGN = '/stores/windrow/designs/live';

let service: TestService;
beforeEach(async () => (service = await testService()));
afterEach(() => service.stop());

const json = (body: object): Sent => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** What there is now. @param known what there was; only its documents that are named are read again */
async function worldNow(known: World | null, changed: readonly DocumentKey[] = []): Promise<World> {
  const [{ documents }, { pages }] = await Promise.all([
    service.call(routes.listDocuments),
    service.call(routes.listPages, { query: { limit: 200 } }),
  ]);
  const pictures = known?.pictures ?? (await service.call(routes.listPictures)).pictures.map(({ hash }) => hash);
  const read = await Promise.all(
    documents.map(async ({ key }): Promise<[DocumentKey, Document]> => {
      const same = changed.includes(key) ? undefined : known?.documents.get(key);
      return [key, same ?? (await service.call(routes.getDocument, { query: { key } })).document];
    }),
  );
  return { documents: new Map(read), pages: pages.map(({ page }) => page), pictures };
}

test.each(Array.from({ length: ROUNDS }, (_, i) => SEED + i))(
  `${UNITS} accepted units break no page, seed %i`,
  async (seed) => {
    const chance = chanceFrom(seed);
    const broken: string[] = [];
    const counts = { sent: 0, accepted: 0, published: 0 };
    const codes = new Map<string, number>();
    let last = '';
    let looked = 0;
    const ask = async (path: string, to: 'api' | 'visit', sent: Sent = {}): Promise<number> => {
      const answer = await service[to](path, sent);
      if (answer.status >= 500)
        broken.push(`after ${last}: ${to} ${path} -> ${answer.status} ${answer.text.slice(0, 300)}`);
      if (to === 'visit' && answer.text.startsWith('<!doctype')) {
        const flaws = flawsOf(answer.text);
        if (flaws.length) broken.push(`after ${last}: ${path} is not well formed: ${flaws.join('; ')}`);
        looked++;
      }
      return answer.status;
    };
    await service.call(routes.changeProduct, { params: { product: 'K-001' }, body: { attributes: { most: 5 } } });
    await service.call(routes.setLanguages, { body: { languages: ['de'] } });
    let world = await worldNow(null);
    while (counts.accepted < UNITS && broken.length === 0 && counts.sent < UNITS * 20) {
      const edits = Array.from({ length: 1 + chance.below(3) }, () => anyRequest(chance, world)).filter(
        (one): one is EditRequest => one !== null,
      );
      if (edits.length === 0) continue;
      counts.sent++;
      last = JSON.stringify(edits);
      const answer = await service.api(`${DESIGN}/edits`, json({ unit: randomUUID(), edits }));
      if (answer.status >= 500) broken.push(`${last} -> ${answer.status} ${answer.text}`);
      const code = answer.status === 200 ? 'taken' : String(answer.json()['type']).split('/').at(-1);
      codes.set(code ?? '', (codes.get(code ?? '') ?? 0) + 1);
      const changed = answer.status === 200 ? answer.json<{ edits: { document: string }[] }>().edits : [];
      if (changed.length === 0) continue;
      counts.accepted++;
      // What cannot be published is taken back, so that it does not stand in the way of the next.
      if ((await ask(`${DESIGN}/publish`, 'api', json({}))) === 201) counts.published++;
      else await ask(`${DESIGN}/undo`, 'api', json({ unit: randomUUID() }));
      const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
      const all = pages.filter(({ path }) => path.startsWith('/'));
      const shown = all.filter((_, at) => (at + counts.accepted) % ONE_IN === 0);
      await Promise.all([
        ...shown.map(({ path }) => ask(path, 'visit')),
        // In the other language every second page, the others after the next unit.
        ...shown
          .filter((_, at) => (at + Math.floor(counts.accepted / ONE_IN)) % 2 === 0)
          .map(({ path }) => ask(`/de${path === '/' ? '' : path}`, 'visit')),
        ...shown
          .filter(() => chance.is(0.25))
          .map(({ page }) => ask(`${DESIGN}/pages/${encodeURIComponent(page)}/why`, 'api')),
        ...['/templates', '/changes', '/compare', '/pages?sort=-template', '/revisions'].map((path) =>
          ask(`${DESIGN}${path}`, 'api'),
        ),
        ask(`${DESIGN}/plan?page=${encodeURIComponent(chance.pick(shown).page)}`, 'api'),
        ask('/no/such/page', 'visit'),
      ]);
      world = await worldNow(
        world,
        changed.map(({ document }) => document),
      );
    }
    expect(broken).toEqual([]);
    expect(counts.accepted).toBe(UNITS);
    // Most of it went live, and each way of refusing was met: the units were neither all tame nor all nonsense.
    expect(counts.published).toBeGreaterThan(UNITS / 2);
    expect(codes.size).toBeGreaterThan(5);
    expect(looked).toBeGreaterThan((20 * UNITS) / ONE_IN);
  },
  1_800_000,
);
