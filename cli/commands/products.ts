/** Products and their stock. Shoppers see a change at once; nothing is published. */
import { InvalidArgumentError, Option, type Command } from 'commander';
import { counted, Problem } from '@parlour/core';
import {
  isVisible,
  PRODUCT_SORTS,
  PRODUCT_STOCKS,
  type ProductSort,
  type ProductStatus,
  type ProductStock,
} from '@parlour/core/catalogue';
import { routes, type AnswerOf } from '@parlour/contract';
import { addFileCommands } from './files.js';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { splitAt } from './nodes.js';
import { textLines } from './texts.js';
import { moneyIn } from '../values.js';
import { partedPictures } from './product-pictures.js';
import { combined, NAMES_HELP, priceIn, readChanges, stockIn } from './product-values.js';

type Product = AnswerOf<typeof routes.getProduct>;
type Store = AnswerOf<typeof routes.getStore>;

export function productCommands(program: Command): void {
  const products = program.command('product').description('What the store sells.');

  products
    .command('list')
    .description('List products, in the order of their codes or another.')
    .option('--search <words>', 'only those found by these words')
    .option('--brand <code>', 'only those of a brand')
    .option('--collection <code>', 'only those in a collection')
    .option('--status <status>', 'only those for-sale, draft or withdrawn')
    .addOption(
      new Option('--sort <by>', 'what they are sorted by').choices(PRODUCT_SORTS.flatMap((by) => [by, `-${by}`])),
    )
    .addOption(
      new Option('--stock <stock>', 'of those that shoppers see, only what they can buy, or cannot').choices(
        PRODUCT_STOCKS,
      ),
    )
    .option('--price-from <price>', 'only those whose lowest price is at least this')
    .option('--price-to <price>', 'only those whose lowest price is at most this')
    .option('--after <place>', 'go on from where the previous part ended')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour product list\n  $ parlour product list --collection C-2 --search glider\n  $ parlour product list --stock sold-out --sort -price',
    )
    .action(async ({ priceFrom, priceTo, ...filter }: Filter, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const store = await call(routes.getStore);
      const price = (place: string, text?: string) =>
        text === undefined ? undefined : priceIn(text, store.currency, place);
      const query = {
        ...filter,
        priceFrom: price('--price-from', priceFrom),
        priceTo: price('--price-to', priceTo),
      };
      const answer = await call(routes.listProducts, { query });
      print(answer, () => listText(answer, store, hint));
    });

  products
    .command('show')
    .description('Show a product with its variants.')
    .argument('<code>', 'its code, such as K-001')
    .addHelpText('after', '\nExample:\n  $ parlour product show K-001')
    .action(async (code: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const [product, store] = await productAndStore(context, code);
      context.print(product, () => productText(product, store));
    });

  products
    .command('create')
    .description('Create a product, with a variant for each combination of its options. Shoppers see it at once.')
    .argument('<code>', 'its code, such as K-050; it never changes')
    .argument('<title>', 'what it is called')
    .argument('[changes...]', 'NAME=VALUE, with one of the names below')
    .option('--option <name=values>', 'what can be chosen, such as Colour=Moss,Sand; once for each', collect)
    .option('--slug <slug>', 'where its page is; made from the title if left out')
    .addHelpText(
      'after',
      `${NAMES_HELP}

Examples:
  $ parlour product create K-050 "Fulmar" price=24 stock=12
  $ parlour product create K-051 "Dotterel" price=30 stock=5 brand=B-1 --option Colour=Moss,Sand --option Size=S,M,L`,
    )
    .action(
      async (
        code: string,
        title: string,
        changes: string[],
        { option = [], slug }: { option?: string[]; slug?: string },
        command: Command,
      ) => {
        const context = contextOf(command);
        const { call, print } = context;
        const store = await call(routes.getStore);
        const variants = combined(code, option);
        const said = await partedPictures(context, changes);
        const { variants: priced = [], ...rest } = readChanges(
          said.rest,
          variants.map((one) => one.code),
          store.currency,
        );
        const isPriced = priced.some(({ price }) => price !== undefined);
        if (!isPriced && (option.length > 0 || priced.length > 0))
          throw new Problem('bad-input', 'A product that can be chosen has a price.', {
            place: 'price',
            remedy: 'Add price=24, or leave out options, stock and was-price for now.',
          });
        const body = {
          ...rest,
          code,
          title,
          ...(slug !== undefined && { slug }),
          ...(said.pictures && { pictures: said.pictures }),
          ...(isPriced && {
            variants: variants.map((one) => ({
              ...one,
              ...priced.find((each) => each.code === one.code),
              ...shown(one.code, said.shownBy),
            })),
          }),
        };
        const made = await call(routes.createProduct, { body });
        print(made, () => `${productText(made, store)}\n\n${seenText(made)}`);
      },
    );

  products
    .command('set')
    .description('Change a product, or many alike; shoppers see it at once.')
    .argument('<code>', 'its code, such as K-001; with commas between for many')
    .argument('<changes...>', 'NAME=VALUE, with one of the names below')
    .addHelpText(
      'after',
      `${NAMES_HELP}

Examples:
  $ parlour product set K-001 price=24.50 was-price=29
  $ parlour product set K-001 brand=B-2 keywords=classic,gift attribute.wind="2 to 4 Beaufort"
  $ parlour product set K-001 stock@K-001-3=0
  $ parlour product set K-001 picture.tern.png="A tern over the sea" shown-by@K-001-2=tern.png
  $ parlour product set K-001 title@de="Schären-Drachen" word.Colour@de=Farbe
  $ parlour product set K-001,K-002,K-008 brand=B-2 status=draft
  $ parlour product set K-003 price@K-003-9=44 option.Span@K-003-9="2.4 m" option.Colour@K-003-9=Teal`,
    )
    .action(async (code: string, changes: string[], _options: object, command: Command) => {
      const context = contextOf(command);
      if (code.includes(',')) return changeMany(context, code.split(','), changes);
      const [before, store] = await productAndStore(context, code);
      const codes = before.variants.map((one) => one.code);
      const said = await partedPictures(context, changes, before.pictures);
      const read = readChanges(said.rest, codes, store.currency, before);
      const touched = [
        ...new Set([
          ...(read.variants ?? []).map((one) => one.code),
          ...(said.shownBy.has('') ? codes : said.shownBy.keys()),
        ]),
      ];
      const body = {
        ...read,
        ...(said.pictures && { pictures: said.pictures }),
        ...(touched.length > 0 && {
          variants: touched.map((one) => ({
            code: one,
            ...read.variants?.find((each) => each.code === one),
            ...shown(one, said.shownBy),
          })),
        }),
      };
      const after = await context.call(routes.changeProduct, { params: { product: code }, body });
      context.print(after, () => `${productText(after, store)}\n\n${seenText(after)}`);
    });

  addFileCommands(products, 'product');

  products
    .command('copy')
    .description('Create a product like another: all but its code, title and path.')
    .argument('<from>', 'the code of the one that is copied')
    .argument('<code>', 'the code of the new one')
    .argument('<title>', 'what the new one is called')
    .addHelpText('after', '\nExample:\n  $ parlour product copy K-001 K-051 "Skerry Diamond, large"')
    .action(async (from: string, code: string, title: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const [{ slug: _slug, collections: _collections, ...product }, store] = await productAndStore(context, from);
      const made = await context.call(routes.createProduct, { body: { ...product, code, title } });
      context.print(made, () => `${productText(made, store)}\n\n${seenText(made)}`);
    });

  products
    .command('remove-variant')
    .description('Remove a variant of a product; it leaves the carts that it is in.')
    .argument('<code>', 'the code of the product')
    .argument('<variant>', 'the code of the variant')
    .addHelpText('after', '\nExample:\n  $ parlour product remove-variant K-003 K-003-2')
    .action(async (code: string, variant: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const [, store] = await productAndStore(context, code);
      const body = { variants: [{ code: variant, remove: true }] };
      const after = await context.call(routes.changeProduct, { params: { product: code }, body });
      context.print(after, () => `${productText(after, store)}\n\n${seenText(after)}`);
    });

  products
    .command('remove')
    .description('Delete a product for good; orders keep what was ordered of it.')
    .argument('<code>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour product remove K-050')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.deleteProduct, { params: { product: code } }), () => 'Deleted.');
    });

  program
    .command('stock')
    .description('How many there are of what the store sells.')
    .command('set')
    .description('Set how many there are of a variant; shoppers see it at once.')
    .argument('<variant>', 'PRODUCT/VARIANT, such as K-003/K-003-1; the product alone if it has one variant')
    .argument('<count>', 'a number, or not-counted')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour stock set K-003/K-003-1 12\n  $ parlour stock set K-012 not-counted',
    )
    .action(async (named: string, count: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const [code, variant] = splitAt(named, '/');
      const [{ variants }, store] = await productAndStore(context, code);
      const only = variants.length === 1 ? variants[0]?.code : undefined;
      const wanted = variant ?? only;
      if (wanted === undefined)
        throw new Problem('bad-input', `The product “${code}” has ${counted(variants.length, 'variant')}.`, {
          place: 'variant',
          remedy: `Name one: ${variants.map((one) => `${code}/${one.code}`).join(', ') || 'it has none yet'}.`,
        });
      const body = { variants: [{ code: wanted, stock: stockIn(count, 'count') }] };
      const after = await context.call(routes.changeProduct, { params: { product: code }, body });
      context.print(after, () => `${productText(after, store)}\n\n${seenText(after)}`);
    });
}

