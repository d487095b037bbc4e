/** Collections and brands. Shoppers see a change at once; nothing is published. */
import type { Command } from 'commander';
import { counted, Problem } from '@parlour/core';
import { productCountText, type Texts } from '@parlour/core/catalogue';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { hashOfPicture } from '../named-picture.js';
import { table } from '../table.js';
import { addFileCommands } from './files.js';
import { splitAt } from './nodes.js';
import { partedTexts, textLines } from './texts.js';

type Collection = AnswerOf<typeof routes.getCollection>;
type Brand = AnswerOf<typeof routes.getBrand>;

export function collectionCommands(program: Command): void {
  const collections = program.command('collection').description('Collections, and the products in them.');

  collections
    .command('list')
    .description('List the collections in their order.')
    .addHelpText('after', '\nExample:\n  $ parlour collection list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.listCollections);
      print(answer, () => collectionsText(answer));
    });

  collections
    .command('show')
    .description('Show a collection with its products.')
    .argument('<code>', 'its code, such as C-2')
    .addHelpText('after', '\nExample:\n  $ parlour collection show C-2')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const collection = await call(routes.getCollection, { params: { collection: code } });
      print(collection, () => collectionText(collection));
    });

  collections
    .command('create')
    .description('Create a collection, as the last one.')
    .argument('<code>', 'its code, such as C-9; it never changes')
    .argument('<title>', 'what it is called')
    .argument('[products...]', 'codes of its products, in their order')
    .option('--when <rule>', 'fills it with the products that a rule matches, now and later')
    .option('--into <code>', 'the collection that it is in')
    .option('--slug <slug>', 'where its page is; made from the title if left out')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour collection create C-9 "Rainy days" K-009 K-010 --into C-2\n  $ parlour collection create C-10 "Under 30" --when "price < 30 and stock > 0"',
    )
    .action(async (code: string, title: string, members: string[], { into, slug, when }: Made, command: Command) => {
      const { call, print } = contextOf(command);
      const body = {
        ...{ code, title, members },
        ...(into !== undefined && { parent: into }),
        ...(when !== undefined && { when }),
        ...(slug !== undefined && { slug }),
      };
      const made = await call(routes.createCollection, { body });
      print(made, () => seen(collectionText(made)));
    });

  collections
    .command('set')
    .description(
      'Change a collection: title, slug (where its page is), description, into (the code of another; empty for none), position (a number) or when (a rule; empty leaves what is in it, to be chosen by hand), picture (its file; empty for none) with alt (what it shows). In a further language: title@de, description@de.',
    )
    .argument('<code>', 'its code, such as C-2')
    .argument('<changes...>', 'NAME=VALUE')
    .addHelpText(
      'after',
      `\nExamples:\n  $ parlour collection set C-2 title="Two lines and none" into=C-1\n  $ parlour collection set C-2 picture=tern.png alt="A tern over the sea"\n  $ parlour collection set C-2 'when=keyword is "two-line"'`,
    )
    .action(async (code: string, changes: string[], _options: object, command: Command) => {
      const context = contextOf(command);
      const { call, print } = context;
      const { rest, texts } = partedTexts(changes);
      const { into, position, when, picture, alt, ...values } = readValues(rest, [
        'title',
        'slug',
        'description',
        'into',
        'position',
        'when',
        'picture',
        'alt',
      ]);
      const body = {
        ...values,
        ...(texts && { texts }),
        ...(picture !== undefined && {
          picture: picture === '' ? null : { hash: await hashOfPicture(context, picture), alt: alt ?? '' },
        }),
        ...(into !== undefined && { parent: into || null }),
        ...(when !== undefined && { when: when || null }),
        ...(position !== undefined && { position: wholeNumber(position) }),
      };
      const after = await call(routes.changeCollection, { params: { collection: code }, body });
      print(after, () => seen(collectionText(after)));
    });

  collections
    .command('remove')
    .description('Delete a collection for good; its products stay.')
    .argument('<code>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour collection remove C-9')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.deleteCollection, { params: { collection: code } }), () => 'Deleted.');
    });

  addFileCommands(collections, 'collection');

  const members = collections.command('member').description('The products in a collection.');
  const changeMembers = async (
    { call, print }: Context,
    code: string,
    change: { add: string[] } | { remove: string[] } | { members: string[] },
  ): Promise<void> => {
    const after = await call(routes.changeCollection, { params: { collection: code }, body: change });
    print(after, () => seen(collectionText(after)));
  };

  members
    .command('add')
    .description('Add products at the end of a collection.')
    .argument('<code>', 'the code of the collection')
    .argument('<products...>', 'codes of products')
    .addHelpText('after', '\nExample:\n  $ parlour collection member add C-2 K-001 K-002')
    .action((code: string, add: string[], _options: object, command: Command) =>
      changeMembers(contextOf(command), code, { add }),
    );

  members
    .command('remove')
    .description('Remove products from a collection.')
    .argument('<code>', 'the code of the collection')
    .argument('<products...>', 'codes of products')
    .addHelpText('after', '\nExample:\n  $ parlour collection member remove C-2 K-001')
    .action((code: string, remove: string[], _options: object, command: Command) =>
      changeMembers(contextOf(command), code, { remove }),
    );

  members
    .command('move')
    .description('Move a product to another place in a collection.')
    .argument('<code>', 'the code of the collection')
    .argument('<product>', 'the code of the product')
    .option('--before <product>', 'the product that it goes before; the end if left out')
    .addHelpText('after', '\nExample:\n  $ parlour collection member move C-2 K-007 --before K-004')
    .action(async (code: string, product: string, { before }: { before?: string }, command: Command) => {
      const context = contextOf(command);
      const { members: all } = await context.call(routes.getCollection, { params: { collection: code } });
      for (const one of [product, ...(before === undefined ? [] : [before])])
        if (!all.includes(one))
          throw new Problem('bad-input', `The product “${one}” is not in this collection.`, {
            place: one === product ? 'product' : '--before',
            remedy: `See what is: parlour collection show ${code}`,
          });
      const others = all.filter((one) => one !== product);
      const at = before === undefined || before === product ? others.length : others.indexOf(before);
      await changeMembers(context, code, { members: [...others.slice(0, at), product, ...others.slice(at)] });
    });
}

