/** Sets up a process that runs tests: it reads TypeScript, ours from its sources, and ends with the run. */
import { register } from 'node:module';

register('./typescript-hooks.mjs', import.meta.url);
process.setSourceMapsEnabled(true);
// A test that left something open would keep it, and whoever reads what the run prints, for ever.
process.on('disconnect', () => process.exit());
