/** Orders, and the delivery methods. */
import { Argument, InvalidArgumentError, type Command } from 'commander';
import { counted, Problem } from '@parlour/core';
import { stepText, type Order } from '@parlour/core/commerce';
import { amountFrom, exampleAmount, formatMoney } from '@parlour/core/money';
import { inZone } from '@parlour/core/time';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { splitAt } from './nodes.js';

type Store = AnswerOf<typeof routes.getStore>;
type Names = Readonly<Record<string, string>>;
type Method = AnswerOf<typeof routes.getDelivery>['methods'][number];

export function orderCommands(program: Command): void {
  const orders = program.command('order').description('Orders: what shoppers have bought.');

  orders
    .command('list')
    .description('List the orders, newest first.')
    .option('--before <number>', 'only orders with a lower number')
    .addHelpText('after', '\nExample:\n  $ parlour order list')
    .action(async ({ before }: { before?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([
        call(routes.listOrders, { query: before === undefined ? {} : { before: numberFrom(before) } }),
        call(routes.getStore),
      ]);
      print(answer, () => listText(answer, store));
    });

  orders
    .command('show')
    .description('Show one order.')
    .addArgument(new Argument('<number>', 'its number, such as 1'))
    .addHelpText('after', '\nExample:\n  $ parlour order show 1')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [order, store] = await Promise.all([call(routes.getOrder, { params: { number } }), call(routes.getStore)]);
      print(order, () => orderText(order, store));
    });

  const delivery = program.command('delivery').description('The delivery methods, with a flat price for each country.');

  delivery
    .command('list')
    .description('List the delivery methods.')
    .addHelpText('after', '\nExample:\n  $ parlour delivery list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.getDelivery), call(routes.getStore)]);
      print(answer, () => deliveryText(answer.methods, store));
    });

  delivery
    .command('set')
    .description('Add a delivery method, or change one. Shoppers see it at once.')
    .argument('<code>', 'its code, such as post')
    .argument('<name>', 'its name, as shoppers read it')
    .argument('<prices...>', 'COUNTRY=PRICE for each country it goes to, such as IE=4.50')
    .option('--name-in <tag=name>', 'its name in a further language, such as de="Per Post"; once for each', nameIn)
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour delivery set post "By post" IE=4.50 GB=7 DE=9.80\n  $ parlour delivery set post "By post" IE=4.50 --name-in de="Per Post"',
    )
    .action(
      async (code: string, name: string, prices: string[], { nameIn: names }: { nameIn?: Names }, command: Command) => {
        const { call, print } = contextOf(command);
        const store = await call(routes.getStore);
        const body = {
          name,
          prices: pricesFrom(prices, store.currency),
          ...(names && { names }),
        };
        const answer = await call(routes.setWay, { params: { way: code }, body });
        print(answer, () => `${deliveryText(answer.methods, store)}\n\nShoppers see it now.`);
      },
    );

  delivery
    .command('remove')
    .description('Remove a delivery method.')
    .argument('<code>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour delivery remove courier')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = [await call(routes.removeWay, { params: { way: code } }), await call(routes.getStore)];
      print(answer, () => `${deliveryText(answer.methods, store)}\n\nShoppers see it now.`);
    });
}

/** @throws InvalidArgumentError, which is wrong use */
function nameIn(given: string, before: Names | undefined): Names {
  const [language, name = ''] = splitAt(given, '=');
  if (name === '') throw new InvalidArgumentError('Write a language and a name, such as de="Per Post".');
  return { ...before, [language]: name };
}

function numberFrom(text: string): number {
  if (/^[1-9]\d{0,8}$/.test(text)) return Number(text);
  throw new Problem('bad-input', `“${text}” is not the number of an order.`, {
    place: '--before',
    remedy: 'Write a number such as 17.',
  });
}

/** @throws Problem `bad-input` naming what cannot be read */
function pricesFrom(given: readonly string[], currency: string): Method['prices'] {
  return Object.fromEntries(
    given.map((one) => {
      const [country, price = ''] = splitAt(one, '=');
      const minor = amountFrom(price, currency);
      if (!/^[A-Z]{2}$/.test(country) || minor === null)
        throw new Problem('bad-input', `“${one}” is not COUNTRY=PRICE in ${currency}.`, {
          place: 'prices',
          remedy: `Write the two letters of a country and a price, such as IE=${exampleAmount(currency)}.`,
        });
      return [country, minor];
    }),
  );
}

const moneyIn =
  ({ currency, locale }: Store) =>
  (minor: number): string =>
    formatMoney({ amount: minor, currency }, locale);

function listText({ orders, next }: AnswerOf<typeof routes.listOrders>, store: Store): string {
  if (orders.length === 0) return 'There are no orders yet.';
  const money = moneyIn(store);
  const rows = orders.map(({ number, placed, buyer, lines, totals }) => [
    String(number),
    inZone(placed, store.timeZone),
    buyer.name,
    buyer.country,
    counted(
      lines.reduce((sum, { quantity }) => sum + quantity, 0),
      'thing',
    ),
    money(totals.total),
  ]);
  const more = next === null ? '' : `\nMore: parlour order list --before ${next}`;
  return `${table(['Number', 'Placed', 'Buyer', 'Country', 'What', 'Total'], rows)}\n\nOne of them: parlour order show NUMBER${more}`;
}

function orderText({ number, placed, buyer, lines, delivery, payment, totals, steps }: Order, store: Store): string {
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
  ].join('\n');
}

function deliveryText(methods: readonly Method[], store: Store): string {
  if (methods.length === 0)
    return 'Nothing is delivered yet. Add a delivery method: parlour delivery set CODE NAME COUNTRY=PRICE';
  const money = moneyIn(store);
  return table(
    ['Code', 'Name', 'Prices'],
    methods.map(({ code, name, names = {}, prices }) => [
      code,
      [name, ...Object.entries(names).map(([language, own]) => `${language}: ${own}`)].join(', '),
      Object.entries(prices)
        .map(([country, price]) => `${country} ${money(price)}`)
        .join(', '),
    ]),
  );
}
