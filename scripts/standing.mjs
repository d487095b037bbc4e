/** A part of `npm run lint`: each planted fault of `npm run faults` still stands once in its file. */
import { ROOT } from './build.mjs';
import { lostFaults } from './planted.mjs';
import { main, Refusal } from './say.mjs';

await main(() => {
  const lost = lostFaults(ROOT);
  if (lost.length > 0)
    throw new Refusal(`These planted faults are lost; find where they stand now:\n${lost.join('\n')}`);
});
