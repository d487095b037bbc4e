/** Additions: what is put on some pages only. They are made and changed like every document; see `documents.ts`. */
import type { Command } from 'commander';
import { capitalised, counted } from '@parlour/core';
import { routes } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';

export function additionCommands(program: Command): void {
  program
    .command('addition')
    .description('Additions: sections for some pages only, by page, by kind or by rule.')
    .command('list')
    .description('List the additions by place, in the order they come there, with the pages they are for.')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour addition list\n\nMake one with: parlour document create addition "Summer note" place=above target.page=collection:C-1',
    )
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.listAdditions);
      if (answer.additions.length === 0) return print(answer, () => 'No additions.');
      print(answer, () =>
        table(
          ['Addition', 'Name', 'Where', 'For', '>Pages', 'Such as'],
          answer.additions.map(({ code, name, where, target, languages, total, some, lacksPlace }) => [
            code,
            name,
            capitalised(where),
            languages.length ? `${target} (${languages.join(', ')})` : target,
            String(total),
            lacksPlace
              ? 'none of its pages has the place'
              : some.slice(0, 2).join(', ') + (total > 2 ? ` and ${counted(total - 2, 'other')}` : ''),
          ]),
        ),
      );
    });
}
