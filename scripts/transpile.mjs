/**
 * Makes the JavaScript of every room of TypeScript, into its `dist`, without looking at types: that takes ten times as
 * long and is `npm run types`. As the compiler would, with the same settings (tsconfig.base.json).
 */
import { transform } from '@swc/core';
import { copyFileSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative } from 'node:path';
import { filesBelow, ROOT } from './build.mjs';

const ROOMS = ['core', 'contract', 'demo', 'service', 'cli'];
/** What is no part of a room as it runs. */
const LEFT_OUT = /\.test\.ts$|\.d\.ts$|(^|\/)tests\//;

for (const room of ROOMS) {
  const folder = join(ROOT, room);
  const files = [...filesBelow(folder)].filter((file) => !LEFT_OUT.test(relative(folder, file)));
  await Promise.all(files.filter((file) => file.endsWith('.ts')).map((file) => emit(folder, file)));
  for (const script of files.filter((file) => file.endsWith('.script.js')))
    copyFileSync(script, madeFor(folder, script));
  for (const made of filesBelow(join(folder, 'dist'))) if (isLeftOver(folder, made)) rmSync(made);
}

/** Whether the source is gone of which a file was made: what still reads it would fail on the next machine only. */
function isLeftOver(folder, made) {
  const name = relative(join(folder, 'dist'), made);
  if (name.startsWith('bundle/')) return false;
  const source = join(folder, name.replace(/(\.d\.ts|\.js)(\.map)?$/, ''));
  return !existsSync(`${source}.ts`) && !existsSync(`${source}.js`);
}

/** Where what is made of a file goes. */
function madeFor(folder, file) {
  const made = join(folder, 'dist', relative(folder, file));
  mkdirSync(dirname(made), { recursive: true });
  return made;
}

async function emit(folder, file) {
  const made = madeFor(folder, file).replace(/ts$/, 'js');
  const { code, map } = await transform(readFileSync(file, 'utf8'), {
    filename: file,
    sourceFileName: relative(dirname(made), file),
    swcrc: false,
    sourceMaps: true,
    jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
    module: { type: 'es6' },
  });
  writeFileSync(made, `${code}//# sourceMappingURL=${basename(made)}.map\n`);
  writeFileSync(`${made}.map`, map ?? '');
}
