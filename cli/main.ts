/** `parlour`, the command line, as a process of its own. */
import { run } from './run.js';
import { processWorld } from './world.js';

// Whoever reads may have seen enough, as `head` has: that is no failure.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});
process.exitCode = await run(process.argv.slice(2), processWorld);
