/** Several designs, comparing, timed changes, and the log of what happened. */
import type { Command } from 'commander';
import { counted } from '@parlour/core';
import { inZone } from '@parlour/core/time';
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
    .option('--archived', 'the archived ones instead')
    .addHelpText('after', '\nExamples:\n  $ parlour design list\n  $ parlour design list --archived')
    .action(async ({ archived }: { archived?: true }, command: Command) => {
      const { call, print } = contextOf(command);
      const { designs: found } = await call(routes.listDesigns, { query: { archived: archived && 'yes' } });
      if (archived && found.length === 0) return print(found, () => 'No archived designs.');
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
    .description('Create a design as a copy of the live one, with its draft.')
    .argument('<name>', 'its name')
    .option('--code <code>', 'its code; made from the name if left out')
    .option('--copy-of <design>', 'the design to copy, if not the live one')
    .option(
      '--groundwork <code>',
      'build it on another groundwork, see parlour groundwork list; what you have made stays',
    )
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour design copy "Summer"\n  $ parlour design copy "Bolder" --groundwork brasslamp\n\nWork on it with: parlour --design summer …',
    )
    .action(
      async (name: string, options: { code?: string; copyOf?: string; groundwork?: string }, command: Command) => {
        const { call, print } = contextOf(command);
        const made = await call(routes.createDesign, { body: { name, ...options } });
        print(made, () =>
          [
            `Created “${made.name}”. Its code is ${made.code}.`,
            ...(made.kept.length
              ? ['Changed in this design, so not taken from the groundwork:', ...made.kept.map((one) => `  ${one}`)]
              : []),
            `Work on it with: parlour --design ${made.code} …`,
          ].join('\n'),
        );
      },
    );

  designs
    .command('live')
    .description('Make a design live, as it was last published.')
    .argument('<design>', 'its code')
    .option('--note <note>', 'a note for the audit list')
    .addHelpText('after', '\nExample:\n  $ parlour design live summer')
    .action(async (design: string, options: { note?: string }, command: Command) => {
      const { call, print, options: given, tellDifference } = contextOf(command);
      if (given.dryRun) return tellDifference('live', `${design}/live`);
      const before = (await call(routes.listDesigns)).designs.find((one) => one.live);
      const answer = await call(routes.goLive, { params: { design }, body: options });
      const rest = answer.unpublished ? ` It has ${counted(answer.unpublished, 'unpublished change')}.` : '';
      print(
        answer,
        () =>
          `Shoppers now see “${answer.name}”, revision ${answer.revision}.${rest}\nGo back with: parlour design live ${before?.code ?? 'first'}`,
      );
    });

  designs
    .command('update-from-live')
    .description('Bring changes that the live design has published since into a design.')
    .argument('<design>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour design update-from-live summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.updateFromLive, { params: { design }, body: {} });
      print(answer, () =>
        [
          ...(answer.sentences.length ? answer.sentences : ['There is nothing new in the live design.']),
          ...answer.conflicts.map((sentence) => `Kept as it was here: ${sentence}`),
        ].join('\n'),
      );
    });

  designs
    .command('inspect')
    .description('Look at the draft as a whole: what cannot be published, and what is most likely not meant.')
    .option('--template <code>', 'only this template')
    .addHelpText('after', '\nExamples:\n  $ parlour design inspect\n  $ parlour design inspect --template cart')
    .action(async (options: { template?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const { findings } = await call(routes.listFindings, { query: { template: options.template } });
      print(findings, () =>
        findings.length === 0
          ? 'Nothing is found.'
          : table(
              ['', 'What', 'Where', 'Do'],
              findings.map(({ severity, sentence, document, node, remedy }) => [
                severity,
                sentence,
                node === undefined ? document : `${document}/${node}`,
                remedy,
              ]),
            ),
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
      print(answer, () => `It is now called “${answer.name}”.`);
    });

  designs
    .command('archive')
    .description('Archive a design; nothing is deleted.')
    .argument('<design>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour design archive summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.archiveDesign, { params: { design }, body: {} });
      print(answer, () => `“${design}” is archived.\nRestore it with: parlour design restore ${design}`);
    });

  designs
    .command('restore')
    .description('Restore an archived design.')
    .argument('<design>', 'its code; see parlour design list --archived')
    .addHelpText('after', '\nExample:\n  $ parlour design restore summer')
    .action(async (design: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.restoreDesign, { body: { design } });
      print(answer, () => `“${answer.name}” is restored.\nWork on it with: parlour --design ${answer.code} …`);
    });

  program
    .command('compare')
    .description('Show what differs between two states: the draft, live, a revision, or those of another design.')
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
          ...(answer.changes.length ? answer.changes.map(({ sentence }) => `  ${sentence}`) : ['  Nothing differs.']),
        ].join('\n'),
      );
    });

  timedCommands(program);

  program
    .command('log')
    .description('Show what happened to the design: edits and publishes, newest last.')
    .option('--after <number>', 'only what came after this number', wholeNumber, 0)
    .addHelpText('after', '\nExample:\n  $ parlour log --after 120')
    .action(async ({ after }: { after: number }, command: Command) => {
      const { call, print, zone } = contextOf(command);
      const timeZone = await zone();
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
              ['>#', 'When', 'Who', 'What'],
              events.map((one) => [
                String(one.seq),
                inZone(one.at, timeZone),
                one.author,
                `${one.type === 'undo' || one.type === 'redo' ? `${one.type}: ` : ''}${one.sentences.join(' ')}`,
              ]),
            )
          : 'Nothing yet.',
      );
    });
}

