/** What shoppers leave in the forms of a store. */
import { get, patch, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const inboxRoutes = {
  listSignUps: get('/stores/{store}/sign-ups', {
    summary: 'The email addresses that shoppers left for news, newest first.',
    can: 'orders.read',
    query: shapes.inboxQuery,
    answer: shapes.signUps,
  }),
  removeSignUp: remove('/stores/{store}/sign-ups/{number}', {
    summary: 'Deletes an email address for good.',
    can: 'orders.read',
    answer: shapes.done,
  }),
  listSentEmail: get('/stores/{store}/sent-email', {
    summary:
      'What the store has sent by email while no email server is set up, newest first: it reaches nobody, and is shown here instead.',
    can: 'orders.read',
    query: shapes.inboxQuery,
    answer: shapes.sentEmails,
  }),
  listMessages: get('/stores/{store}/messages', {
    summary: 'What shoppers wrote in message forms, newest first.',
    can: 'orders.read',
    query: shapes.inboxQuery,
    answer: shapes.messages,
  }),
  markMessage: patch('/stores/{store}/messages/{number}', {
    summary: 'Marks a message as read, or as unread again.',
    can: 'orders.read',
    body: shapes.messageMark,
    answer: shapes.message,
  }),
  removeMessage: remove('/stores/{store}/messages/{number}', {
    summary: 'Deletes a message for good.',
    can: 'orders.read',
    answer: shapes.done,
  }),
} as const;
