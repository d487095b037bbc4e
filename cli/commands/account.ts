/** Signing in. */
import type { Command } from 'commander';
import { hostname } from 'node:os';
import { createInterface } from 'node:readline/promises';
import { routes } from '@parlour/contract';
import { contextOf, saveCredentials, STANDARD_URL, textFrom, type GlobalOptions } from '../context.js';

export function accountCommands(program: Command): void {
  program
    .command('sign-in')
    .description('Make a token for this machine and keep it for later commands.')
    .argument('<mail>', 'your mail address')
    .argument('[password]', '“-” reads it from standard input; without it you are asked')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour sign-in owner@windrow.example\n  $ pass parlour | parlour sign-in owner@windrow.example -\n\nPARLOUR_TOKEN in the environment goes before the token kept here.',
    )
    .action(async (mail: string, password: string | undefined, _options: GlobalOptions, command: Command) => {
      const { client, options, print } = contextOf(command);
      const given = password === undefined ? await ask('Password: ') : textFrom(password);
      const { token, user } = await client.call(routes.createToken, {
        body: { mail, password: given, name: `command line on ${hostname()}`.slice(0, 80) },
      });
      const file = saveCredentials({ url: options.url ?? process.env['PARLOUR_URL'] ?? STANDARD_URL, token });
      print(
        { ...user, file },
        () => `Signed in as ${user.name}. The token is kept in ${file}.\nNext: parlour pages list`,
      );
    });
}

/** Asks at the terminal without showing what is typed. */
async function ask(question: string): Promise<string> {
  const { Writable } = await import('node:stream');
  process.stderr.write(question);
  const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
  const reader = createInterface({ input: process.stdin, output: silent, terminal: Boolean(process.stdin.isTTY) });
  const answer = await reader.question('');
  reader.close();
  process.stderr.write('\n');
  return answer;
}