interface TimedOptions {
  readonly changes?: string;
  readonly from: string;
  readonly until?: string;
}

function timedCommands(program: Command): void {
  const timed = program.command('timed-change').description('Changes that are live from one time until another.');

  timed
    .command('list')
    .description('List the timed changes with their state.')
    .addHelpText('after', '\nExample:\n  $ parlour timed-change list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { timedChanges } = await call(routes.listTimedChanges);
      print(timedChanges, () => (timedChanges.length ? timedChanges.map(inWords).join('\n\n') : 'No timed changes.'));
    });

  timed
    .command('add')
    .description('Take changes out of the draft and set when they are live.')
    .argument('<name>', 'what they are for, such as "Autumn sale"')
    .requiredOption('--from <time>', 'when they go live, in the store’s time zone: 2026-11-27T08:00')
    .option('--until <time>', 'when they are taken back')
    .option('--changes <numbers>', 'only these, by their numbers in parlour change list, such as 1,3; all if left out')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour change list\n  $ parlour timed-change add "Autumn sale" --changes 1,2 --from 2030-10-18T08:00 --until 2030-10-27T23:00',
    )
    .action(async (name: string, { changes: numbers, from, until }: TimedOptions, command: Command) => {
      const context = contextOf(command);
      const changes = await chosenIds(context, numbers);
      const made = await context.call(routes.addTimedChange, {
        body: { name, changes, from, ...(until === undefined ? {} : { until }) },
      });
      context.print(
        made,
        () =>
          `${inWords(made)}\n\nThey are no longer in the draft. ${context.hint(`Cancel with: parlour timed-change cancel ${made.id}`)}`,
      );
    });

  timed
    .command('cancel')
    .description('Put waiting changes back into the draft, or take live ones back now.')
    .argument('<number>', 'see parlour timed-change list')
    .addHelpText('after', '\nExample:\n  $ parlour timed-change cancel 1')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print }: Context = contextOf(command);
      const answer = await call(routes.cancelTimedChange, { params: { timed: number }, body: {} });
      const now = answer.state === 'cancelled' ? 'They are in the draft again.' : 'Shoppers no longer see them.';
      print(answer, () => `${inWords(answer)}\n\n${now}`);
    });
}

const STATES = {
  waiting: 'waiting',
  live: 'live',
  over: 'over',
  conflict: 'needs a decision',
  cancelled: 'cancelled',
} as const;

const inWords = ({ id, name, state, times, sentences, report }: AnswerOf<typeof routes.addTimedChange>): string =>
  [
    `${id}  “${name}”, ${STATES[state]}: ${times}`,
    ...sentences.map((sentence) => `   ${sentence}`),
    ...report.map((line) => `   ! ${line}`),
  ].join('\n');
