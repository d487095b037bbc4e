/** Type check and lint, for `.ci/run`; installs what is missing first. */
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { main, Refusal, say } from './say.mjs';

await main(async () => {
  ensureInstalled();
  ensureBuilt();
  for (const [name, script] of [
    // First, since lint asks for the types that it leaves behind.
    ['Type check', 'types'],
    ['Lint', 'lint'],
  ]) {
    say(`${name} …`);
    const { status } = spawnSync('npm', ['run', '--silent', script], { cwd: ROOT, stdio: 'inherit' });
    if (status !== 0) throw new Refusal(`${name} found faults; see above.`);
  }
});
