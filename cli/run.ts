/** Runs one command line. Exit codes: 0 done, 1 refused, 2 wrong use. */
import { CommanderError, type Command } from 'commander';
import { placeInWords, Problem } from '@parlour/core';
import { WRONG_USE } from './context.js';
import { printable } from './printable.js';
import { buildProgram } from './program.js';
import type { World } from './world.js';

const REFUSED = 1;

/**
 * @param words what was typed behind `parlour`
 * @returns the exit code
 */
export async function run(words: readonly string[], world: World): Promise<number> {
  const program = buildProgram(world);
  try {
    await program.parseAsync(words, { from: 'user' });
    return 0;
  } catch (error) {
    return explain(error, program, world);
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

function explain(error: unknown, program: Command, { err }: World): number {
  // commander has told what was wrong already; help and version come this way too, with 0.
  if (error instanceof CommanderError) {
    if (error.code === 'commander.unknownCommand') err(`${whereElse(program, error.message)}\n`);
    return error.exitCode === 0 ? 0 : WRONG_USE;
  }
  if (!(error instanceof Problem)) throw error;
  const { code, message, place, remedy } = error;
  const text = program.opts<{ json?: boolean }>().json
    ? JSON.stringify({ problem: code, detail: message, place, remedy }, null, 2)
    : [message, place && `  ${placeInWords(place)}`, remedy && `  ${remedy}`].filter(Boolean).join('\n');
  err(`${printable(text)}\n`);
  return REFUSED;
}
