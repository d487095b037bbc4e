/** What happens to an order after it is placed: events, each noted once by somebody; its state follows from them. */

/** What an order is, at its furthest. */
export const ORDER_STATES = ['placed', 'paid', 'sent', 'cancelled'] as const;
export type OrderState = (typeof ORDER_STATES)[number];

/** What may be noted of an order; `refunded` says that money was given back, and how much. */
export const NOTED_EVENTS = ['paid', 'sent', 'cancelled', 'refunded'] as const;
export type NotedEvent = (typeof NOTED_EVENTS)[number];

/** What somebody notes of an order. */
export interface OrderNote {
  readonly type: NotedEvent;
  /** Minor units, in the currency of the order: what was refunded; of nothing else. */
  readonly amount?: number | null | undefined;
  /** In words of their own. */
  readonly note?: string | undefined;
}

export interface OrderEvent {
  readonly type: 'placed' | NotedEvent;
  /** An instant in ISO form. */
  readonly at: string;
  /** The name of whoever noted it; null for the shopper, and for somebody whose account is gone. */
  readonly by: string | null;
  readonly amount: number | null;
  readonly note: string;
}

type Happened = Pick<OrderEvent, 'type' | 'amount'>;

/** @param events what has happened to an order, in any order */
export function stateOf(events: readonly Pick<OrderEvent, 'type'>[]): OrderState {
  const has = (type: OrderEvent['type']): boolean => events.some((one) => one.type === type);
  return has('cancelled') ? 'cancelled' : has('sent') ? 'sent' : has('paid') ? 'paid' : 'placed';
}

/** What of an order was given back, in minor units. */
export const refundedOf = (events: readonly Happened[]): number =>
  events.reduce((sum, { type, amount }) => sum + (type === 'refunded' ? (amount ?? 0) : 0), 0);

/** Why something cannot be noted of an order; `orderRefusalText` says it in words. */
export type OrderRefusal =
  | { readonly why: 'noted' | 'cancelled' | 'sent' | 'unpaid'; readonly type: NotedEvent }
  | { readonly why: 'amount'; readonly most: number };

/** @param total what the order comes to, in minor units */
export function refusalOfNote(
  events: readonly Happened[],
  { type, amount }: OrderNote,
  total: number,
): OrderRefusal | null {
  const has = (happened: OrderEvent['type']): boolean => events.some((one) => one.type === happened);
  if (type === 'refunded') {
    if (!has('paid')) return { why: 'unpaid', type };
    const most = total - refundedOf(events);
    return amount === undefined || amount === null || amount < 1 || amount > most ? { why: 'amount', most } : null;
  }
  if (has(type)) return { why: 'noted', type };
  // What was paid for what is cancelled meanwhile is noted, so that it can be given back.
  if (has('cancelled') && type === 'sent') return { why: 'cancelled', type };
  if (has('sent') && type === 'cancelled') return { why: 'sent', type };
  return null;
}

/** @param money an amount of minor units as text */
export function orderRefusalText(refusal: OrderRefusal, money: (minor: number) => string): string {
  switch (refusal.why) {
    case 'noted':
      return `The order is ${refusal.type} already.`;
    case 'cancelled':
      return 'The order is cancelled; nothing of it is sent.';
    case 'sent':
      return 'The order was sent, and is not cancelled any more. Note what you refund.';
    case 'unpaid':
      return 'The order is not paid, so there is nothing to refund.';
    case 'amount':
      return refusal.most > 0
        ? `Of this order ${money(1)} to ${money(refusal.most)} can be refunded.`
        : 'All of this order has been refunded.';
  }
}

/** What happened, for a list: `paid`, or `refunded €4.50`. @param money an amount of minor units as text */
export const orderEventText = ({ type, amount }: Happened, money: (minor: number) => string): string =>
  amount === null ? type : `${type} ${money(amount)}`;
