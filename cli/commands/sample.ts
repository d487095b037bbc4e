/** The sample catalogue: goods to try a new store with. */
import type { Command } from 'commander';
import { counted } from '@parlour/core';
import { routes } from '@parlour/contract';
import { contextOf } from '../context.js';

export function sampleCommands(program: Command): void {
  const sample = program
    .command('sample-catalogue')
    .description('Made-up products for a store that sells nothing yet, to try its pages with.');
  sample
    .command('add')
    .description('Add the sample catalogue to a store without products. Shoppers see it, too.')
    .addHelpText('after', '\nExample:\n  $ parlour sample-catalogue add')
    .action(async (_options: object, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const answer = await call(routes.addSample, { body: {} });
      print(answer, () =>
        [
          `${counted(answer.products, 'product')} to try the pages with.`,
          hint('Remove them with: parlour sample-catalogue remove'),
        ].join('\n'),
      );
    });
  sample
    .command('remove')
    .description('Remove the whole sample catalogue; your own products stay.')
    .addHelpText('after', '\nExample:\n  $ parlour sample-catalogue remove')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.removeSample);
      print(answer, () => `The sample catalogue is removed. The store has ${counted(answer.products, 'product')}.`);
    });
}
