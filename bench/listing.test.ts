/** The bench is run now and then, pages change every week: what is compared must still be the same page. */
import { execFileSync } from 'node:child_process';

test('every way of making the listing of the bench makes the bytes of ours', () => {
  const script =
    "import { equalWays, prepared } from './listing.mjs'; console.log(Object.keys(await equalWays(prepared())).join(' '));";
  const made = execFileSync(process.execPath, ['--input-type=module', '--eval', script], {
    cwd: import.meta.dirname,
    encoding: 'utf8',
  });
  expect(made.trim()).toBe('ours floor eta handlebars vue');
});
