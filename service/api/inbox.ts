/** What shoppers leave in the forms of a store. */
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import {
  countUnread,
  listMessages,
  listSignUps,
  markRead,
  removeMessage,
  removeSignUp,
  type Message,
  type SignUp,
} from '../records/inbox.js';
import { listSentEmail, type SentEmail } from '../records/sent-email.js';
import { implement, type Api } from './implement.js';

const USUAL_LIMIT = 50;

export function inboxRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listSignUps, async ({ store, query: { before, limit = USUAL_LIMIT } }) => {
    const { some, next } = partOf(await listSignUps(db, store.id, limit + 1, before), limit);
    return { signUps: some.map(numbered<SignUp>), next };
  });
  implement(api, routes.removeSignUp, async ({ store, account, params }) => {
    const number = numberOf(params);
    if (!(await removeSignUp(db, store.id, number, account.id))) throw none('email address', params, 'sign-up list');
    return { done: true };
  });
  implement(api, routes.listSentEmail, async ({ store, query: { before, limit = USUAL_LIMIT } }) => {
    const { some, next } = partOf(await listSentEmail(db, store.id, limit + 1, before), limit);
    return { sentEmails: some.map(numbered<SentEmail>), delivered: api.email.reachesPeople, next };
  });
  implement(api, routes.listMessages, async ({ store, query: { before, limit = USUAL_LIMIT } }) => {
    const { some, next } = partOf(await listMessages(db, store.id, limit + 1, before), limit);
    return { messages: some.map(numbered<Message>), unread: await countUnread(db, store.id), next };
  });
  implement(api, routes.markMessage, async ({ store, params, now, body: { read } }) => {
    const message = await markRead(db, store.id, numberOf(params), read, now);
    if (!message) throw none('message', params, 'message list');
    return numbered(message);
  });
  implement(api, routes.removeMessage, async ({ store, account, params }) => {
    const number = numberOf(params);
    if (!(await removeMessage(db, store.id, number, account.id))) throw none('message', params, 'message list');
    return { done: true };
  });
}

type Params = Readonly<Record<string, string | undefined>>;

const numberOf = ({ number = '' }: Params): number => (/^\d{1,9}$/.test(number) ? Number(number) : 0);

const none = (what: string, { number }: Params, command: string): Problem =>
  new Problem('no-such-thing', `There is no ${what} ${number ?? ''} in this store.`, {
    place: 'number',
    remedy: `List them to see their numbers: parlour ${command}.`,
  });

const numbered = <T extends { readonly id: number }>({ id, ...rest }: T) => ({ number: id, ...rest });

/** One part of a list of which one more was asked for. */
function partOf<T extends { readonly id: number }>(found: readonly T[], limit: number) {
  const some = found.slice(0, limit);
  return { some, next: found.length > limit ? (some.at(-1)?.id ?? null) : null };
}
