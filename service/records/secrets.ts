/** Keys to sign with, shared by all processes on one database. */
import { perDatabase, type Records } from './database.js';

/** What is signed: rights to see a preview; the tokens of orders; how much is in a cart. */
export type SecretName = 'preview' | 'order' | 'cart';

const known = perDatabase(() => new Map<SecretName, Buffer>());

export async function secretOf(db: Records, name: SecretName): Promise<Buffer> {
  const secrets = known(db);
  let found = secrets.get(name);
  if (!found) {
    const row = await db
      .selectFrom('service_secret')
      .select('value')
      .where('name', '=', name)
      .executeTakeFirstOrThrow();
    secrets.set(name, (found = row.value));
  }
  return found;
}
