/** The first start without a demo: whoever reads the terminal becomes the first owner. */
import { consoleOrigin, type Config } from '../config.js';
import { addInvitation, hasAccounts } from '../records/accounts.js';
import type { Database } from '../records/database.js';
import { newLinkToken, tokenHash } from './passwords.js';

const DAY = 24 * 60 * 60 * 1000;

/** @returns a link that works once and for a day, or null if there is an account already */
export async function inviteFirstOwner(db: Database, config: Config): Promise<string | null> {
  if (await hasAccounts(db)) return null;
  const token = newLinkToken();
  const expiresAt = new Date(Date.now() + DAY);
  await addInvitation(db, {
    storeId: null,
    email: '',
    role: 'owner',
    expiresAt,
    tokenHash: tokenHash(token),
    by: null,
    shown: true,
  });
  return `${consoleOrigin(config)}/first-account/${token}`;
}
