/** `parlour`, the command line. Exit codes: 0 done, 1 refused, 2 wrong use. */
import { Command, CommanderError } from 'commander';
import { Problem } from '@parlour/core';
import { accountCommands } from './commands/account.js';
import { catalogueCommands } from './commands/catalogue.js';
import { kindCommands } from './commands/kinds.js';
import { pageCommands } from './commands/pages.js';
import { publishCommands } from './commands/publishing.js';
import { completionCommand } from './commands/completion.js';
import { designCommands } from './commands/designs.js';
import { documentCommands } from './commands/documents.js';
import { ruleCommands } from './commands/rules.js';
import { entryCommands } from './commands/entries.js';
import { sectionCommands } from './commands/sections.js';
import { storeCommands } from './commands/stores.js';
import { templateCommands } from './commands/templates.js';
import { STANDARD_URL, WRONG_USE } from './context.js';

const REFUSED = 1;

export function buildProgram(): Command {
  const program = new Command('parlour')
    .description('Design the pages of a store, try them, publish them and take them back.')
    .option('--url <url>', `where Parlour runs (or PARLOUR_URL; ${STANDARD_URL} if neither)`)
    .option('--store <slug>', 'which store, where you belong to several')
    .option('--design <code>', 'which design; the live one if left out')
    .option('--dry-run', 'only say what would be done, and which pages would change')
    .option('--json', 'print JSON instead of tables and sentences')
    .configureHelp({ showGlobalOptions: true })
    .exitOverride()
    .addHelpText(
      'after',
      `
First steps:
  $ parlour sign-in owner@windrow.example
  $ parlour pages list
  $ parlour template draw home
  $ parlour section set home h-poster title "Made for the wind"
  $ parlour preview home
  $ parlour publish --note "New first words"

Every change goes into the draft; shoppers see it when it is published.`,
    );
  for (const add of [
    accountCommands,
    storeCommands,
    catalogueCommands,
    pageCommands,
    ruleCommands,
    templateCommands,
    documentCommands,
    kindCommands,
    sectionCommands,
    entryCommands,
    publishCommands,
    designCommands,
    completionCommand,
  ])
    add(program);
  for (const command of program.commands) for (const inner of [command, ...command.commands]) inner.exitOverride();
  return program;
}

async function main(): Promise<void> {
  const program = buildProgram();
  try {
    await program.parseAsync();
  } catch (error) {
    process.exitCode = explain(error, Boolean(program.opts<{ json?: boolean }>().json));
  }
}

function explain(error: unknown, json: boolean): number {
  // commander has told what was wrong already; help and version come this way too, with 0.
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : WRONG_USE;
  if (!(error instanceof Problem)) throw error;
  const { code, message, place, remedy } = error;
  const text = json
    ? JSON.stringify({ problem: code, detail: message, place, remedy }, null, 2)
    : [message, place && `  at ${place}`, remedy && `  ${remedy}`].filter(Boolean).join('\n');
  process.stderr.write(`${text}\n`);
  return REFUSED;
}

await main();
