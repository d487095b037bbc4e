/** All commands of `parlour`. */
import { Command } from 'commander';
import { accountCommands } from './commands/account.js';
import { brandCommands, collectionCommands } from './commands/collections.js';
import { lookCommands } from './commands/look.js';
import { kindCommands } from './commands/kinds.js';
import { pictureCommands } from './commands/pictures.js';
import { pageCommands } from './commands/pages.js';
import { publishCommands } from './commands/publishing.js';
import { completionCommand } from './commands/completion.js';
import { importCommands } from './commands/files.js';
import { editCommand } from './commands/edit.js';
import { inboxCommands } from './commands/inbox.js';
import { deliveryCommands } from './commands/delivery.js';
import { orderCommands } from './commands/orders.js';
import { productCommands } from './commands/products.js';
import { reviewCommands } from './commands/reviews.js';
import { sampleCommands } from './commands/sample.js';
import { designCommands } from './commands/designs.js';
import { documentCommands } from './commands/documents.js';
import { additionCommands } from './commands/additions.js';
import { ruleCommands } from './commands/rules.js';
import { entryCommands } from './commands/entries.js';
import { sectionCommands } from './commands/sections.js';
import { storeCommands } from './commands/stores.js';
import { templateCommands } from './commands/templates.js';
import { wordCommands } from './commands/words.js';
import { STANDARD_URL, WRONG_USE } from './context.js';
import { workIn, type World } from './world.js';

export function buildProgram(world: World): Command {
  const program = new Command('parlour');
  workIn(world, program);
  program
    .description('Design the pages of a store, try them, publish them and take them back.')
    .option('--url <url>', `where Parlour runs (or PARLOUR_URL; ${STANDARD_URL} if neither)`)
    .option('--store <slug>', 'which store, if you belong to several')
    .option('--design <code>', 'which design; the live one if left out')
    .option('--dry-run', 'only show what would happen and which pages would change')
    .option('--json', 'print JSON instead of tables and sentences')
    .configureHelp({ showGlobalOptions: true })
    .exitOverride()
    .addHelpText(
      'after',
      `
First steps:
  $ parlour sign-in owner@windrow.example
  $ parlour page list
  $ parlour template draw home
  $ parlour section set home h-poster title "Made for the wind"
  $ parlour preview home
  $ parlour publish --note "New first words"

Every change goes into the draft; shoppers see it when it is published.`,
    );
  for (const add of [
    accountCommands,
    storeCommands,
    sampleCommands,
    productCommands,
    collectionCommands,
    brandCommands,
    reviewCommands,
    importCommands,
    orderCommands,
    deliveryCommands,
    inboxCommands,
    pageCommands,
    additionCommands,
    ruleCommands,
    templateCommands,
    documentCommands,
    lookCommands,
    wordCommands,
    pictureCommands,
    kindCommands,
    sectionCommands,
    entryCommands,
    editCommand,
    publishCommands,
    designCommands,
    completionCommand,
  ])
    add(program);
  for (const command of program.commands) for (const inner of [command, ...command.commands]) inner.exitOverride();
  program.on('beforeAllHelp', ({ command }: { command: Command }) => refuseUnknown(command));
  return program;
}

/** `parlour wrong --help` would else print the help of `parlour`, as if there were such a command. */
function refuseUnknown(command: Command): void {
  const [name] = command.args;
  if (name === undefined || name.startsWith('-') || name === 'help' || command.commands.length === 0) return;
  if (!command.commands.some((one) => one.name() === name))
    command.error(`error: unknown command '${name}'`, { exitCode: WRONG_USE });
}
