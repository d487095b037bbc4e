/** Signing in, passwords, tokens, joining. */
import { get, post, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const accountsRoutes = {
  signIn: post('/sign-in', {
    summary: 'Signs in for the console; the answer sets a session cookie.',
    door: 'open',
    body: shapes.credentials,
    answer: shapes.user,
  }),
  signOut: post('/sign-out', { summary: 'Ends the session.', body: shapes.noBody, answer: shapes.done }),
  createToken: post('/tokens', {
    summary: 'Creates a personal token for programs, sent as “Authorization: Bearer …”.',
    door: 'open',
    body: shapes.tokenRequest,
    answer: shapes.token,
    status: 201,
  }),
  me: get('/me', { summary: 'Who is signed in.', answer: shapes.user }),
  changePassword: post('/password', {
    summary: 'Changes your password; other sessions end.',
    body: shapes.passwordRequest,
    answer: shapes.done,
  }),
  forgotPassword: post('/forgotten-password', {
    summary: 'Sends a link for a new password to an email address, if it has an account.',
    door: 'open',
    body: shapes.forgottenRequest,
    answer: shapes.done,
  }),
  setForgottenPassword: post('/new-password', {
    summary: 'Sets the password of the account a link was sent to; all its sessions end.',
    door: 'open',
    body: shapes.newPasswordRequest,
    answer: shapes.user,
  }),
  listTokens: get('/tokens', { summary: 'Your tokens and when they were used.', answer: shapes.personalTokens }),
  removeToken: remove('/tokens/{token}', { summary: 'Removes a token; it stops working.', answer: shapes.done }),
  join: post('/join', {
    summary: 'Accepts an invitation: creates the account, or adds the store to it.',
    door: 'open',
    body: shapes.joinRequest,
    answer: shapes.user,
    status: 201,
  }),
} as const;
