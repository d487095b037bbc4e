/** Signing in. */
import type { Command } from 'commander';
import { hostname } from 'node:os';
import { cut } from '@parlour/core';
import { routes } from '@parlour/contract';
import { contextOf, saveCredentials, STANDARD_URL, type GlobalOptions } from '../context.js';

export function accountCommands(program: Command): void {
  program
    .command('sign-in')
    .description('Create a token for this machine and keep it for later commands.')
    .argument('<email>', 'your email address')
    .argument('[password]', '“-” reads it from standard input; if left out, you are asked')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour sign-in owner@windrow.example\n  $ parlour sign-in owner@windrow.example - < password.txt\n\nPARLOUR_TOKEN in the environment is used instead of the token kept here.',
    )
    .action(async (email: string, password: string | undefined, _options: GlobalOptions, command: Command) => {
      const { client, options, print, textFrom, world } = contextOf(command);
      const given = password === undefined ? await world.ask('Password: ') : textFrom(password);
      const { token, user } = await client.call(routes.createToken, {
        body: { email, password: given, name: cut(`command line on ${hostname()}`, 80) },
      });
      const file = saveCredentials({ url: options.url ?? world.env['PARLOUR_URL'] ?? STANDARD_URL, token }, world);
      print(
        { ...user, file },
        () => `Signed in as ${user.name}. The token is kept in ${file}.\nNext: parlour page list`,
      );
    });

  passwordCommands(program);
}

function passwordCommands(program: Command): void {
  const password = program.command('password').description('Set a new password when you have forgotten yours.');

  password
    .command('forgot')
    .description('Send a link for setting a new password to your email address.')
    .argument('<email>', 'your email address')
    .addHelpText('after', '\nExample:\n  $ parlour password forgot owner@windrow.example')
    .action(async (email: string, _options: object, command: Command) => {
      const { client, print } = contextOf(command);
      const answer = await client.call(routes.forgotPassword, { body: { email } });
      print(answer, () => `If ${email} has an account, a message is on its way. Its link works once, within an hour.`);
    });

  password
    .command('set')
    .description('Set a new password with the link you were sent; you are signed out everywhere else.')
    .argument('<link>', 'the link, or the last part of it')
    .argument('[password]', '“-” reads it from standard input; if left out, you are asked')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour password set http://localhost:7420/new-password/LnQ9v2a7dTj0sY5xRk3uHw',
    )
    .action(async (link: string, password: string | undefined, _options: object, command: Command) => {
      const { client, print, textFrom, world } = contextOf(command);
      const given = password === undefined ? await world.ask('New password: ') : textFrom(password);
      const token = link.slice(link.lastIndexOf('/') + 1);
      const user = await client.call(routes.setForgottenPassword, { body: { token, password: given } });
      print(user, () => `The password of ${user.email} is set. Next: parlour sign-in ${user.email}`);
    });
}
