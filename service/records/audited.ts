/** What the audit list keeps, and how it is said. */

export const AUDITED = {
  'store.create': 'created the store',
  'store.close': 'closed the store',
  'store.reopen': 'reopened the store',
  'team.invite': 'invited',
  'team.withdraw': 'withdrew the invitation of',
  'team.join': 'joined as',
  'team.role': 'changed the role of',
  'account.password': 'changed the password of',
  'design.create': 'created the design',
  'design.archive': 'archived the design',
  'design.restore': 'restored the design',
  'design.live': 'switched to the design',
  'design.publish': 'published the design',
  'design.revert': 'reverted the design',
  'product.change': 'changed the product',
  'sample.add': 'added the sample catalogue to',
  'sample.remove': 'removed the sample catalogue of',
  'delivery.set': 'set the delivery method',
  'delivery.remove': 'removed the delivery method',
  'sign-up.remove': 'deleted the email address number',
  'message.remove': 'deleted the message number',
  'picture.remove': 'deleted the picture',
  'store.details': 'changed the details of the store',
  'store.languages': 'set the further languages',
} as const;
/** What is kept in the audit list. */
export type AuditedAction = keyof typeof AUDITED;
