/** `parlour`, the command line. Exit codes: 0 done, 1 refused, 2 wrong use. */
import { CommanderError } from 'commander';
import { Problem } from '@parlour/core';
import { WRONG_USE } from './context.js';
import { buildProgram } from './program.js';

const REFUSED = 1;

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
