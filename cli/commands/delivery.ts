/** The delivery methods. */
import { InvalidArgumentError, type Command } from 'commander';
import { Problem } from '@parlour/core';
import { amountFrom, exampleAmount } from '@parlour/core/money';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { moneyIn } from '../values.js';
import { splitAt } from './nodes.js';

type Store = AnswerOf<typeof routes.getStore>;
type Names = Readonly<Record<string, string>>;
type Method = AnswerOf<typeof routes.getDelivery>['methods'][number];

export function deliveryCommands(program: Command): void {
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
        const answer = await call(routes.setDeliveryMethod, { params: { method: code }, body });
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
      const [answer, store] = [
        await call(routes.removeDeliveryMethod, { params: { method: code } }),
        await call(routes.getStore),
      ];
      print(answer, () => `${deliveryText(answer.methods, store)}\n\nShoppers see it now.`);
    });
}

/** @throws InvalidArgumentError, which is wrong use */
function nameIn(given: string, before: Names | undefined): Names {
  const [language, name = ''] = splitAt(given, '=');
  if (name === '') throw new InvalidArgumentError('Write a language and a name, such as de="Per Post".');
  return { ...before, [language]: name };
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
