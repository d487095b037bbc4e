/** What is unpublished, undo, publish, revisions, revert. */
import { randomUUID } from 'node:crypto';
import type { Command } from 'commander';
import { routes } from '@parlour/contract';
import { Problem } from '@parlour/core';
import { redirectsInWords } from '@parlour/core/design';
import { inZone } from '@parlour/core/time';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';

export function publishCommands(program: Command): void {
  program
    .command('change')
    .description('What the draft has that is not live.')
    .command('list')
    .description('List the unpublished changes: what shoppers do not see yet.')
    .addHelpText('after', '\nExample:\n  $ parlour change list')
    .action(async (_options: object, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const answer = await call(routes.listChanges);
      print(answer, () =>
        answer.changes.length
          ? `${answer.changes.map(({ sentence }, i) => `${String(i + 1).padStart(3)}  ${sentence}`).join('\n')}\n\n${hint('Next: parlour publish, or some of them: parlour publish --changes 1')}`
          : 'Nothing is unpublished.',
      );
    });

  for (const [name, route, sentence] of [
    ['undo', routes.undo, 'Undo your own latest edit.'],
    ['redo', routes.redo, 'Redo what you last undid.'],
  ] as const) {
    program
      .command(name)
      .description(sentence)
      .addHelpText('after', `\nExample:\n  $ parlour ${name}`)
      .action(async (_options: object, command: Command) => {
        const { call, print } = contextOf(command);
        const answer = await call(route, { body: { unit: randomUUID() } });
        print(answer, () => answer.sentences.join('\n'));
      });
  }

  program
    .command('publish')
    .description('Publish the draft: shoppers see all of it at once.')
    .option('--note <note>', 'a note for the list of revisions')
    .option('--changes <numbers>', 'only these, by their numbers in parlour change list, such as 1,3')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour publish --note "Autumn words"\n  $ parlour publish --dry-run\n  $ parlour publish --changes 2 --note "One word corrected"',
    )
    .action(async ({ note, changes: numbers }: { note?: string; changes?: string }, command: Command) => {
      const context = contextOf(command);
      const { call, print } = context;
      const chosen = numbers === undefined ? undefined : await chosenIds(context, numbers);
      if (context.options.dryRun) return context.tellDifference('live', 'draft', chosen);
      const changes = chosen ? { changes: chosen } : {};
      const revision = await call(routes.publish, { body: { ...(note === undefined ? {} : { note }), ...changes } });
      const live = await reachOf(context);
      const { findings } = await call(routes.listFindings);
      const warnings = findings.filter(({ severity }) => severity === 'warning');
      print(
        revision,
        () =>
          `${[
            `Published as revision ${revision.number}. ${live}`,
            ...redirectsInWords(revision.redirects),
            ...warnings.map(({ sentence, remedy }) => `Most likely not meant: ${sentence} ${remedy}`),
          ].join('\n')}\n${context.hint(`Take it back with: parlour revert ${revision.number - 1}`)}`,
      );
    });

  program
    .command('revision')
    .description('The published states of a design.')
    .command('list')
    .description('List the revisions, newest first.')
    .addHelpText('after', '\nExample:\n  $ parlour revision list')
    .action(async (_options: object, command: Command) => {
      const { call, print, zone } = contextOf(command);
      const timeZone = await zone();
      const { revisions, next } = await call(routes.listRevisions, { query: { limit: 50 } });
      const rows = revisions.map((one) => [
        String(one.number),
        one.live ? 'live' : '',
        inZone(one.created, timeZone),
        one.author,
        one.note,
      ]);
      print(
        revisions,
        () => `${table(['>Revision', '', 'When', 'By', 'Note'], rows)}${next ? '\n… and older ones.' : ''}`,
      );
    });

  program
    .command('revert')
    .description('Make an earlier revision live again, as a new revision.')
    .argument('<revision>', 'its number, see parlour revision list')
    .option('--note <note>', 'a note for the list of revisions')
    .addHelpText('after', '\nExample:\n  $ parlour revert 3')
    .action(async (revision: string, options: { note?: string }, command: Command) => {
      const context = contextOf(command);
      const { call, print, options: given, tellDifference } = context;
      if (given.dryRun) return tellDifference('live', revision);
      const answer = await call(routes.revert, {
        params: { revision },
        body: options.note === undefined ? {} : { note: options.note },
      });
      const live = await reachOf(context);
      print(
        answer,
        () =>
          `${answer.sentences.join('\n')}\nRevision ${revision} is back, as revision ${answer.revision.number}. ${live}`,
      );
    });
}

/** Whether shoppers see what a design publishes, in a sentence. */
async function reachOf({ call }: Context): Promise<string> {
  const design = await call(routes.getDesign);
  return design.live
    ? 'Shoppers see it now.'
    : `Shoppers see it once this design is live: parlour design live ${design.code}`;
}

/** The ids of the changes that the numbers of `parlour change list` mean; of all if none are given. */
export async function chosenIds({ call }: Context, numbers: string | undefined): Promise<string[]> {
  const { changes } = await call(routes.listChanges);
  if (changes.length === 0)
    throw new Problem('nothing-to-publish', 'There is nothing to publish.', {
      remedy: 'Edit the draft first.',
    });
  if (numbers === undefined) return changes.map(({ id }) => id);
  return numbers.split(',').map((text) => {
    const id = /^\d+$/.test(text.trim()) ? changes[Number(text) - 1]?.id : undefined;
    if (id !== undefined) return id;
    throw new Problem('no-such-change', `There is no unpublished change ${text.trim()}.`, {
      place: '--changes',
      remedy: `There are ${changes.length}; see parlour change list.`,
    });
  });
}
