/** Forms with which shoppers write to the store: an email address for news, or a message. Each counts against the address it comes from. */
import type { Request } from 'express';
import { isEmailAddress } from '@parlour/core/fields';
import { TRAP, type FormState } from '@parlour/core/kinds';
import type { Email } from '../email/email.js';
import { shopperMessage } from '../email/messages.js';
import { addMessage, addSignUp } from '../records/inbox.js';
import { addSentEmail } from '../records/sent-email.js';
import type { ClientAddress } from '../accounts/address.js';
import { inTransaction, type Records } from '../records/database.js';
import { sendLater, type EmailMessage } from '../records/outgoing-email.js';
import { minutesToWait } from './hourly.js';
import type { Site } from './context.js';
import { entriesOf } from '@parlour/core';

/** What forms are answered with besides the site. */
export interface LetterBox {
  readonly email: Email;
  readonly addressOf: ClientAddress;
}

/** What was sent with a form that a shopper writes in. */
export type Sent = Readonly<Record<string, string>> & { readonly page: string };
export type LetterAnswer = { readonly done: false; readonly status: 200 | 409 | 422; readonly form: FormState };

const MOST_SIGN_UPS = 20;
const MOST_MESSAGES = 10;
const MOST = { name: 120, email: 254, subject: 160, text: 5_000 } as const;

/** Keeps an email address for news. One that is known already is thanked for like any other. */
export async function signUp(
  site: Site,
  sent: Sent,
  request: Request,
  { addressOf }: LetterBox,
): Promise<LetterAnswer> {
  const { section, typed } = formOf(sent);
  const { word, language } = site.edition.locale;
  const email = (typed['email'] ?? '').trim();
  const refuse = (refused: string, status: 409 | 422 = 422): LetterAnswer => ({
    done: false,
    status,
    form: { section, typed, refused },
  });
  if (!isEmailAddress(email)) return refuse(word('email-wrong'));
  const may = await mayWrite(site, sent, `sign-up from ${addressOf(request)}`, MOST_SIGN_UPS);
  if (may !== 'yes') return may === 'trap' ? thanked(section) : refuse(may, 409);
  await addSignUp(site.db, site.store.id, { email, page: pathIn(sent), language });
  return thanked(section);
}

/** Keeps a message for the store's inbox, and sends it by email where the store has said to which address. */
export async function writeMessage(site: Site, sent: Sent, request: Request, box: LetterBox): Promise<LetterAnswer> {
  const { section, typed } = formOf(sent);
  const { word } = site.edition.locale;
  const errors: Record<string, string> = {};
  const of = (field: keyof typeof MOST): string => (typed[field] ?? '').trim();
  for (const field of ['name', 'email', 'text'] as const) if (of(field) === '') errors[field] = word('field-needed');
  if (of('email') !== '' && !isEmailAddress(of('email'))) errors['email'] = word('email-wrong');
  for (const [field, most] of entriesOf(MOST)) if (of(field).length > most) errors[field] = word('too-long', { most });
  const refuse = (refused: string, status: 409 | 422): LetterAnswer => ({
    done: false,
    status,
    form: { section, typed, errors, refused },
  });
  if (Object.keys(errors).length > 0) return refuse(word('check-fields'), 422);
  const may = await mayWrite(site, sent, `message from ${box.addressOf(request)}`, MOST_MESSAGES);
  if (may !== 'yes') return may === 'trap' ? thanked(section) : refuse(may, 409);
  const message = {
    name: of('name'),
    email: of('email'),
    subject: of('subject'),
    text: of('text'),
    page: pathIn(sent),
  };
  await inTransaction(site.db, async (trx) => {
    const isNew = await addMessage(trx, site.store.id, message, site.now);
    const to = site.store.details.email;
    if (to && isNew) await post(trx, site, box, shopperMessage(to, site.store.name, message));
  });
  return thanked(section);
}

/** Sends a message of the store, once the transaction is committed. Where none reaches people, the team can read it. */
export async function post(trx: Records, { store }: Site, { email }: LetterBox, message: EmailMessage): Promise<void> {
  if (!email.reachesPeople) await addSentEmail(trx, store.id, message);
  await sendLater(trx, store.id, message);
}

/** What a form says besides what was typed. */
export function formOf({ 'back-to': section = '', page: _page, facts: _facts, [TRAP]: _trap, ...typed }: Sent) {
  return { section, typed };
}

export const thanked = (section: string): LetterAnswer => ({
  done: false,
  status: 200,
  form: { section, typed: {}, refused: '', done: true },
});

/** The path of the page a form was on, without what is behind it. */
const pathIn = ({ page }: Sent): string => page.split(/[?#]/)[0]?.slice(0, 400).toWellFormed() ?? '';

/**
 * Whether what was sent is taken: `yes`, or `trap` for what a program filled in, which is told nothing; else why not, in words.
 * @param key what is counted
 */
export async function mayWrite(site: Site, sent: Sent, key: string, most: number): Promise<string> {
  const { word } = site.edition.locale;
  if (sent[TRAP]) return 'trap';
  if (site.mode === 'preview') return word('preview-keeps-nothing');
  const minutes = await minutesToWait(site.db, site.store.id, key, most, site.now);
  return minutes === null ? 'yes' : word('too-often', { minutes });
}
