/** Taking up an invitation: a new account, or one that exists, belongs to the store from then on. */
import { Problem } from '@parlour/core';
import {
  accountByMail,
  addAccount,
  findInvitation,
  setMembership,
  takeInvitation,
  type Account,
  type Invitation,
} from '../records/accounts.js';
import { audit } from '../records/audit.js';
import type { Config } from '../config.js';
import type { Mail } from '../mail/mail.js';
import { inTransaction, type Records } from '../records/database.js';
import { countLink } from './attempts.js';
import { sendInvitation } from './inviting.js';
import { hashPassword, tokenHash } from './passwords.js';
import { checkCredentials } from './sign-in.js';

export interface Joining {
  readonly token: string;
  /** Wanted of the first owner; others were invited by theirs. */
  readonly mail?: string | undefined;
  readonly name: string;
  readonly password: string;
}

/**
 * @param address the network address it comes from, for counting failures
 * @throws Problem `bad-invitation`; `proof-by-mail` where the link was shown to whoever invited, and messages reach
 * people; `bad-input` without a mail address; `wrong-sign-in` for an account of that address with another password;
 * `too-many-tries`
 */
export async function join(
  { db, config, mail: post }: { readonly db: Records; readonly config: Config; readonly mail: Mail },
  joining: Joining,
  address: string,
): Promise<{ mail: string; name: string }> {
  const token = tokenHash(joining.token);
  const found = (await findInvitation(db, token, new Date())) ?? refuse();
  const mail = mailOf(found, joining);
  if (found.shown && found.by !== null && post.reachesPeople) await askForProof(db, config, token, address);
  // All that is slow, or counts failures by itself, comes before the transaction: it would keep a second connection.
  const known = await accountByMail(db, mail);
  if (known)
    // Counted like every sign-in: whoever can invite must not be able to guess another’s password.
    await checkCredentials(db, mail, joining.password, address, {
      sentence: `${mail} already has an account, with another password.`,
      place: 'password',
      remedy: 'Give the password of that account.',
    });
  const passwordHash = known ? '' : await hashPassword(joining.password);
  return inTransaction(db, async (trx) => {
    const invitation = (await takeInvitation(trx, token, new Date())) ?? refuse();
    const account: Pick<Account, 'id' | 'name'> = known ?? {
      id: (await addAccount(trx, { mail, name: joining.name, passwordHash })) ?? madeMeanwhile(mail),
      name: joining.name,
    };
    if (invitation.storeId !== null) await setMembership(trx, account.id, invitation.storeId, invitation.role);
    await audit(trx, { storeId: invitation.storeId, accountId: account.id, action: 'team.join', target: mail });
    return { mail, name: account.name };
  });
}

/** Exchanges an invitation whose link others know for one that only its mail address gets. */
async function askForProof(db: Records, config: Config, token: Buffer, address: string): Promise<never> {
  const { mail } = await inTransaction(db, async (trx) => {
    const shown = (await takeInvitation(trx, token, new Date())) ?? refuse();
    await countLink(trx, shown.mail, address, new Date());
    await sendInvitation(trx, config, { ...shown, shown: false });
    return shown;
  });
  throw new Problem('proof-by-mail', `A message was sent to ${mail}, since others know this link too.`, {
    place: 'token',
    remedy: 'Open the link in that message to join.',
  });
}

function mailOf(invitation: Invitation, { mail }: Joining): string {
  if (invitation.mail) return invitation.mail;
  if (mail) return mail;
  throw new Problem('bad-input', 'The first owner needs a mail address.', {
    place: 'mail',
    remedy: 'Give the mail address you will sign in with.',
  });
}

function refuse(): never {
  throw new Problem('bad-invitation', 'This invitation has expired or was used already.', {
    place: 'token',
    remedy: 'Ask for a new one.',
  });
}

function madeMeanwhile(mail: string): never {
  throw new Problem('already-there', `An account for ${mail} was created just now.`, {
    place: 'mail',
    remedy: 'Try again with the password of that account.',
  });
}
