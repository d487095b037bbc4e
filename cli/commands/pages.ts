/** Store pages: listing, why, assigning templates, previewing. */
import type { Command } from 'commander';
import { isPageKind, Problem } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';

interface ListOptions {
  readonly kind?: string;
  readonly template?: string;
  readonly search?: string;
}

export function pageCommands(program: Command): void {
  const pages = program.command('pages').description('Store pages: everything a shopper can visit.');

  pages
    .command('list')
    .description('List the store pages with path, template and the reason for it.')
    .option('--kind <kind>', 'only pages of this kind')
    .option('--template <code>', 'only pages that use this template')
    .option('--search <words>', 'only pages whose title, code or path has these words')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour pages list --kind product\n  $ parlour pages list --search kite --json',
    )
    .action(async (options: ListOptions, command: Command) => {
      const { call, print } = contextOf(command);
      const found: AnswerOf<typeof routes.listPages>['pages'] = [];
      for (let cursor: string | null | undefined; cursor !== null;) {
        const answer = await call(routes.listPages, {
          query: { kind: options.kind, template: options.template, search: options.search, cursor, limit: 200 },
        });
        found.push(...answer.pages);
        cursor = answer.next;
      }
      print(found, () =>
        found.length === 0
          ? 'No page matches. Leave out a filter to see more.'
          : `${table(
              ['Page', 'Title', 'Path', 'Template', 'Because'],
              found.map((page) => [
                page.page,
                page.title,
                page.path,
                page.template?.code ?? '(none)',
                !page.template ? '' : page.template.reason === 'page' ? 'given to this page' : 'standard of the kind',
              ]),
            )}\n\n${found.length} ${found.length === 1 ? 'page' : 'pages'}. Why one looks as it does: parlour pages why PAGE`,
      );
    });

  pages
    .command('why')
    .description('Say what makes a page what it is.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .addHelpText('after', '\nExample:\n  $ parlour pages why product:K-001')
    .action(async (page: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const why = await call(routes.why, { params: { page } });
      print(why, () => why.sentences.join('\n'));
    });

  program
    .command('assign')
    .description('Give a template to one page, or make it the standard of a page kind.')
    .argument('<page>', 'a page such as product:K-001, or a page kind such as product')
    .argument('[template]', 'the code of the template')
    .option('--standard', 'take the page’s own assignment away, so that it uses the standard again')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour assign product:K-001 festival\n  $ parlour assign product:K-001 --standard\n  $ parlour assign product festival        (all products without an own assignment)',
    )
    .action(async (page: string, template: string | undefined, options: { standard?: boolean }, command: Command) => {
      if (!template === !options.standard || (options.standard && isPageKind(page)))
        command.error('Name a template, or use --standard with one page.', { exitCode: 2 });
      const { edit, print } = contextOf(command);
      const answer = await edit([{ type: 'assign', page, template: template ?? null }]);
      print(
        answer,
        () =>
          `${answer.sentences.join('\n')}\nIt is in the draft. Next: parlour preview ${page.includes(':') ? page : `${page}:CODE`}, then parlour publish`,
      );
    });

  program
    .command('preview')
    .description('Print an address that shows a page of the draft; it expires.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .addHelpText('after', '\nExample:\n  $ parlour preview home')
    .action(async (page: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const preview = await call(routes.preview, { body: { page } });
      if (!preview.url) throw new Problem('broken', 'The service gave no address.');
      print(
        preview,
        () => `${preview.url}\n\nOpen it in a browser. It works until ${new Date(preview.expires).toLocaleString()}.`,
      );
    });
}
