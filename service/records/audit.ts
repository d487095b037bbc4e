/** Who did what when, for things that matter beyond a draft. */
import type { AuditedAction } from './audited.js';
import { json, type Records } from './database.js';

/** Who did what to which thing; `detail` says more in names and values. */
export interface Audited {
  readonly storeId: number | null;
  readonly accountId: number | null;
  readonly action: AuditedAction;
  readonly target: string;
  readonly detail?: Readonly<Record<string, unknown>>;
}

/**
 * Keeps what somebody did, in the transaction that does it: both are there, or neither.
 * @throws Error outside of a transaction
 * @example
 * await audit(trx, { storeId, accountId, action: 'design.live', target: 'summer', detail: { before: 'first' } });
 */
export async function audit(db: Records, { storeId, accountId, action, target, detail = {} }: Audited): Promise<void> {
  if (!db.isTransaction) throw new Error(`What is audited (${action}) is done in a transaction.`);
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
