/** The look of the store: its settings, contrast, and design tokens in and out. */
import { writeFileSync } from 'node:fs';
import type { Command } from 'commander';
import type { EditRequest } from '@parlour/core/design';
import { keys, type LookDocument } from '@parlour/core/documents';
import { inWords } from '@parlour/core/fields';
import { colourPairs, LOOK_GROUPS, lookFields, lookTokens, readTokens, type Tokens } from '@parlour/core/look';
import { routes } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { namedValue, valueFor } from '../values.js';
import { DRAFT } from './nodes.js';
import { sure } from '@parlour/core';

const lookOf = async ({ call }: Context): Promise<LookDocument> =>
  // The key says of which type it is.
  (await call(routes.getDocument, { query: { key: keys.look } })).document as LookDocument;

export function lookCommands(program: Command): void {
  const look = program
    .command('look')
    .description('The look of the store: its settings, what can be read on what, and design tokens.');

  look
    .command('show')
    .description('Show every setting of the look: what is set, and what it has otherwise.')
    .addHelpText('after', '\nExample:\n  $ parlour look show\n\nSet some with: parlour look set NAME=VALUE …')
    .action(async (_options: object, command: Command) => {
      const context = contextOf(command);
      const document = await lookOf(context);
      const fields = lookFields(document.groundwork);
      context.print(document, () =>
        Object.values(LOOK_GROUPS)
          .map(({ title, fields: some }) =>
            table(
              [title, 'Value', '', 'What it does'],
              Object.keys(some).flatMap((name) => {
                const field = fields[name];
                if (!field) return [];
                const own = document.values?.[name];
                const value = own ?? field.default;
                return [
                  [
                    name,
                    value === '' ? 'as another' : inWords(field, value),
                    own === undefined ? '' : 'set',
                    field.help,
                  ],
                ];
              }),
            ),
          )
          .join('\n\n'),
      );
    });

  look
    .command('set')
    .description('Set settings of the look. Several are one change: they are undone together.')
    .argument('<settings...>', 'each as NAME=VALUE, an empty value goes back to the default; see parlour look show')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour look set accentColour=#1e4a5a widest=1280\n  $ parlour look set titleFont=lora titleWeight=',
    )
    .action(async (settings: string[], _options: object, command: Command) => {
      const context = contextOf(command);
      const { groundwork, values = {} } = await lookOf(context);
      const fields = lookFields(groundwork);
      const edits = settings.map(async (setting): Promise<EditRequest> => {
        const [name, text] = namedValue(setting, Object.keys(fields), 'setting');
        const [field, was] = [sure(fields[name]), values[name]];
        const value = text === '' ? undefined : await valueFor(context, field, text, name);
        return { type: 'set', document: keys.look, field: `values.${name}`, value, was };
      });
      context.done(await context.edit(await Promise.all(edits)), DRAFT);
    });

  look
    .command('contrast')
    .description('Show how well each text can be read on what is behind it (WCAG 2.2).')
    .addHelpText('after', '\nExample:\n  $ parlour look contrast')
    .action(async (_options: object, command: Command) => {
      const context = contextOf(command);
      const pairs = colourPairs(await lookOf(context));
      context.print(pairs, () =>
        table(
          ['Text', 'On', '>Contrast', ''],
          pairs.map(({ text, ground, ratio, needed }) => [
            text,
            ground,
            (Math.floor(ratio * 10) / 10).toFixed(1),
            ratio < needed ? `hard to read, needs ${needed}` : '',
          ]),
        ),
      );
    });

  look
    .command('export')
    .description('Write the look as design tokens (Design Tokens Community Group, 2025.10).')
    .argument('[file]', 'the file; the terminal if left out')
    .addHelpText('after', '\nExample:\n  $ parlour look export look.tokens.json')
    .action(async (file: string | undefined, _options: object, command: Command) => {
      const context = contextOf(command);
      const text = JSON.stringify(lookTokens(await lookOf(context)), null, 2);
      if (file === undefined) context.print(JSON.parse(text), () => text);
      else {
        writeFileSync(file, `${text}\n`);
        context.print({ file }, () => `Saved as ${file}.`);
      }
    });

  look
    .command('import')
    .description('Set the look from design tokens; what they do not name stays.')
    .argument('<file>', 'a file of tokens; “-” reads it from standard input')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour look import look.tokens.json --dry-run\n  $ parlour look import look.tokens.json',
    )
    .action(async (file: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const tokens = context.readJson(file, {
        what: 'tokens',
        remedy: 'Name a file of design tokens, such as parlour look export writes.',
      }) as Tokens;
      const { unknown } = readTokens(tokens, (await lookOf(context)).groundwork);
      const answer = await context.edit([{ type: 'tokens', tokens }]);
      const left = unknown.length ? `Not of the look, so left out: ${unknown.join(', ')}.\n` : '';
      context.done(answer, `${left}${DRAFT}`);
    });
}
