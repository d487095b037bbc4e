/** One voice for everything the scripts tell the person at the terminal. */
export const say = (text) => process.stdout.write(`${text}\n`);

/** An error that is told in words, with what to do; no stack. */
export class Refusal extends Error {}

/** Runs a script's main part; a Refusal ends it with its words and exit code 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Refusal ? error.message : (error.stack ?? error)}\n`);
    process.exitCode = 1;
  }
}