export function brandCommands(program: Command): void {
  const brands = program.command('brand').description('Brands: who makes what the store sells.');

  brands
    .command('list')
    .description('List the brands by title.')
    .addHelpText('after', '\nExample:\n  $ parlour brand list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.listBrands);
      print(answer, () =>
        answer.brands.length === 0
          ? 'No brands. Create one with: parlour brand create CODE TITLE'
          : table(
              ['Code', 'Title', 'Description'],
              answer.brands.map(({ code, title, description }) => [code, title, description]),
            ),
      );
    });

  brands
    .command('show')
    .description('Show a brand.')
    .argument('<code>', 'its code, such as B-1')
    .addHelpText('after', '\nExample:\n  $ parlour brand show B-1')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const brand = await call(routes.getBrand, { params: { brand: code } });
      print(brand, () => brandText(brand));
    });

  brands
    .command('create')
    .description('Create a brand, with a page of its own.')
    .argument('<code>', 'its code, such as B-9; it never changes')
    .argument('<title>', 'what it is called')
    .option('--description <text>', 'what its page says of it')
    .option('--slug <slug>', 'where its page is; made from the title if left out')
    .addHelpText('after', '\nExample:\n  $ parlour brand create B-9 "Quarrel & Daughter"')
    .action(async (code: string, title: string, more: { description?: string; slug?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const made = await call(routes.createBrand, { body: { code, title, ...more } });
      print(made, () => seen(brandText(made)));
    });

  brands
    .command('set')
    .description(
      'Change a brand: title, slug (where its page is) or description; in a further language such as title@de.',
    )
    .argument('<code>', 'its code, such as B-1')
    .argument('<changes...>', 'NAME=VALUE')
    .addHelpText('after', '\nExample:\n  $ parlour brand set B-1 title="Skerry & Sons"')
    .action(async (code: string, changes: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { rest, texts } = partedTexts(changes);
      const body = { ...readValues(rest, ['title', 'slug', 'description']), ...(texts && { texts }) };
      const after = await call(routes.changeBrand, { params: { brand: code }, body });
      print(after, () => seen(brandText(after)));
    });

  brands
    .command('remove')
    .description('Delete a brand for good; refused while products are of it.')
    .argument('<code>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour brand remove B-9')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.deleteBrand, { params: { brand: code } }), () => 'Deleted.');
    });

  addFileCommands(brands, 'brand');
}

interface Made {
  readonly when?: string;
  readonly into?: string;
  readonly slug?: string;
}

const seen = (text: string): string => `${text}\n\nShoppers see it now.`;

/** @throws Problem `bad-input` naming the change that cannot be read */
export function readValues<N extends string>(
  changes: readonly string[],
  names: readonly N[],
): Partial<Record<N, string>> {
  const read: Partial<Record<N, string>> = {};
  for (const change of changes) {
    const [name, value] = splitAt(change, '=');
    const known = names.find((one) => one === name);
    if (known === undefined || value === undefined)
      throw new Problem('bad-input', `“${change}” is not NAME=VALUE.`, {
        place: change,
        remedy: `The names are: ${names.join(', ')}.`,
      });
    read[known] = value;
  }
  return read;
}

function wholeNumber(text: string): number {
  if (/^\d{1,6}$/.test(text)) return Number(text);
  throw new Problem('bad-input', `“${text}” is not a whole number.`, { place: 'position', remedy: 'Write 0, 1, 2, …' });
}

function collectionsText({ collections }: AnswerOf<typeof routes.listCollections>): string {
  if (collections.length === 0) return 'No collections. Create one with: parlour collection create CODE TITLE';
  const rows = collections.map(({ code, title, parent, products, position, when }) => [
    code,
    title,
    parent ?? '',
    productCountText(products),
    String(position),
    when ?? '',
  ]);
  return table(['Code', 'Title', 'In', '>Products', '>Position', 'When'], rows);
}

/** What is said in further languages, under the rest. */
const spokenText = (texts: object): string[] =>
  textLines(texts as Texts).map(([name, value]) => `${name.padEnd(20)}${value}`);

function collectionText(collection: Collection): string {
  const { code, title, slug, description, texts, picture, parent, when, members } = collection;
  return [
    `${title} (${code})`,
    ...(description === '' ? [] : [description]),
    '',
    `path                ${slug}`,
    ...(picture === null ? [] : [`picture             ${picture.alt} (${picture.hash.slice(0, 12)}…)`]),
    ...(parent === null ? [] : [`in                  ${parent}`]),
    ...(when === null ? [] : [`when                ${when}`]),
    ...spokenText(texts),
    '',
    members.length === 0
      ? when === null
        ? 'No products yet.'
        : 'No product matches.'
      : `${counted(members.length, 'product')}: ${members.join(', ')}`,
  ].join('\n');
}

const brandText = ({ code, title, slug, description, texts }: Brand): string =>
  [
    `${title} (${code})`,
    ...(description === '' ? [] : [description]),
    '',
    `path                ${slug}`,
    ...spokenText(texts),
  ].join('\n');
