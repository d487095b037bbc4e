/** Several designs, comparing, timed changes, and the log of what happened. */
import type { Command } from 'commander';
import { counted } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { wholeNumber } from '../values.js';
import { chosenIds } from './publishing.js';

export function designCommands(program: Command): void {
  const designs = program.command('design').description('The designs of a store: copy one, work on it, make it live.');

  designs
    .command('list')
    .description('List the designs.')
    .option('--archived', 'those that were put away')
    .addHelpText('after', '\nExamples:\n  $ parlour design list\n  $ parlour design list --archived')
    .action(async ({ archived }: { archived?: true }, command: Command) => {
      const { call, print } = contextOf(command);
      const { designs: found } = await call(routes.listDesigns, { query: { archived: archived && 'yes' } });
      if (archived && found.length === 0) return print(found, () => 'None was put away.');
      print(found, () =>
        table(
          ['Code', 'Name', '', '>Revision', '>Unpublished'],
          found.map((one) => [
            one.code,
            one.name,
            one.live ? 'live' : '',
            String(one.revision),
            String(one.unpublished),
          ]),
        ),
      );
    });

  designs
    .command('copy')
    .description('Make a new design as a copy of the live one, with its draft.')
    .argument('<name>', 'what it is called')
    .option('--code <code>', 'its code; made from the name if left out')
    .option('--from <design>', 'the design to copy, if not the live one')
    .addHelpText('after', '\nExample:\n  $ parlour design copy "Summer"\n\nWork on it with: parlour --design summer …')
    .action(async (name: string, options: { code?: string; from?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const made = await call(routes.createDesign, { body: { name, ...options } });
      print(
        made,
        () => `Made “${made.name}”. Its code is ${made.code}.\nWork on it with: parlour --design ${made.code} …`,
      );
    });

  designs
    .command('live')
    .description('Make a design the one shoppers see, as it was last published.')
    .argument('<design>', 'its code')
    .option('--note <note>', 'why, for the list of who did what')
    .addHelpText('after', '\nExample:\n  $ parlour design live summer')
    .action(async (design: string, options: { note?: string }, command: Command) => {
      const { call, print, options: given, tellDifference } = contextOf(command);
      if (given.dryRun) return tellDifference('live', `${design}/live`);
      const before = (await call(routes.listDesigns)).designs.find((one) => one.live);
      const answer = await call(routes.goLive, { params: { design }, body: options });
      const rest = answer.unpublished
        ? ` ${counted(answer.unpublished, 'document')} of it ${answer.unpublished === 1 ? 'has' : 'have'} changes that are not published yet.`
        : '';
      print(
        answer,
        () =>
          `Shoppers see “${answer.name}” now, revision ${answer.revision}.${rest}\nBack again: parlour design live ${before?.code ?? 'first'}`,
      );
    });

  designs
    .command('bring-in')
    .description('Take what the live design published meanwhile into a design, value by value.')
    .argument('<design>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour design bring-in summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.bringIn, { params: { design }, body: {} });
      print(answer, () =>
        [
          ...(answer.sentences.length ? answer.sentences : ['Nothing new.']),
          ...answer.conflicts.map((sentence) => `It kept its own: ${sentence}`),
        ].join('\n'),
      );
    });

  designs
    .command('rename')
    .description('Give a design another name.')
    .argument('<design>', 'its code')
    .argument('<name>', 'the new name')
    .addHelpText('after', '\nExample:\n  $ parlour design rename summer "High summer"')
    .action(async (design: string, name: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.renameDesign, { params: { design }, body: { name } });
      print(answer, () => `It is called “${answer.name}” now.`);
    });

  designs
    .command('archive')
    .description('Put a design away; nothing is deleted.')
    .argument('<design>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour design archive summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.archiveDesign, { params: { design }, body: {} });
      print(answer, () => `“${design}” is put away.\nTake it out again: parlour design restore ${design}`);
    });

  designs
    .command('restore')
    .description('Take out again a design that was put away.')
    .argument('<design>', 'its code; see parlour design list --archived')
    .addHelpText('after', '\nExample:\n  $ parlour design restore summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.restoreDesign, { body: { design } });
      print(answer, () => `“${answer.name}” is there again.\nWork on it with: parlour --design ${answer.code} …`);
    });

  program
    .command('compare')
    .description('Say what differs between two states: draft, live, a revision, or those of another design.')
    .argument('[from]', 'the earlier state', 'live')
    .argument('[to]', 'the later state', 'draft')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour compare\n  $ parlour compare 1 3\n  $ parlour compare live summer/draft',
    )
    .action(async (from: string, to: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.compare, { query: { from, to } });
      print(answer, () =>
        [
          `From ${answer.from} to ${answer.to}:`,
          ...(answer.changes.length ? answer.changes.map(({ sentence }) => `  ${sentence}`) : ['  They are the same.']),
        ].join('\n'),
      );
    });

  timedCommands(program);

  program
    .command('log')
    .description('What happened to the design: edits, publishes, merges; newest last.')
    .option('--after <number>', 'only what came after this number', wholeNumber, 0)
    .addHelpText('after', '\nExample:\n  $ parlour log --after 120')
    .action(async ({ after }: { after: number }, command: Command) => {
      const { call, print } = contextOf(command);
      const events: AnswerOf<typeof routes.readLog>['events'] = [];
      for (let next: number | null = after; next !== null;) {
        const answer: AnswerOf<typeof routes.readLog> = await call(routes.readLog, {
          query: { after: next, limit: 500 },
        });
        events.push(...answer.events);
        next = answer.next;
      }
      print(events, () =>
        events.length
          ? table(
              ['>#', 'When (UTC)', 'Who', 'What'],
              events.map((one) => [
                String(one.seq),
                one.at.slice(0, 19).replace('T', ' '),
                one.author,
                `${one.type === 'do' ? '' : `${one.type}: `}${one.sentences.join(' ')}`,
              ]),
            )
          : 'Nothing yet.',
      );
    });
}