interface Filter {
  readonly search?: string;
  readonly brand?: string;
  readonly collection?: string;
  readonly after?: string;
  readonly status?: ProductStatus;
  readonly sort?: ProductSort | `-${ProductSort}`;
  readonly stock?: ProductStock;
  readonly priceFrom?: string;
  readonly priceTo?: string;
}

/** What is said of the pictures that show a variant, if anything. */
function shown(code: string, shownBy: ReadonlyMap<string, string[]>): { readonly pictures?: string[] } {
  const pictures = shownBy.get(code) ?? shownBy.get('');
  return pictures ? { pictures } : {};
}

/** What many products can have alike. */
const ALIKE = ['status', 'brand', 'category', 'visibleFrom', 'visibleUntil'] as const;

/** @throws Problem `bad-input` for what each product has by itself */
async function changeMany(
  { call, print }: Context,
  codes: readonly string[],
  changes: readonly string[],
): Promise<void> {
  const { currency } = await call(routes.getStore);
  const read = readChanges(changes, [], currency);
  const own = Object.keys(read).find((name) => !ALIKE.some((one) => one === name));
  if (own !== undefined || Object.keys(read).length === 0)
    throw new Problem('bad-input', 'Many products can be given a status, a brand, a category, and times alike.', {
      place: changes.join(' '),
      remedy: 'Change the rest one by one, or import a file: parlour product import.',
    });
  const change = Object.fromEntries(ALIKE.flatMap((name) => (read[name] === undefined ? [] : [[name, read[name]]])));
  const body = { products: codes.map((code) => code.trim()).filter(Boolean), change };
  const answer = await call(routes.changeProducts, { body });
  print(
    answer,
    () => `${counted(answer.changed, 'product')} changed, ${answer.same} as they were. Shoppers see it now.`,
  );
}

