/** Email addresses for news, and messages. */
import { array, boolean, number, string } from 'yup';
import { closed } from '@parlour/core';
import { listedBefore } from './common.js';

const MOST = 1_000;
export const inboxQuery = closed({
  /** Only those with a lower number, for the next part of the list. */
  before: listedBefore(),
  /** 50 if it is not said. */
  limit: number().integer().min(1).max(MOST).optional(),
});

const next = number().integer().nullable().defined();
const signUp = closed({
  number: number().integer().required(),
  email: string().required(),
  /** The path of the page it was left on. */
  page: string().defined(),
  language: string().required(),
  created: string().required(),
});
/** `next` goes on as `before`; null at the end. */
export const signUps = closed({ signUps: array(signUp).required(), next });

export const sentEmails = closed({
  sentEmails: array(
    closed({
      number: number().integer().required(),
      to: string().required(),
      subject: string().required(),
      text: string().required(),
      created: string().required(),
    }),
  ).required(),
  /** True if an email server is named: then email goes out, and nothing of it is kept here. */
  delivered: boolean().required(),
  next,
});

export const message = closed({
  number: number().integer().required(),
  name: string().required(),
  email: string().required(),
  subject: string().defined(),
  text: string().required(),
  page: string().defined(),
  created: string().required(),
  /** When it was first read; null while nobody has. */
  read: string().nullable().defined(),
});
export const messages = closed({
  messages: array(message).required(),
  /** How many of all are unread. */
  unread: number().integer().required(),
  next,
});
export const messageMark = closed({ read: boolean().required() });
