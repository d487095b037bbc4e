/** When something is missing or away: a section kind, the database. */
import { routes } from '@parlour/contract';
import { asAdmin, connect, newDatabase } from './service.js';
import { startService } from '../index.js';

const DESIGN = '/stores/windrow/designs/live';

test('a section of a kind that does not exist: a box in the preview, no publish, and shoppers keep their page', async () => {
  const database = await newDatabase();
  await asAdmin(
    (admin) =>
      admin.query(
        `insert into draft_document select id, 'template/home', '{"format":2,"type":"template","head":{"name":"Home","pageKind":"home","layout.width":"page"},"nodes":{"odd":{"id":"odd","kind":"sundial@1","casing":{},"values":{},"place":{"in":null,"at":"main"},"order":"a0"}}}' from design; insert into draft_change select id, 'template/home' from design`,
      ),
    database.url,
  );
  const running = await startService({ databaseUrl: database.url, port: 0, demo: false, logLevel: 'silent' });
  const other = await connect(running.port, async () => {
    await running.stop();
    await database.drop();
  });
  const { url } = await other.call(routes.preview, { body: { page: 'home' } });
  const first = await other.send('windrow.preview.localhost', new URL(url).pathname + new URL(url).search);
  const shown = await other.send('windrow.preview.localhost', '/', {
    headers: { cookie: first.headers['set-cookie']?.[0]?.split(';')[0] ?? '' },
  });
  expect(shown.text).toContain('There is no section kind “sundial@1”');
  const refused = await other.api(`${DESIGN}/publish`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect([refused.status, refused.json()]).toMatchObject([
    409,
    {
      type: '/docs/problems/cannot-publish',
      place: 'template/home/odd',
      remedy: 'Remove section odd, or bring the kind back.',
    },
  ]);
  expect((await other.shop('/')).text).toContain('Made for the wind at Ternhythe');
  await other.edit({ type: 'remove', document: 'template/home', node: 'odd' });
  await other.stop();
});

test('with the database away the service says 503 and Retry-After, stays up, and recovers by itself', async () => {
  const database = await newDatabase();
  const running = await startService({ databaseUrl: database.url, port: 0, demo: false, logLevel: 'silent' });
  const other = await connect(running.port, () => running.stop());
  const name = database.url.split('/').at(-1);
  const allow = (is: boolean) => asAdmin((admin) => admin.query(`alter database ${name} with allow_connections ${is}`));
  await allow(false);
  await asAdmin((admin) =>
    admin.query(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`),
  );
  const answers = await Promise.all([other.shop('/'), other.api('/me'), other.send('localhost', '/readyz')]);
  expect(answers.map((answer) => answer.status)).toEqual([503, 503, 503]);
  expect(answers[1]?.headers['retry-after']).toBe('5');
  expect((await other.send('localhost', '/healthz')).status).toBe(200);
  await allow(true);
  expect((await other.shop('/')).status).toBe(200);
  await other.stop();
  await database.drop();
});
