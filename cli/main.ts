/** `parlour`, the command line. Exit codes: 0 done, 1 refused, 2 wrong use. */
import { CommanderError, type Command } from 'commander';
import { placeInWords, Problem } from '@parlour/core';
import { WRONG_USE } from './context.js';
import { printable } from './printable.js';
import { buildProgram } from './program.js';

const REFUSED = 1;

async function main(): Promise<void> {
  const program = buildProgram();
  try {
    await program.parseAsync();
  } catch (error) {
    process.exitCode = explain(error, program);
  }
}

/** Where a command of that name is, for those who left out the noun before it. */
function whereElse(program: Command, message: string): string {
  const word = /'(.*)'/.exec(message)?.[1] ?? '';
  const found = program.commands.flatMap((noun) =>
    noun.commands.filter((verb) => verb.name() === word).map((verb) => `parlour ${noun.name()} ${verb.name()}`),
  );
  return found.length ? `There is: ${found.join(', ')}` : 'All commands: parlour --help';
}

function explain(error: unknown, program: Command): number {
  // commander has told what was wrong already; help and version come this way too, with 0.
  if (error instanceof CommanderError) {
    if (error.code === 'commander.unknownCommand') process.stderr.write(`${whereElse(program, error.message)}\n`);
    return error.exitCode === 0 ? 0 : WRONG_USE;
  }
  if (!(error instanceof Problem)) throw error;
  const { code, message, place, remedy } = error;
  const text = program.opts<{ json?: boolean }>().json
    ? JSON.stringify({ problem: code, detail: message, place, remedy }, null, 2)
    : [message, place && `  ${placeInWords(place)}`, remedy && `  ${remedy}`].filter(Boolean).join('\n');
  process.stderr.write(`${printable(text)}\n`);
  return REFUSED;
}

// Whoever reads may have seen enough, as `head` has: that is no failure.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});
await main();
