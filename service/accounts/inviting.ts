/** Inviting somebody: by email, or by a link that is shown once to whoever invites. */
import { consoleOrigin, type Config } from '../config.js';
import { invitationMessage } from '../email/messages.js';
import { accountName, addInvitation, type OpenInvitation } from '../records/accounts.js';
import type { Records } from '../records/database.js';
import { sendLater } from '../records/outgoing-email.js';
import { storeById } from '../records/stores.js';
import { newLinkToken, tokenHash } from './passwords.js';

/** Makes an invitation. @returns its link, which is kept nowhere */
export async function addLink(trx: Records, config: Config, invitation: OpenInvitation): Promise<string> {
  const token = newLinkToken();
  await addInvitation(trx, { ...invitation, tokenHash: tokenHash(token) });
  return `${consoleOrigin(config)}/join/${token}`;
}

/** Makes an invitation and sends its link to the address it is for, and to nobody else. */
export async function sendInvitation(
  trx: Records,
  config: Config,
  invitation: OpenInvitation & { readonly storeId: number | null },
): Promise<void> {
  const link = await addLink(trx, config, invitation);
  const store = invitation.storeId === null ? 'Parlour' : (await storeById(trx, invitation.storeId)).name;
  const by = invitation.by === null ? 'Parlour' : await accountName(trx, invitation.by);
  await sendLater(trx, invitation.storeId, invitationMessage(invitation.email, by, store, invitation.role, link));
}
