/** The catalogue of section kinds. */
import type { Command } from 'commander';
import { BREAK_MARK, type Field, type Fields } from '@parlour/core/fields';
import { FRAME, isCalled } from '@parlour/core/kinds';
import { routes } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { noKind } from '../values.js';

export function kindCommands(program: Command): void {
  const kinds = program.command('kind').description('Section kinds: what sections there are, and their fields.');

  kinds
    .command('list')
    .description('List the section kinds.')
    .option('--search <words>', 'only those that people call so, such as banner or faq')
    .addHelpText('after', '\nExamples:\n  $ parlour kind list\n  $ parlour kind list --search banner')
    .action(async ({ search = '' }: { search?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const { kinds } = await call(routes.listSectionKinds);
      const found = kinds.filter((kind) => isCalled(kind, search));
      const rows = found.map((kind) => [
        kind.name,
        kind.sentence + (kind.fits ? ` Only on ${kind.fits.pages.join(', ')} pages.` : ''),
      ]);
      print(found, () =>
        found.length === 0
          ? `No section kind is called “${search}”. All of them: parlour kind list`
          : `${table(['Kind', 'What it is'], rows)}\n\nThe fields of one: parlour kind show KIND`,
      );
    });

  kinds
    .command('show')
    .description('Show the fields of a section kind, with their defaults and what they take.')
    .argument('<kind>', 'its name, such as poster')
    .addHelpText('after', '\nExample:\n  $ parlour kind show poster')
    .action(async (name: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const known = (await call(routes.listSectionKinds)).kinds;
      const kind = known.find((one) => one.name === name) ?? noKind(name, known);
      const rows = (fields: Fields, prefix = '') =>
        Object.entries(fields).map(([field, declared]) => [
          prefix + field,
          takes(declared),
          JSON.stringify(declared.default),
          declared.help,
        ]);
      print(kind, () =>
        [
          `${kind.title} (${kind.name}@${kind.version}): ${kind.sentence}`,
          ...(kind.alsoCalled ? [`Also called: ${kind.alsoCalled.join(', ')}`] : []),
          ...(kind.slots ? [`Slots: ${Object.keys(kind.slots).join(', ')}`] : []),
          '',
          table(['Field', 'Takes', 'Default', 'What it does'], [...rows(kind.fields), ...rows(FRAME, 'frame.')]),
        ].join('\n'),
      );
    });
}

function takes(field: Field): string {
  switch (field.type) {
    case 'text':
      return `text, at most ${field.max}`;
    case 'prose':
      return `formatted text, as html; ${BREAK_MARK} where it may be split`;
    case 'choice':
      return Object.keys(field.choices).join(' | ');
    case 'font':
      return Object.keys(field.fonts).join(' | ');
    case 'number':
      return `${field.min} to ${field.max}${field.unit}`;
    case 'toggle':
      return 'true | false';
    case 'colour':
      return '#rrggbb';
    case 'picture':
      return 'a file name or hash, see parlour picture list; with words that are read aloud: {"picture": HASH, "alt": TEXT}';
    case 'link':
      return 'a page, a web address, or {"to": PAGE, "window": "new"}';
    case 'reference':
      return `the code of a ${field.to}`;
    case 'length':
      return `a length in ${field.units.join(', ')}`;
    case 'date-time':
      return 'a day and time such as 2026-11-27T08:00:00Z';
    case 'code':
      return field.language;
    case 'rule':
      return 'a rule such as price >= 80';
    case 'words':
      return 'words with commas between';
    case 'entries':
      return `a list, filled by parlour entry add DOCUMENT --into SECTION/LIST, with ${Object.keys(field.fields).join(', ')}`;
    case 'source':
      return 'newest | reduced | this-collection | same-brand | goes-with | found | collection:CODE | CODE,CODE';
  }
}
