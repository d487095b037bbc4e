/** Taking up an invitation: a new account, or one that exists, belongs to the store from then on. */
import { Problem } from '@parlour/core';
import {
  accountByEmail,
  addAccount,
  findInvitation,
  setMembership,
  takeInvitation,
  type Account,
  type Invitation,
} from '../records/accounts.js';
import { audit } from '../records/audit.js';
import type { Config } from '../config.js';
import type { Email } from '../email/email.js';
import { inTransaction, type Records } from '../records/database.js';
import { countLink } from './attempts.js';
import { sendInvitation } from './inviting.js';
import { hashPassword, tokenHash } from './passwords.js';
import { checkCredentials } from './sign-in.js';

export interface Joining {
  readonly token: string;
  /** Wanted of the first owner; others were invited by theirs. */
  readonly email?: string | undefined;
  readonly name: string;
  readonly password: string;
}

/**
 * @param address the network address it comes from, for counting failures
 * @throws Problem `bad-invitation`; `proof-by-email` where the link was shown to whoever invited, and messages reach
 * people; `bad-input` without an email address; `wrong-sign-in` for an account of that address with another password;
 * `too-many-tries`
 */
export async function join(
  { db, config, email: post }: { readonly db: Records; readonly config: Config; readonly email: Email },
  joining: Joining,
  address: string,
): Promise<{ email: string; name: string }> {
  const token = tokenHash(joining.token);
  const found = (await findInvitation(db, token, new Date())) ?? refuse();
  const email = emailOf(found, joining);
  if (found.shown && found.by !== null && post.reachesPeople) await askForProof(db, config, token, address);
  // All that is slow, or counts failures by itself, comes before the transaction: it would keep a second connection.
  const known = await accountByEmail(db, email);
  if (known)
    // Counted like every sign-in: whoever can invite must not be able to guess another’s password.
    await checkCredentials(db, email, joining.password, address, {
      sentence: `${email} already has an account, with another password.`,
      place: 'password',
      remedy: 'Give the password of that account.',
    });
  const passwordHash = known ? '' : await hashPassword(joining.password);
  return inTransaction(db, async (trx) => {
    const invitation = (await takeInvitation(trx, token, new Date())) ?? refuse();
    const account: Pick<Account, 'id' | 'name'> = known ?? {
      id: (await addAccount(trx, { email, name: joining.name, passwordHash })) ?? madeMeanwhile(email),
      name: joining.name,
    };
    if (invitation.storeId !== null) await setMembership(trx, account.id, invitation.storeId, invitation.role);
    await audit(trx, { storeId: invitation.storeId, accountId: account.id, action: 'team.join', target: email });
    return { email, name: account.name };
  });
}

/** Exchanges an invitation whose link others know for one that only its email address gets. */
async function askForProof(db: Records, config: Config, token: Buffer, address: string): Promise<never> {
  const { email } = await inTransaction(db, async (trx) => {
    const shown = (await takeInvitation(trx, token, new Date())) ?? refuse();
    await countLink(trx, shown.email, address, new Date());
    await sendInvitation(trx, config, { ...shown, shown: false });
    return shown;
  });
  throw new Problem('proof-by-email', `A message was sent to ${email}, since others know this link too.`, {
    place: 'token',
    remedy: 'Open the link in that message to join.',
  });
}

function emailOf(invitation: Invitation, { email }: Joining): string {
  if (invitation.email) return invitation.email;
  if (email) return email;
  throw new Problem('bad-input', 'The first owner needs an email address.', {
    place: 'email',
    remedy: 'Give the email address you will sign in with.',
  });
}

function refuse(): never {
  throw new Problem('bad-invitation', 'This invitation has expired or was used already.', {
    place: 'token',
    remedy: 'Ask for a new one.',
  });
}

function madeMeanwhile(email: string): never {
  throw new Problem('already-there', `An account for ${email} was created just now.`, {
    place: 'email',
    remedy: 'Try again with the password of that account.',
  });
}
