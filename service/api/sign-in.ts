/** Signing in and out, tokens, who one is. */
import { stringifySetCookie } from 'cookie';
import { routes } from '@parlour/contract';
import {
  checkCredentials,
  CONSOLE_DAYS,
  SESSION_COOKIE,
  startSession,
  stopSession,
  tokenOf,
} from '../accounts/sign-in.js';
import { countLink } from '../accounts/attempts.js';
import { sendPasswordLink, setForgottenPassword } from '../accounts/forgotten.js';
import { logFault } from '../faults.js';
import { implement, type Api } from './implement.js';

const cookie = (value: string, maxAge: number): string =>
  stringifySetCookie({ name: SESSION_COOKIE, value, httpOnly: true, sameSite: 'strict', path: '/', maxAge });

export function signInRoutes(api: Api): void {
  const { db, config, addressOf } = api;

  implement(api, routes.signIn, async ({ body, request, response, now }) => {
    const account = await checkCredentials(db, body.email, body.password, addressOf(request));
    const token = await startSession(db, account, 'console', 'console', now);
    response.append('set-cookie', cookie(token, CONSOLE_DAYS * 24 * 60 * 60));
    return { name: account.name, email: account.email };
  });

  implement(api, routes.signOut, async ({ request, response }) => {
    await stopSession(db, tokenOf(request) ?? '');
    response.append('set-cookie', cookie('', 0));
    return { done: true };
  });

  implement(api, routes.createToken, async ({ body, request, now }) => {
    const account = await checkCredentials(db, body.email, body.password, addressOf(request));
    return {
      token: await startSession(db, account, 'token', body.name, now, {
        ...(body.scope === 'read' ? { scope: 'read' as const } : {}),
        ...(body.days === undefined ? {} : { days: body.days }),
      }),
      user: { name: account.name, email: account.email },
    };
  });

  implement(api, routes.forgotPassword, async ({ body, request, now }) => {
    await countLink(db, body.email, addressOf(request), now);
    // Not waited for: how long it takes would tell whether the address has an account.
    void sendPasswordLink(db, config, body.email).catch((error: unknown) =>
      logFault(request.log, error, 'a message could not be sent'),
    );
    return { done: true };
  });

  implement(api, routes.setForgottenPassword, async ({ body }) => {
    const { name, email: address } = await setForgottenPassword(db, body.token, body.password);
    return { name, email: address };
  });

  implement(api, routes.me, ({ account }) => Promise.resolve({ name: account.name, email: account.email }));
}
