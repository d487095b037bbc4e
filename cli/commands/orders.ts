/** Orders: what shoppers have bought, and what becomes of it. */
import { Argument, Option, type Command } from 'commander';
import { Problem } from '@parlour/core';
import { ORDER_STATES, orderEventText, stepText } from '@parlour/core/commerce';
import { amountFrom, exampleAmount } from '@parlour/core/money';
import { inZone } from '@parlour/core/time';
import { routes, type AnswerOf, type BodyOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { moneyIn, wholeNumber } from '../values.js';

type Store = AnswerOf<typeof routes.getStore>;
type Order = AnswerOf<typeof routes.getOrder>;
type Note = BodyOf<typeof routes.noteOnOrder>;

export function orderCommands(program: Command): void {
  const orders = program.command('order').description('Orders: what shoppers have bought, and what becomes of it.');

  orders
    .command('list')
    .description('List the orders, newest first.')
    .addOption(new Option('--state <state>', 'only those that are in this state').choices(ORDER_STATES))
    .option('--search <text>', 'only those with this number, or with this in the buyer’s name or email address')
    .option('--before <number>', 'only orders with a lower number', wholeNumber)
    .addHelpText('after', '\nExamples:\n  $ parlour order list\n  $ parlour order list --state paid --search quill')
    .action(async (query: ListOptions, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.listOrders, { query }), call(routes.getStore)]);
      print(answer, () => listText(answer, store, query));
    });

  orders
    .command('show')
    .description('Show one order, how it adds up, and what has happened to it.')
    .addArgument(numberArgument())
    .addHelpText('after', '\nExample:\n  $ parlour order show 1')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [order, store] = await Promise.all([call(routes.getOrder, { params: { number } }), call(routes.getStore)]);
      print(order, () => orderText(order, store));
    });

  noting(orders, 'paid', 'Note that an order was paid.', 'paid 1');
  noting(orders, 'sent', 'Note that an order was sent.', 'sent 1 --note "Parcel 4711"');
  noting(orders, 'cancel', 'Cancel an order.', 'cancel 1 --stock-back')
    .option('--stock-back', 'put what was ordered back into stock')
    .action((number: string, { note, stockBack }: NoteOptions, command: Command) =>
      noteOn(command, number, { type: 'cancelled', note, ...(stockBack && { stockBack }) }),
    );
  noting(orders, 'refund', 'Note that money was given back.', 'refund 1 4.50 --note "One arrived late"')
    .argument('<amount>', 'how much, in the currency of the store')
    .action(async (number: string, given: string, { note }: NoteOptions, command: Command) => {
      const { currency } = await contextOf(command).call(routes.getStore);
      const amount = amountFrom(given, currency);
      if (amount === null)
        throw new Problem('bad-input', `“${given}” is not an amount in ${currency}.`, {
          place: 'amount',
          remedy: `Write one such as ${exampleAmount(currency)}.`,
        });
      await noteOn(command, number, { type: 'refunded', amount, note });
    });
}

interface ListOptions {
  readonly state?: (typeof ORDER_STATES)[number];
  readonly search?: string;
  readonly before?: number;
}
interface NoteOptions {
  readonly note?: string;
  readonly stockBack?: boolean;
}

const numberArgument = (): Argument => new Argument('<number>', 'its number, such as 1');

/** A command that notes something of an order; without an action of its own, what it is called. */
const noting = (orders: Command, name: string, description: string, example: string): Command =>
  orders
    .command(name)
    .description(description)
    .addArgument(numberArgument())
    .option('--note <text>', 'a note that goes with it')
    .addHelpText('after', `\nExample:\n  $ parlour order ${example}`)
    .action((number: string, { note }: NoteOptions, command: Command) =>
      noteOn(command, number, { type: name as 'paid' | 'sent', note }),
    );

async function noteOn(command: Command, number: string, body: Note): Promise<void> {
  const { call, print } = contextOf(command);
  const [order, store] = [await call(routes.noteOnOrder, { params: { number }, body }), await call(routes.getStore)];
  print(order, () => eventsText(order, store));
}

function listText(
  { orders, next }: AnswerOf<typeof routes.listOrders>,
  store: Store,
  { state, search }: ListOptions,
): string {
  if (orders.length === 0) return state || search ? 'No order is like that.' : 'There are no orders yet.';
  const money = moneyIn(store);
  const rows = orders.map(({ number, placed, buyer, lines, totals, state: is }) => [
    String(number),
    inZone(placed, store.timeZone),
    buyer.name,
    buyer.country,
    String(lines.reduce((sum, { quantity }) => sum + quantity, 0)),
    money(totals.total),
    is,
  ]);
  const more =
    next === null
      ? ''
      : `\nOlder ones: parlour order list${state ? ` --state ${state}` : ''}${search ? ` --search "${search}"` : ''} --before ${next}`;
  return `${table(['>Number', 'Placed', 'Buyer', 'Country', '>Items', '>Total', 'State'], rows)}\n\nOne of them: parlour order show NUMBER${more}`;
}

function orderText(order: Order, store: Store): string {
  const { number, placed, buyer, lines, delivery, payment, totals, steps } = order;
  const money = moneyIn(store);
  return [
    `Order ${number}, placed ${inZone(placed, store.timeZone)}`,
    '',
    `${buyer.name}, ${buyer.email}`,
    `${buyer.street}, ${buyer.postcode} ${buyer.city}, ${buyer.country}`,
    '',
    table(
      ['Product', 'Variant', 'What', 'Quantity', 'Each', 'Sum'],
      lines.map((line) => [
        line.product,
        line.variant,
        line.options === '' ? line.title : `${line.title}, ${line.options}`,
        String(line.quantity),
        money(line.price),
        money(line.total),
      ]),
    ),
    '',
    `Subtotal  ${money(totals.subtotal)}`,
    `Delivery  ${money(delivery.price)}, ${delivery.name}`,
    `Total     ${money(totals.total)}, by ${payment.replace('-', ' ')}`,
    '',
    'How it adds up:',
    ...steps.map((step) => `  ${stepText(step, money)}`),
    '',
    'What has happened:',
    eventsText(order, store),
  ].join('\n');
}

const eventsText = ({ events }: Order, store: Store): string =>
  table(
    ['When', 'What', 'By', 'Note'],
    events.map((event) => [
      inZone(event.at, store.timeZone),
      orderEventText(event, moneyIn(store)),
      event.by ?? (event.type === 'placed' ? 'the shopper' : ''),
      event.note,
    ]),
  );
