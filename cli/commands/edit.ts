/** A unit of edits written as JSON: what the other commands do one at a time, all or none. */
import type { Command } from 'commander';
import type { EditRequest } from '@parlour/core/design';
import { contextOf } from '../context.js';

export function editCommand(program: Command): void {
  program
    .command('edit')
    .description('Apply edits written as JSON: all of them or none.')
    .argument('<file>', 'a file with a list of edits; “-” reads it from standard input')
    .option('--unit <id>', 'an id of your own, so that the same edits are never applied twice')
    .addHelpText(
      'after',
      `
Examples:
  $ parlour edit summer.json --dry-run
  $ parlour edit summer.json --unit summer-2027
  $ echo '[{"type":"set","document":"template/home","node":"h-poster","field":"values.title","was":"Made for the wind","value":"Wind is free"},
           {"type":"remove","document":"template/home","node":"h-sport"}]' | parlour edit -

A “set” says what it replaces, so that nobody's work is overwritten unseen. --json with any command shows the
edits it made; all of them are described at /api/openapi.json.`,
    )
    .action(async (file: string, { unit }: { unit?: string }, command: Command) => {
      const context = contextOf(command);
      const read = context.readJson(file, {
        what: 'edits',
        remedy:
          'Write them as a JSON list, such as [{"type": "remove", "document": "template/home", "node": "h-sport"}].',
      });
      // Whatever the file holds: the service checks it.
      const answer = await context.edit((Array.isArray(read) ? read : [read]) as EditRequest[], unit);
      context.done(answer, 'The edits are in the draft. Undo all of them with: parlour undo');
    });
}