/** @throws InvalidArgumentError, which is wrong use */
function collect(given: string, before: string[] = []): string[] {
  if (!given.includes('=')) throw new InvalidArgumentError('Write a name and values, such as Colour=Moss,Sand.');
  return [...before, given];
}

const productAndStore = ({ call }: Context, code: string): Promise<[Product, Store]> =>
  Promise.all([call(routes.getProduct, { params: { product: code } }), call(routes.getStore)]);

function seenText(product: Product): string {
  const { variants, status, visibleFrom } = product;
  const now = new Date().toISOString();
  if (status !== 'for-sale') return 'Shoppers do not see it: it is not for sale.';
  if (variants.length === 0) return 'Shoppers see it once it has a price.';
  if (isVisible(product, now)) return 'Shoppers see it now.';
  return visibleFrom !== null && now < visibleFrom
    ? `Shoppers see it from ${visibleFrom} on.`
    : 'Shoppers do not see it any more: its time is over.';
}

const stockText = (stock: number | null): string => (stock === null ? 'not counted' : String(stock));

function listText(
  { products, next }: AnswerOf<typeof routes.listProducts>,
  store: Store,
  hint: Context['hint'],
): string {
  if (products.length === 0) return 'No products. Create one with: parlour product create CODE TITLE price=24';
  const rows = products.map(({ code, title, status, brand, category, price, stock, variants }) => [
    code,
    title,
    status === 'for-sale' ? '' : status,
    brand ?? '',
    category,
    price === null ? '' : moneyIn(store)(price),
    variants === 0 ? '' : stockText(stock),
    String(variants),
  ]);
  const more = next === null ? '' : `\n\n${hint(`More: the same command with --after ${next}`)}`;
  return `${table(['Code', 'Title', 'Status', 'Brand', 'Category', '>Price from', '>Stock', '>Variants'], rows)}${more}`;
}

function productText(product: Product, store: Store): string {
  const money = (minor: number | null): string => (minor === null ? '' : moneyIn(store)(minor));
  const facts = [
    ['status', product.status],
    ['brand', product.brand ?? '(none)'],
    ['category', product.category],
    ['keywords', product.keywords.join(', ')],
    ['visible since', product.visibleSince],
    ...(product.visibleFrom === null ? [] : [['from', product.visibleFrom]]),
    ...(product.visibleUntil === null ? [] : [['until', product.visibleUntil]]),
    ...Object.entries(product.attributes).map(([name, value]) => [`attribute.${name}`, String(value)]),
    ...product.specifications.map(({ name, value }) => [name, value]),
    ...product.pictures.map(({ hash, alt }, i) => [`picture ${i + 1}`, `${alt} (${hash.slice(0, 12)}…)`]),
    ...(product.goesWith.length > 0 ? [['goes with', product.goesWith.join(', ')]] : []),
    ...textLines(product.texts),
  ];
  const isSent = product.variants.some(({ weight, taxClass, goodsCode }) => weight !== null || taxClass || goodsCode);
  const variants = product.variants.map(({ code, options, price, wasPrice, stock, weight, taxClass, goodsCode }) => [
    code,
    Object.values(options).join(', '),
    money(price),
    money(wasPrice),
    stockText(stock),
    ...(isSent ? [weight === null ? '' : `${weight} g`, taxClass, goodsCode] : []),
  ]);
  return [
    `${product.title} (${product.code})`,
    ...(product.summary ? [product.summary] : []),
    '',
    ...facts.map(([name = '', value = '']) => `${name.padEnd(20)}${value}`.trimEnd()),
    '',
    table(
      ['Variant', '', '>Price', '>Was', '>Stock', ...(isSent ? ['>Weight', 'Tax class', 'Goods code'] : [])],
      variants,
    ),
  ].join('\n');
}
