/** One name for each thing: the words that others have replaced are found nowhere. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { SHIPPED_KINDS } from '@parlour/core';

const ROOT = join(__dirname, '..');
const LEFT_OUT = new Set(['node_modules', 'dist', '.git', '.parlour', 'screenshots', 'results', 'package-lock.json']);

function* filesBelow(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (LEFT_OUT.has(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else if (path !== __filename && /\.(ts|vue|mjs|js|css|html|md|json)$/.test(entry.name)) yield path;
  }
}

/** An old word, what it is called now, and the files that may have it for another reason. */
const OLD: readonly [RegExp, string, RegExp?][] = [
  [/\bcasing/i, 'frame'],
  [/\bniche/i, 'spot'],
  [/\btheme/i, 'look', /vuetify|\.vue$|style\.css|service\/api\/app\.ts|docs\/words\.md/],
  [/collection-index/, 'all-collections'],
  [/product-summary|productSummary/, 'product-intro'],
  [/\bprose@|\bk-prose|kind: 'prose'/, 'text'],
  [/\bonlyOn\b/, 'fits'],
  [/\bdetach\b|'Detach/, 'unshare'],
  [/\b(put|puts|putting) away\b|\btak(e|es|en) out again/i, 'archive, restore'],
  [/\brestored-stores|store (archive|restore)\b/, 'close, reopen'],
  [/\bvisitors?\b/i, 'shopper'],
  // A store’s own texts may call it what they like.
  [/\bshops?\b/i, 'store, storefront', /^demo\/|docs\/words\.md/],
  [/class="(region|case|band)[ "-]|\.region-|\bcase-in\b/, 'around, frame'],
  [/parlour (pages|kinds|revisions|changes|timed|template starters) /, 'nouns in the singular'],
  [/--(kind|where|only|starts|ends)\b/, '--page-kind, --when, --changes, --from, --until'],
  [/(starts|ends)(At|_at)\b/, 'from, until'],
  [/\btarget: \{ kind|target\.kind\b/, 'target.pageKind'],
  [/from: 'recent'/, 'newest'],
  [/\blies (at|here)\b|where nothing lies/i, 'is at; Page not found'],
  [/\bDo again\b|\bDid again\b|\bTook back\b/, 'Redo, Redid, Undid'],
  [/in one moment|small mends|Bring in what live|Words stand|Put into the cart|anybody knows/i, 'plain English'],
  [/\bpageWidth\b|\bgroundColour\b|\binkColour\b/, 'widest, backgroundColour, textColour'],
  [/type="hidden" name="section"/, 'back-to'],
  [/parlour \| |\bpass \w+ \|/, 'an example that shows no other tool'],
];

const files = [...filesBelow(ROOT)].map((path) => ({
  path: relative(ROOT, path),
  lines: readFileSync(path, 'utf8').split('\n'),
}));

test.each(OLD.map(([old, now, mayHaveIt]) => ({ old, now, mayHaveIt })))('$old: $now', ({ old, mayHaveIt }) => {
  const found = files
    .filter(({ path }) => !mayHaveIt?.test(path))
    .flatMap(({ path, lines }) =>
      lines.flatMap((line, i) => (old.test(line) ? [`${path}:${i + 1} ${line.trim().slice(0, 120)}`] : [])),
    );
  expect(found).toEqual([]);
});

test('the list of words has every section kind, in the order of the catalogue', () => {
  const listed = /\*\*Section kinds:\*\* (.*)\./.exec(readFileSync(join(__dirname, 'words.md'), 'utf8'))?.[1];
  expect(listed?.split(', ')).toEqual(SHIPPED_KINDS.all.map(({ name }) => name));
});
