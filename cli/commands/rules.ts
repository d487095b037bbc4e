/** Rules: which pages of a kind get which template, tried in order. */
import type { Command } from 'commander';
import { keys } from '@parlour/core/documents';
import { parseRule, printRule, type PageKind, type Rule } from '@parlour/core/pages';
import { instantOf } from '@parlour/core/time';
import { routes } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { readPageKind } from '../values.js';
import { openedDocument } from './nodes.js';

interface RuleOptions {
  readonly before?: string;
  readonly from?: string;
  readonly until?: string;
}

export function ruleCommands(program: Command): void {
  const rules = program.command('rule').description('Rules: which pages of a kind get which template, tried in order.');
  const inKind = (command: Command): Command => command.argument('<page-kind>', 'such as product', readPageKind);

  inKind(rules.command('list'))
    .description('List the rules of a page kind in the order they are tried.')
    .addHelpText('after', '\nExample:\n  $ parlour rule list product')
    .action(async (kind: PageKind, _options: object, command: Command) => {
      const context = contextOf(command);
      const { nodes, head } = await openedDocument(context, keys.assignments(kind));
      const { templates } = await context.call(routes.listTemplates);
      const found = Object.values(nodes)
        .sort((a, b) => (a.order < b.order ? -1 : 1))
        .map(
          ({ id, values }) =>
            // Edits let no other values into a rule.
            ({ id, ...values }) as {
              id: string;
              when: Rule;
              template: string;
              off?: boolean;
              from?: string;
              until?: string;
            },
        );
      context.print(found, () =>
        [
          found.length
            ? table(
                ['>#', 'Id', 'Rule', 'Template', ''],
                found.map(({ id, when, template, off, from, until }, i) => [
                  String(i + 1),
                  id,
                  printRule(when),
                  template,
                  [off ? 'off' : '', from ? `from ${from}` : '', until ? `until ${until}` : '']
                    .filter(Boolean)
                    .join(', '),
                ]),
              )
            : `There are no rules for ${kind} pages.`,
          `\nOtherwise: ${String(head['standard'] ?? '(no standard)')}, the standard of ${templates.find((one) => one.code === head['standard'])?.pages ?? 0} pages.`,
        ].join('\n'),
      );
    });

  inKind(rules.command('add'))
    .description('Add a rule, at the end unless you say otherwise.')
    .argument('<template>', 'the code of the template')
    .argument('<rule>', 'such as: brand is "Skerry Lines" and price >= 80')
    .option('--before <id>', 'put it before this rule')
    .option('--from <time>', 'from this time on, in the store’s time zone')
    .option('--until <time>', 'until this time')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour rule add product festival \'brand is "Skerry Lines" and price >= 80\'\n  $ parlour rule add product festival \'keyword is "gift" or reduced is true\' --from 2030-12-01T00:00 --until 2030-12-24T18:00\n  $ parlour rule add product festival "price >= 80" --dry-run',
    )
    .action(
      async (kind: PageKind, template: string, text: string, { before, ...times }: RuleOptions, command: Command) => {
        const context = contextOf(command);
        const when = parseRule(text, kind);
        const dates = await datesOf(context, times);
        const answer = await context.edit([
          {
            type: 'insert',
            document: keys.assignments(kind),
            place: { at: 'rules', before: before ?? null },
            values: { when, template, ...dates },
          },
        ]);
        context.done(
          answer,
          `It is in the draft. See what it does: parlour page list --page-kind ${kind} --reason rule`,
        );
      },
    );

  inKind(rules.command('move'))
    .description('Move a rule earlier or later in the order.')
    .argument('<id>', 'the id of the rule')
    .option('--before <id>', 'before this one; last if left out')
    .addHelpText('after', '\nExample:\n  $ parlour rule move product rule-featherby')
    .action(async (kind: PageKind, node: string, { before }: RuleOptions, command: Command) => {
      const context = contextOf(command);
      context.done(
        await context.edit([
          {
            type: 'move',
            document: keys.assignments(kind),
            node,
            place: { at: 'rules', before: before ?? null },
          },
        ]),
      );
    });

  for (const [verb, off] of [
    ['off', true],
    ['on', undefined],
  ] as const) {
    inKind(rules.command(verb))
      .description(off ? 'Switch a rule off; it stays in the list.' : 'Switch a rule on again.')
      .argument('<id>', 'the id of the rule')
      .addHelpText('after', `\nExample:\n  $ parlour rule ${verb} product rule-featherby`)
      .action(async (kind: PageKind, node: string, _options: object, command: Command) => {
        const context = contextOf(command);
        const document = keys.assignments(kind);
        const was = (await openedDocument(context, document)).nodes[node]?.values['off'];
        context.done(
          await context.edit([
            {
              type: 'set',
              document,
              node,
              field: 'values.off',
              ...(off ? { value: true } : {}),
              ...(was === undefined ? {} : { was }),
            },
          ]),
        );
      });
  }

  inKind(rules.command('remove'))
    .description('Remove a rule.')
    .argument('<id>', 'the id of the rule')
    .addHelpText('after', '\nExample:\n  $ parlour rule remove product rule-featherby\n\nUndo it with: parlour undo')
    .action(async (kind: PageKind, node: string, _options: object, command: Command) => {
      const context = contextOf(command);
      context.done(await context.edit([{ type: 'remove', document: keys.assignments(kind), node }]));
    });
}

async function datesOf({ zone }: Context, times: Omit<RuleOptions, 'before'>): Promise<Record<string, string>> {
  const given = Object.entries(times).filter(([, text]) => text !== undefined);
  if (given.length === 0) return {};
  const timeZone = await zone();
  return Object.fromEntries(given.map(([name, text]) => [name, instantOf(text, timeZone, `--${name}`).instant]));
}
