/** What Parlour writes to people. */
import type { Message } from './mail.js';

export const passwordMessage = (to: string, link: string): Message => ({
  to,
  subject: 'A new password for Parlour',
  text: `Somebody, probably you, asked for a new password for ${to}.

Set it here, within an hour. The link works once:

${link}

If it was not you, do nothing: your password stays as it is.
`,
});

export const invitationMessage = (to: string, by: string, store: string, role: string, link: string): Message => ({
  to,
  subject: `You are invited to work on ${store}`,
  text: `${by} invites you to work on ${store} as ${role}.

Join here, within a week. The link works once:

${link}
`,
});
