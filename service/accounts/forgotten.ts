/** A forgotten password: a link by email, which proves that the address is theirs, sets a new one. */
import { Problem } from '@parlour/core';
import { consoleOrigin, type Config } from '../config.js';
import { passwordMessage } from '../email/messages.js';
import { accountByEmail, setPassword, type Account } from '../records/accounts.js';
import { audit } from '../records/audit.js';
import { inTransaction, type Records } from '../records/database.js';
import { sendLater } from '../records/outgoing-email.js';
import { addPasswordLink, takePasswordLink } from '../records/password-links.js';
import { signal } from '../records/signals.js';
import { hashPassword, newLinkToken, tokenHash } from './passwords.js';

const HOUR = 60 * 60 * 1000;

/** Sends a link to whoever has an account with an email address; nothing if nobody has. */
export async function sendPasswordLink(db: Records, config: Config, email: string): Promise<void> {
  const account = await accountByEmail(db, email);
  if (!account) return;
  const token = newLinkToken();
  await inTransaction(db, async (trx) => {
    await addPasswordLink(trx, account.id, tokenHash(token), new Date(Date.now() + HOUR));
    await sendLater(trx, null, passwordMessage(account.email, `${consoleOrigin(config)}/new-password/${token}`));
  });
}

/** Sets the password of the account a link was sent to; every session of it ends. @throws Problem `bad-link` */
export async function setForgottenPassword(db: Records, token: string, password: string): Promise<Account> {
  // Slow, so before the transaction.
  const passwordHash = await hashPassword(password);
  return inTransaction(db, async (trx) => {
    const account = await takePasswordLink(trx, tokenHash(token), new Date());
    if (!account)
      throw new Problem('bad-link', 'This link has expired or was used already.', {
        place: 'token',
        remedy: 'Ask for another message, and use the newest link.',
      });
    await setPassword(trx, account.id, passwordHash, null);
    await audit(trx, { storeId: null, accountId: account.id, action: 'account.password', target: account.email });
    await signal(trx, `account ${account.id}`);
    return account;
  });
}