interface TimedOptions {
  readonly only?: string;
  readonly starts: string;
  readonly ends?: string;
}

function timedCommands(program: Command): void {
  const timed = program.command('timed').description('Changes that go live at a time, and are taken back at a time.');

  timed
    .command('list')
    .description('List timed changes with their state.')
    .addHelpText('after', '\nExample:\n  $ parlour timed list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { timedChanges } = await call(routes.listTimedChanges);
      print(timedChanges, () => (timedChanges.length ? timedChanges.map(inWords).join('\n\n') : 'There are none.'));
    });

  timed
    .command('add')
    .description('Take changes out of the draft and set a time for them.')
    .argument('<name>', 'what they are for, such as "Autumn sale"')
    .requiredOption('--starts <time>', 'when they go live, in the store’s time zone: 2026-11-27T08:00')
    .option('--ends <time>', 'when they are taken back')
    .option('--only <numbers>', 'only these of parlour changes, such as 1,3; all if left out')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour changes\n  $ parlour timed add "Autumn sale" --only 1,2 --starts 2030-10-18T08:00 --ends 2030-10-27T23:00',
    )
    .action(async (name: string, { only, starts, ends }: TimedOptions, command: Command) => {
      const context = contextOf(command);
      const changes = await chosenIds(context, only);
      const made = await context.call(routes.addTimedChange, {
        body: { name, changes, starts, ...(ends === undefined ? {} : { ends }) },
      });
      context.print(
        made,
        () => `${inWords(made)}\n\nThey are out of the draft now. Change your mind: parlour timed cancel ${made.id}`,
      );
    });

  timed
    .command('cancel')
    .description('Give waiting changes back to the draft, or take live ones back now.')
    .argument('<number>', 'see parlour timed list')
    .addHelpText('after', '\nExample:\n  $ parlour timed cancel 1')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print }: Context = contextOf(command);
      const answer = await call(routes.cancelTimedChange, { params: { timed: number }, body: {} });
      const now = answer.state === 'cancelled' ? 'They are in the draft again.' : 'Shoppers do not see them any more.';
      print(answer, () => `${inWords(answer)}\n\n${now}`);
    });
}

const STATES = {
  waiting: 'waits',
  live: 'is live',
  over: 'is over',
  conflict: 'needs a decision',
  cancelled: 'was cancelled',
} as const;

const inWords = ({ id, name, state, when, sentences, report }: AnswerOf<typeof routes.addTimedChange>): string =>
  [
    `${id}  “${name}” ${STATES[state]}: ${when}`,
    ...sentences.map((sentence) => `   ${sentence}`),
    ...report.map((line) => `   ! ${line}`),
  ].join('\n');
