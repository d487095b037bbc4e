/** Products: looking at one, changing it. Shoppers see a change at once; nothing is published. */
import type { Command } from 'commander';
import { counted, Problem } from '@parlour/core';
import { amountFrom, exampleAmount, formatMoney } from '@parlour/core/money';
import { routes, type AnswerOf, type BodyOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';

type Product = AnswerOf<typeof routes.getProduct>;
type Change = BodyOf<typeof routes.changeProduct>;
type Store = AnswerOf<typeof routes.getStore>;

export function catalogueCommands(program: Command): void {
  sampleCommands(program);
  const products = program
    .command('product')
    .description('Show and change products. List them with: parlour page list --page-kind product');

  products
    .command('show')
    .description('Show a product as rules and pages see it.')
    .argument('<code>', 'its code, such as K-001')
    .addHelpText('after', '\nExample:\n  $ parlour product show K-001')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [product, store] = await Promise.all([
        call(routes.getProduct, { params: { product: code } }),
        call(routes.getStore),
      ]);
      print(product, () => productText(product, store));
    });

  products
    .command('set')
    .description('Change a product; shoppers see it at once.')
    .argument('<code>', 'its code, such as K-001')
    .argument('<changes...>', 'NAME=VALUE, with one of the names below')
    .addHelpText(
      'after',
      `
Names: title, summary, brand (a code), category, keywords (with commas between), visible-since (a day),
attribute.NAME, price, was-price and stock. The last three apply to every variant, or to one: price@K-001-2.
An empty value removes a brand, an attribute or a was-price.

Examples:
  $ parlour product set K-001 price=24.50 was-price=29
  $ parlour product set K-001 brand=B-2 keywords=classic,gift attribute.wind="2 to 4 Beaufort"
  $ parlour product set K-001 stock@K-001-3=0`,
    )
    .action(async (code: string, changes: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const params = { product: code };
      const [product, store] = await Promise.all([call(routes.getProduct, { params }), call(routes.getStore)]);
      const body = readChanges(changes, product, store.currency);
      const after = await call(routes.changeProduct, { params, body });
      print(after, () => `${productText(after, store)}\n\nShoppers see it now.`);
    });
}

function sampleCommands(program: Command): void {
  const sample = program
    .command('sample-catalogue')
    .description('Made-up products for a store that sells nothing yet, to try its pages with.');
  sample
    .command('add')
    .description('Add the sample catalogue to a store without products. Shoppers see it, too.')
    .addHelpText('after', '\nExample:\n  $ parlour sample-catalogue add')
    .action(async (_options: object, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const answer = await call(routes.addSample, { body: {} });
      print(answer, () =>
        [
          `${counted(answer.products, 'product')} to try the pages with.`,
          hint('Remove them with: parlour sample-catalogue remove'),
        ].join('\n'),
      );
    });
  sample
    .command('remove')
    .description('Remove the whole sample catalogue; your own products stay.')
    .addHelpText('after', '\nExample:\n  $ parlour sample-catalogue remove')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.removeSample);
      print(answer, () => `The sample catalogue is removed. The store has ${counted(answer.products, 'product')}.`);
    });
}

/** @throws Problem `bad-input` naming the change that cannot be read */
function readChanges(changes: readonly string[], { variants }: Product, currency: string): Change {
  const read: Change = {};
  const attributes: NonNullable<Change['attributes']> = {};
  const byVariant = new Map<string, NonNullable<Change['variants']>[number]>();
  for (const change of changes) {
    const [, name, of, value] = /^([a-z-]+(?:\.[^=@]+)?)(?:@([^=]+))?=(.*)$/s.exec(change) ?? [];
    if (name === undefined || value === undefined)
      throw new Problem('bad-input', `“${change}” is not NAME=VALUE.`, {
        place: change,
        remedy: 'Write it like this: price=24.50',
      });
    const eachVariant = (some: object): void => {
      for (const code of of === undefined ? variants.map((one) => one.code) : [of])
        byVariant.set(code, { ...byVariant.get(code), code, ...some });
    };
    switch (name) {
      case 'title':
      case 'summary':
      case 'category':
        read[name] = value;
        break;
      case 'visible-since':
        read.visibleSince = value;
        break;
      case 'brand':
        read.brand = value || null;
        break;
      case 'keywords':
        read.keywords = value
          .split(',')
          .map((word) => word.trim())
          .filter(Boolean);
        break;
      case 'price':
        eachVariant({ price: priceIn(value, currency, change) });
        break;
      case 'was-price':
        eachVariant({ wasPrice: value === '' ? null : priceIn(value, currency, change) });
        break;
      case 'stock':
        eachVariant({ stock: numberIn(value, change) });
        break;
      default:
        if (!name.startsWith('attribute.'))
          throw new Problem('bad-input', `A product has no “${name}”.`, {
            place: change,
            remedy: 'See parlour product set --help for the names.',
          });
        attributes[name.slice('attribute.'.length)] = readAttribute(value);
    }
  }
  if (Object.keys(attributes).length) read.attributes = attributes;
  if (byVariant.size) read.variants = [...byVariant.values()];
  return read;
}

function priceIn(text: string, currency: string, change: string): number {
  const amount = amountFrom(text, currency);
  if (amount !== null) return amount;
  throw new Problem('bad-input', `“${text}” is not a price in ${currency}.`, {
    place: change,
    remedy: `Write it like this: ${exampleAmount(currency)}`,
  });
}

function numberIn(text: string, change: string): number {
  const number = Number(text);
  if (text.trim() !== '' && Number.isFinite(number)) return number;
  throw new Problem('bad-input', `“${text}” is not a number.`, { place: change, remedy: 'Write it like this: 24' });
}

function readAttribute(text: string): string | number | boolean | null {
  if (text === '') return null;
  if (text === 'true' || text === 'false') return text === 'true';
  return Number.isFinite(Number(text)) ? Number(text) : text;
}

function productText(product: Product, { currency, locale }: Store): string {
  const money = (minor: number | null): string =>
    minor === null ? '' : formatMoney({ amount: minor, currency }, locale);
  const facts = [
    ['brand', product.brand ?? '(none)'],
    ['category', product.category],
    ['keywords', product.keywords.join(', ')],
    ['visible since', product.visibleSince],
    ...Object.entries(product.attributes).map(([name, value]) => [`attribute.${name}`, String(value)]),
  ];
  const variants = product.variants.map(({ code, options, price, wasPrice, stock }) => [
    code,
    Object.values(options).join(', '),
    money(price),
    money(wasPrice),
    String(stock),
  ]);
  return [
    `${product.title} (${product.code})`,
    ...(product.summary ? [product.summary] : []),
    '',
    ...facts.map(([name = '', value = '']) => `${name.padEnd(20)}${value}`.trimEnd()),
    '',
    table(['Variant', '', '>Price', '>Was', '>Stock'], variants),
  ].join('\n');
}
