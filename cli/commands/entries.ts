/** The entries of lists: menu entries, slides, links. */
import type { Command } from 'commander';
import { contextOf } from '../context.js';
import { addNode, nodeCommands, PLACE_HELP, placed, type PlaceOptions } from './nodes.js';

export function entryCommands(program: Command): void {
  const entries = program.command('entry').description('Entries of lists: menu entries, slides, links.');

  placed(entries.command('add'), 'entry', false)
    .description('Add an entry to a list.')
    .argument('<document>', 'a document such as menu/header-links, or a template’s code')
    .argument('[values...]', 'fields as name=value')
    .option(
      '--page <page>',
      'into the list of this page alone; it begins with copies of the entries that the template has',
    )
    .option('--empty', 'with --page: the list begins with nothing in it')
    .addHelpText(
      'after',
      `${PLACE_HELP}\n\nExamples:\n  $ parlour entry add menu/header-links label="Spares" link=collection:C-3\n  $ parlour entry add menu/header-links label="Reels" link=product:K-009 --into m-line/entries\n  $ parlour entry add questions title="Do you repair kites?" --into questions-accordion/parts --page content:questions`,
    )
    .action((name: string, given: string[], options: PlaceOptions, command: Command) =>
      addNode(contextOf(command), command, name, given, options),
    );

  nodeCommands(entries, 'entry', 'menu/header-links m-line label "Line and reels"');
}
