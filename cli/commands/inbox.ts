/** What shoppers leave in the forms of a store: email addresses for news, and messages. */
import { writeFileSync } from 'node:fs';
import type { Command } from 'commander';
import { counted, csv, cut } from '@parlour/core';
import { inZone } from '@parlour/core/time';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { wholeNumber } from '../values.js';

type SignUp = AnswerOf<typeof routes.listSignUps>['signUps'][number];

const AT_ONCE = 1_000;

/** All of them, part by part, newest first. */
async function allSignUps({ call }: Context): Promise<SignUp[]> {
  const all: SignUp[] = [];
  let before: number | null = null;
  do {
    const part: AnswerOf<typeof routes.listSignUps> = await call(routes.listSignUps, {
      query: { limit: AT_ONCE, ...(before !== null && { before }) },
    });
    all.push(...part.signUps);
    before = part.next;
  } while (before !== null);
  return all;
}

export function inboxCommands(program: Command): void {
  const signUps = program.command('sign-up').description('Email addresses that shoppers left for news.');

  signUps
    .command('list')
    .description('List the newest sign-ups.')
    .option('--before <number>', 'only those with a lower number', wholeNumber)
    .addHelpText('after', '\nExample:\n  $ parlour sign-up list')
    .action(async (query: { before?: number }, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.listSignUps, { query }), call(routes.getStore)]);
      if (answer.signUps.length === 0) return print(answer, () => 'Nobody has signed up yet.');
      print(answer, () =>
        [
          table(
            ['>Number', 'Email address', 'On page', 'Language', 'Since'],
            answer.signUps.map(({ number, email, page, language, created }) => [
              String(number),
              email,
              page,
              language,
              inZone(created, store.timeZone),
            ]),
          ),
          ...(answer.next === null ? [] : [`Older ones: parlour sign-up list --before ${answer.next}`]),
        ].join('\n'),
      );
    });

  signUps
    .command('export')
    .description('Export all sign-ups as comma-separated values (RFC 4180).')
    .argument('[file]', 'the file; the terminal if left out')
    .addHelpText('after', '\nExample:\n  $ parlour sign-up export sign-ups.csv')
    .action(async (file: string | undefined, _options: object, command: Command) => {
      const context = contextOf(command);
      const all = await allSignUps(context);
      const text = csv(
        ['Email address', 'Page', 'Language', 'Since'],
        all.map(({ email, page, language, created }) => [email, page, language, created]),
      );
      if (file === undefined) return context.print(all, () => text.trimEnd());
      writeFileSync(file, text);
      context.print(
        { file, count: all.length },
        () => `Saved ${counted(all.length, 'email address', 'email addresses')} as ${file}.`,
      );
    });

  signUps
    .command('remove')
    .description('Delete a sign-up for good, as when somebody asks for it.')
    .argument('<number>', 'its number, see parlour sign-up list')
    .addHelpText('after', '\nExample:\n  $ parlour sign-up remove 12')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.removeSignUp, { params: { number } }), () => 'Deleted.');
    });

  const messages = program.command('message').description('What shoppers wrote in message forms.');

  messages
    .command('list')
    .description('List the newest messages.')
    .option('--before <number>', 'only those with a lower number', wholeNumber)
    .addHelpText('after', '\nExample:\n  $ parlour message list')
    .action(async (query: { before?: number }, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.listMessages, { query }), call(routes.getStore)]);
      if (answer.messages.length === 0) return print(answer, () => 'No messages yet.');
      print(answer, () =>
        [
          `${counted(answer.unread, 'unread message')}.`,
          table(
            ['>Number', '', 'From', 'Subject', 'Written'],
            answer.messages.map(({ number, name, email, subject, text, created, read }) => [
              String(number),
              read === null ? 'unread' : '',
              `${name}, ${email}`,
              cut(subject || text.replace(/\s+/g, ' '), 50),
              inZone(created, store.timeZone),
            ]),
          ),
          ...(answer.next === null ? [] : [`Older ones: parlour message list --before ${answer.next}`]),
        ].join('\n'),
      );
    });

  messages
    .command('show')
    .description('Show a message, which marks it as read.')
    .argument('<number>', 'its number, see parlour message list')
    .option('--unread', 'mark it as unread again')
    .addHelpText('after', '\nExample:\n  $ parlour message show 3')
    .action(async (number: string, { unread = false }: { unread?: boolean }, command: Command) => {
      const { call, print } = contextOf(command);
      const [message, store] = await Promise.all([
        call(routes.markMessage, { params: { number }, body: { read: !unread } }),
        call(routes.getStore),
      ]);
      print(message, () =>
        [
          `From     ${message.name}, ${message.email}`,
          `Subject  ${message.subject || '–'}`,
          `Written  ${inZone(message.created, store.timeZone)}, on ${message.page}`,
          '',
          message.text,
        ].join('\n'),
      );
    });

  messages
    .command('remove')
    .description('Delete a message for good.')
    .argument('<number>', 'its number, see parlour message list')
    .addHelpText('after', '\nExample:\n  $ parlour message remove 3')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.removeMessage, { params: { number } }), () => 'Deleted.');
    });

  program
    .command('email')
    .description('What the store has sent by email while no email server is set up.')
    .command('list')
    .description('List the latest messages, which reached nobody.')
    .option('--before <number>', 'only those with a lower number', wholeNumber)
    .addHelpText('after', '\nExample:\n  $ parlour email list')
    .action(async (query: { before?: number }, command: Command) => {
      const { call, print } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.listSentEmail, { query }), call(routes.getStore)]);
      if (answer.delivered && answer.sentEmails.length === 0)
        return print(answer, () => 'An email server is named: email goes out, and nothing of it is kept here.');
      if (answer.sentEmails.length === 0) return print(answer, () => 'Nothing has been sent yet.');
      print(answer, () =>
        [
          ...answer.sentEmails.map(
            ({ number, to, subject, text, created }) =>
              `${number}  ${inZone(created, store.timeZone)}  To ${to}: ${subject}\n\n${text.trim()}\n`,
          ),
          ...(answer.next === null ? [] : [`Older ones: parlour email list --before ${answer.next}`]),
        ].join('\n'),
      );
    });
}
