/** People: signing in, tokens, the team, who did what. */
import { array, boolean, number, string } from 'yup';
import { ROLES, closed, plainText } from '@parlour/core';
import { isEmailAddress } from '@parlour/core/fields';
import { typed } from './common.js';

const emailText = () =>
  plainText(200).test(
    'email',
    '${path} must be an email address',
    (text) => text === undefined || isEmailAddress(text),
  );

const passwordText = () => plainText(200).min(12, '${path} must be at least 12 characters long');

export const credentials = closed({ email: plainText(200).required(), password: plainText(200).required() });

export const tokenRequest = closed({
  email: plainText(200).required(),
  password: plainText(200).required(),
  name: plainText(80).required(),
  /** `read` for a token that changes nothing. */
  scope: string().oneOf(['all', 'read']).optional(),
  days: number().integer().min(1).max(366).optional(),
});

export const user = closed({ name: string().required(), email: string().required() });

export const token = closed({ token: string().required(), user });

const role = string().oneOf(ROLES).required();

export const member = closed({ email: string().required(), name: string().required(), role });

export const team = closed({
  members: array(member).required(),
  invited: array(closed({ email: string().required(), role, expires: string().required() })).required(),
});

export const inviteRequest = closed({ email: emailText().required(), role });

export const invitation = closed({
  email: string().required(),
  role,
  /** Null where it was sent by email, or was told before. */
  link: string().nullable().defined(),
  /** True if the link was sent to the email address. */
  mailed: boolean().required(),
  expires: string().required(),
});

export const joinRequest = closed({
  token: plainText(200).required(),
  /** Needed only for the first owner, whose invitation names nobody. */
  email: emailText().optional(),
  name: plainText(80).required(),
  password: passwordText().required(),
});

export const memberChange = closed({ role: role.nullable().defined() });

export const forgottenRequest = closed({ email: emailText().required() });

export const newPasswordRequest = closed({ token: plainText(200).required(), password: passwordText().required() });

export const passwordRequest = closed({ old: plainText(200).required(), new: passwordText().required() });

export const personalToken = closed({
  id: number().integer().required(),
  name: string().required(),
  scope: string().oneOf(['all', 'read']).required(),
  created: string().required(),
  expires: string().required(),
  used: string().nullable().defined(),
});

export const personalTokens = closed({ tokens: array(personalToken).required() });

export const auditQuery = closed({
  cursor: plainText(20).optional(),
  limit: number().integer().min(1).max(200).optional(),
});

export const audit = closed({
  entries: array(
    closed({
      at: string().required(),
      who: string().required(),
      action: string().required(),
      /** The action in words. */
      what: string().required(),
      target: string().defined(),
      detail: typed<object>({ type: 'object' }),
    }),
  ).required(),
  next: string().nullable().defined(),
});
