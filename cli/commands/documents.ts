/** Everything else a design is made of: look, menus, content pages, arrangements, additions, paths and redirects. */
import type { Command } from 'commander';
import { Problem, isOneOf } from '@parlour/core';
import { CREATABLE, freeCode, headField, type CreateRequest, type EditRequest } from '@parlour/core/design';
import type { PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { contextOf, WRONG_USE, type Context } from '../context.js';
import { table } from '../table.js';
import { describeDocument } from '../describe.js';
import { documentKey } from '../keys.js';
import { readPageKind, valueFor } from '../values.js';
import { DRAFT, openedDocument, splitAt } from './nodes.js';
import { headValue } from '@parlour/core/documents';

const EXAMPLES = `
Examples:
  $ parlour document set product look.gap 2.5                       only on pages of this template
  $ parlour document set product layout.side end
  $ parlour document set product around.header sale                 another header on its pages
  $ parlour document set content/about title "Our workshop"
  $ parlour document set paths home content:about                   what the home page shows
  $ parlour document set paths redirects./old-kites /browse/single-line
  $ parlour document set paths patterns.product /kite/{slug}`;

export function documentCommands(program: Command): void {
  const documents = program
    .command('document')
    .description(
      'The documents of a design: look, menus, content pages, arrangements, additions, shared sections, paths.',
    );

  documents
    .command('list')
    .description('List the documents of the draft.')
    .addHelpText('after', '\nExample:\n  $ parlour document list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { documents: found } = await call(routes.listDocuments);
      print(found, () =>
        table(
          ['Document', 'What it is'],
          found.map(({ key, called }) => [key, called]),
        ),
      );
    });

  documents
    .command('show')
    .description('Show a document of the draft: its own values, its sections or its entries.')
    .argument('<document>', 'a template’s code, or a document such as look or menu/header-links')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour document show menu/header-links\n  $ parlour document show look --json',
    )
    .action(showDocument);

  documents
    .command('create')
    .description('Create a document.')
    .argument('<what>', CREATABLE.join(', '))
    .argument('<name>', 'its name; for a content page, its title')
    .argument('[values...]', 'further values as path=value; for a content page also template=CODE')
    .option('--code <code>', 'its code; made from the name if left out')
    .option('--copy-of <code>', 'a copy of this one')
    .option('--starter <code>', 'a ready-made content page to begin with, see parlour starter list')
    .option('--page-kind <page-kind>', 'the page kind of a template', readPageKind)
    .option('--region <region>', 'the region of an arrangement')
    .addHelpText(
      'after',
      `
Examples:
  $ parlour document create content "Delivery" text=- < delivery.html
  $ parlour document create content "Terms" --starter terms
  $ parlour document create content "Pictures of May" template=pictures
  $ parlour document create arrangement "Sale header" --region header --copy-of standard
  $ parlour document create addition "Summer note" place=above target.page=collection:C-1
  $ parlour document create addition "Gift note" place=open-place:beside-buying target.pageKind=product target.when='keyword is "gift"'
  $ parlour document create menu "Help and legal"`,
    )
    .action(
      async (
        what: string,
        name: string,
        given: string[],
        options: { code?: string; copyOf?: string; starter?: string; pageKind?: string; region?: string },
        command: Command,
      ) => {
        if (!isOneOf(CREATABLE, what))
          command.error(`There is no “${what}” to create. Use one of: ${CREATABLE.join(', ')}.`, {
            exitCode: WRONG_USE,
          });
        const context = contextOf(command);
        const all = given.map((one) => splitAt(one, '='));
        // The template of a content page is no value of it, but goes without saying where one makes it.
        const isTemplate = ([path]: readonly [string, string | undefined]): boolean =>
          what === 'content' && path === 'template';
        const template = all.find(isTemplate)?.[1];
        const pairs = all.filter((one) => !isTemplate(one));
        // What is no page kind is refused where its rule is read.
        const target = pairs.find(([path]) => path === 'target.pageKind')?.[1] as PageKind | undefined;
        const values = await Promise.all(
          pairs.map(async ([path, text]) => {
            const field = headField(what, path);
            if (text === undefined || !field)
              return command.error(`“${path}” is not a value of ${what}: write path=value.`, { exitCode: WRONG_USE });
            return [path, await valueFor(context, field, context.textFrom(text), path, target)] as const;
          }),
        );
        const request: CreateRequest = {
          type: 'create',
          what,
          name,
          ...options,
          ...(pairs.length ? { head: Object.fromEntries(values) } : {}),
        };
        const code = template === undefined ? undefined : (options.code ?? (await newCode(context, name)));
        const answer = await context.edit([
          { ...request, ...(code === undefined ? {} : { code }) },
          ...(template === undefined || code === undefined
            ? []
            : [{ type: 'assign' as const, pages: [`content:${code}`], template }]),
        ]);
        const key = answer.edits[0]?.document ?? '';
        context.done(
          answer,
          `It is ${key}. Next: ${what === 'content' ? `parlour preview content:${key.slice('content/'.length)}` : `parlour document show ${key}`}`,
        );
      },
    );

  documents
    .command('set')
    .description('Set a value of a document; see the examples.')
    .argument('<document>', 'a template’s code, or a document such as look, paths, menu/header-links or content/about')
    .argument('<path>', 'such as name, layout.width, look.gap, values.accentColour')
    .argument('[value]', 'the new value; “-” reads it from standard input')
    .option('--default', 'go back to the default')
    .addHelpText('after', EXAMPLES)
    .action(
      async (
        name: string,
        path: string,
        value: string | undefined,
        options: { default?: boolean },
        command: Command,
      ) => {
        if ((value === undefined) === !options.default)
          command.error('Give a value, or --default.', { exitCode: WRONG_USE });
        const context = contextOf(command);
        const key = documentKey(name);
        const document = await openedDocument(context, key);
        const field = headField(document.type, path);
        if (!field)
          throw new Problem('no-such-field', `There is no “${path}” in ${key}.`, {
            place: 'path',
            remedy: 'See parlour document set --help for examples.',
          });
        const was = document.head[path];
        const kind = headValue(document.head, 'target.pageKind');
        const next =
          value === undefined ? {} : { value: await valueFor(context, field, context.textFrom(value), path, kind) };
        const request = { type: 'set', document: key, field: path, ...(was === undefined ? {} : { was }), ...next };
        // Its fields are put together one by one; the service checks all of them.
        context.done(await context.edit([request as EditRequest]), DRAFT);
      },
    );

  documents
    .command('remove')
    .description('Remove a document; whatever used it goes back to the standard.')
    .argument('<document>', 'such as content/about, menu/help, addition/summer-note')
    .option('--instead <code>', 'for a template: the one its pages get instead')
    .addHelpText('after', '\nExample:\n  $ parlour document remove addition/sport-days\n\nUndo it with: parlour undo')
    .action(async (name: string, options: { instead?: string }, command: Command) => {
      const context = contextOf(command);
      context.done(
        await context.edit([{ type: 'discard', document: documentKey(name), ...options }]),
        'Undo it with: parlour undo',
      );
    });
}

/** What `show` of templates and of documents does. */
export async function showDocument(name: string, _options: object, command: Command): Promise<void> {
  const { call, print, zone, kinds } = contextOf(command);
  const found = await call(routes.getDocument, { query: { key: documentKey(name) } });
  const about = { zone: await zone(), kinds: await kinds() };
  print(found.document, () => describeDocument(found.document, about));
}

/** A code for a new content page that none has yet. */
async function newCode({ call }: Context, name: string): Promise<string> {
  const { content } = await call(routes.listContent);
  return freeCode(name, (code) => content.some((one) => one.code === code));
}
