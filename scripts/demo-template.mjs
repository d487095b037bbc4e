/**
 * Before the tests of service, command line and browser: a database with the demo in it, which each of their files
 * copies. Made while no test runs yet, so that none waits for it and none runs out of time.
 */
import { randomBytes, scryptSync } from 'node:crypto';
import { DEMO_SIGN_IN, loadDemo, migrate, openDatabase } from '@parlour/service';
import { smallDemoStores } from '@parlour/demo';
import pg from 'pg';

/** The database that is copied. */
const TEMPLATE = 'parlour_demo';

export default async function makeTemplate() {
  const server = process.env.PARLOUR_TEST_DATABASE;
  if (!server) throw new Error('Run the tests with “npm test”, which starts a database for them.');
  const at = (name) => server.replace(/[^/]*$/, name);
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  try {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [TEMPLATE]);
    if (rowCount) return;
    await client.query(`drop database if exists ${TEMPLATE}_new`);
    await client.query(`create database ${TEMPLATE}_new`);
    const db = openDatabase(at(`${TEMPLATE}_new`));
    await migrate(db);
    await loadDemo(db, smallDemoStores);
    await db.updateTable('account').set({ password_hash: cheapHash() }).execute();
    await db.destroy();
    await client.query(`alter database ${TEMPLATE}_new rename to ${TEMPLATE}`);
  } finally {
    await client.end();
  }
}

/** The demo's password, hashed at little cost: each file of tests signs in, and what a hash costs stands in the hash. */
function cheapHash() {
  const salt = randomBytes(16);
  const key = scryptSync(DEMO_SIGN_IN.password, salt, 32, { N: 2 ** 10, r: 8, p: 1 });
  const [printedSalt, printedKey] = [salt, key].map((bytes) => bytes.toString('base64').replace(/=+$/, ''));
  return `$scrypt$ln=10,r=8,p=1$${printedSalt}$${printedKey}`;
}
