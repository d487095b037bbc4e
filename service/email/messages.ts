/** What Parlour writes to people. */
import type { Message as ShopperMessage } from '../records/inbox.js';
import type { EmailMessage } from '../records/outgoing-email.js';

export const passwordMessage = (to: string, link: string): EmailMessage => ({
  to,
  subject: 'A new password for Parlour',
  text: `Somebody, probably you, asked for a new password for ${to}.

Set it here, within an hour. The link works once:

${link}

If it was not you, do nothing: your password stays as it is.
`,
});

export const invitationMessage = (to: string, by: string, store: string, role: string, link: string): EmailMessage => ({
  to,
  subject: `You are invited to work on ${store}`,
  text: `${by} invites you to work on ${store} as ${role}.

Join here, within a week. The link works once:

${link}
`,
});

/** What a shopper wrote in the message form of a store. */
export const shopperMessage = (
  to: string,
  store: string,
  { name, email, subject, text, page }: Pick<ShopperMessage, 'name' | 'email' | 'subject' | 'text' | 'page'>,
): EmailMessage => ({
  to,
  replyTo: email,
  subject: `${store}: ${subject || `a message from ${name}`}`,
  text: `${text}

–
${name}, ${email}
Written on ${page} of ${store}. Reply to this message to answer.
`,
});
