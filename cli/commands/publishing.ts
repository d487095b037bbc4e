/** What is unpublished, undo, publish, revisions, revert. */
import { randomUUID } from 'node:crypto';
import type { Command } from 'commander';
import { routes } from '@parlour/contract';
import { Problem } from '@parlour/core';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';

export function publishCommands(program: Command): void {
  program
    .command('changes')
    .description('Say what the draft has that shoppers do not see yet.')
    .addHelpText('after', '\nExample:\n  $ parlour changes')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.listChanges);
      print(answer, () =>
        answer.changes.length
          ? `${answer.changes.map(({ sentence }, i) => `${String(i + 1).padStart(3)}  ${sentence}`).join('\n')}\n\nNext: parlour publish, or some of them: parlour publish --only 1`
          : 'Nothing: shoppers see all of the draft.',
      );
    });

  for (const [name, route, sentence] of [
    ['undo', routes.undo, 'Take back your own latest edit.'],
    ['redo', routes.redo, 'Do again what you undid last.'],
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
    .description('Put the draft live, for all visitors in one moment.')
    .option('--note <note>', 'what this is about, for the list of revisions')
    .option('--only <numbers>', 'only these of parlour changes, such as 1,3')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour publish --note "Autumn words"\n  $ parlour publish --dry-run\n  $ parlour publish --only 2 --note "One word mended"',
    )
    .action(async ({ note, only }: { note?: string; only?: string }, command: Command) => {
      const context = contextOf(command);
      const { call, print } = context;
      const chosen = only === undefined ? undefined : await chosenIds(context, only);
      if (context.options.dryRun) return context.tellDifference('live', 'draft', chosen);
      const changes = chosen ? { changes: chosen } : {};
      const revision = await call(routes.publish, { body: { ...(note === undefined ? {} : { note }), ...changes } });
      const { live, flag } = await reachOf(context);
      print(
        revision,
        () =>
          `Published as revision ${revision.number}. ${live}\nTake it back with: parlour ${flag}revert ${revision.number - 1}`,
      );
    });

  program
    .command('revisions')
    .description('List the published states, newest first.')
    .addHelpText('after', '\nExample:\n  $ parlour revisions')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { revisions, next } = await call(routes.listRevisions, { query: { limit: 50 } });
      const rows = revisions.map((one) => [
        String(one.number),
        one.live ? 'live' : '',
        one.at.slice(0, 16).replace('T', ' '),
        one.author,
        one.note,
      ]);
      print(
        revisions,
        () => `${table(['>Revision', '', 'When (UTC)', 'By', 'Note'], rows)}${next ? '\n… and older ones.' : ''}`,
      );
    });

  program
    .command('revert')
    .description('Bring a published state back, as a new revision.')
    .argument('<revision>', 'its number, see parlour revisions')
    .option('--note <note>', 'why, for the list of revisions')
    .addHelpText('after', '\nExample:\n  $ parlour revert 3')
    .action(async (revision: string, options: { note?: string }, command: Command) => {
      const context = contextOf(command);
      const { call, print, options: given, tellDifference } = context;
      if (given.dryRun) return tellDifference('live', revision);
      const answer = await call(routes.revert, {
        params: { revision },
        body: options.note === undefined ? {} : { note: options.note },
      });
      const { live } = await reachOf(context);
      print(
        answer,
        () =>
          `${answer.sentences.join('\n')}\nRevision ${revision} is back, as revision ${answer.revision.number}. ${live}`,
      );
    });
}

/** Whether shoppers see what a design publishes, in a sentence, and how commands name that design. */
async function reachOf({ call, options }: Context): Promise<{ live: string; flag: string }> {
  const design = await call(routes.getDesign);
  return {
    live: design.live
      ? 'Shoppers see it now.'
      : `Shoppers see it once this design is live: parlour design live ${design.code}`,
    flag: options.design === undefined ? '' : `--design ${options.design} `,
  };
}

/** The ids of the changes that the numbers of `parlour changes` mean; of all if none are given. */
export async function chosenIds({ call }: Context, only: string | undefined): Promise<string[]> {
  const { changes } = await call(routes.listChanges);
  if (changes.length === 0)
    throw new Problem('nothing-to-publish', 'The draft has nothing that is not published.', {
      remedy: 'Edit it first.',
    });
  if (only === undefined) return changes.map(({ id }) => id);
  return only.split(',').map((text) => {
    const id = /^\d+$/.test(text.trim()) ? changes[Number(text) - 1]?.id : undefined;
    if (id !== undefined) return id;
    throw new Problem('no-such-change', `There is no unpublished change ${text.trim()}.`, {
      place: '--only',
      remedy: `There are ${changes.length}; see parlour changes.`,
    });
  });
}
