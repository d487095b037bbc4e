/** What `typescript.mjs` registers: how TypeScript is found and read (Node's module customization hooks). */
import { transform } from '@swc/core';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

const ROOT = new URL('../../', import.meta.url);

/** Our own rooms are their sources, not what was built of them. */
export function resolve(specifier, context, next) {
  const own = /^@parlour\/(core|contract|service|demo)(\/[^.]*)?$/.exec(specifier);
  if (own) return found(new URL(`${own[1]}${own[2] ?? ''}/index.ts`, ROOT));
  if (specifier.startsWith('.') && specifier.endsWith('.js')) {
    const source = new URL(specifier.replace(/js$/, 'ts'), context.parentURL);
    if (existsSync(source)) return found(source);
  }
  return next(specifier, context);
}

const found = ({ href }) => ({ url: href, format: 'module', shortCircuit: true });

export async function load(url, context, next) {
  const [path] = url.split('?');
  if (!path.endsWith('.ts')) return next(url, context);
  const filename = fileURLToPath(path);
  const { code } = await transform(await readFile(filename, 'utf8'), {
    filename,
    swcrc: false,
    sourceMaps: 'inline',
    jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
    module: { type: 'es6' },
  });
  return { format: 'module', source: code, shortCircuit: true };
}
