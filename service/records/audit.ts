/** Who did what when, for things that matter beyond a draft. */
import { json, type Records } from './database.js';

/** What is noted, and how it is said. */
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
  'sample.put-in': 'put in the sample catalogue of',
  'sample.take-out': 'took out the sample catalogue of',
  'delivery.set': 'set the way to deliver',
  'delivery.remove': 'removed the way to deliver',
  'sign-up.remove': 'deleted the mail address number',
  'message.remove': 'deleted the message number',
  'picture.remove': 'deleted the picture',
  'store.details': 'changed the details of the store',
  'store.languages': 'set the further languages',
} as const;
/** What is kept in the audit list. */
export type AuditedAction = keyof typeof AUDITED;

/** Who did what to which thing; `detail` says more in names and values. */
export interface Audited {
  readonly storeId: number | null;
  readonly accountId: number | null;
  readonly action: AuditedAction;
  readonly target: string;
  readonly detail?: Readonly<Record<string, unknown>>;
}

/**
 * Keeps what somebody did, in the same transaction.
 * @example
 * await audit(trx, { storeId, accountId, action: 'design.live', target: 'summer', detail: { before: 'first' } });
 */
export async function audit(db: Records, { storeId, accountId, action, target, detail = {} }: Audited): Promise<void> {
  await db
    .insertInto('audit')
    .values({ store_id: storeId, account_id: accountId, action, target, detail: json(detail) })
    .execute();
}

/** A line of the audit list. */
export interface AuditEntry {
  readonly id: number;
  readonly at: Date;
  readonly who: string;
  readonly action: AuditedAction;
  readonly target: string;
  readonly detail: object;
}

/** Newest first. @param before only entries with a lower id */
export async function listAudit(db: Records, storeId: number, limit: number, before?: number): Promise<AuditEntry[]> {
  let query = db
    .selectFrom('audit')
    .leftJoin('account', 'account.id', 'audit.account_id')
    .select((eb) => [
      'audit.id',
      'at',
      'action',
      'target',
      'detail',
      eb.fn.coalesce('account.name', eb.val('Parlour')).as('who'),
    ])
    .where('store_id', '=', storeId);
  if (before !== undefined) query = query.where('audit.id', '<', before);
  return query.orderBy('audit.id', 'desc').limit(limit).execute();
}
