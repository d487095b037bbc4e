/**
 * A part of `npm run lint`: one name for each thing. The words that others have replaced are found in no file, be it
 * code, style, markup or text.
 */
import { readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { filesBelow, ROOT } from './build.mjs';
import { main, Refusal } from './say.mjs';

/** A word of before, what it is called now, and the files that may have it for another reason. */
const OLD = [
  [/\bcasing/i, 'frame'],
  [/\bniche/i, 'spot'],
  [/(?<!v-)\btheme/i, 'look', /vuetify|\.vue$|style\.css|service\/api\/app\.ts|docs\/words\.md/],
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

const READ = /\.(ts|vue|mjs|js|css|html|md|json)$/;
const LEFT_OUT = /^\.parlour\/|^docs\/screenshots\/|^bench\/results\/|package-lock\.json$/;

await main(() => {
  const paths = [...filesBelow(ROOT)]
    .map((path) => relative(ROOT, path))
    .filter((path) => READ.test(path) && !LEFT_OUT.test(path) && join(ROOT, path) !== fileURLToPath(import.meta.url));
  const found = paths.flatMap((path) =>
    readFileSync(join(ROOT, path), 'utf8')
      .split('\n')
      .flatMap((line, i) =>
        OLD.filter(([old, , mayHaveIt]) => old.test(line) && !mayHaveIt?.test(path)).map(
          ([old, now]) => `${path}:${i + 1} has ${old}, which is now: ${now}\n    ${line.trim().slice(0, 120)}`,
        ),
      ),
  );
  if (found.length > 0) throw new Refusal(`Words of before:\n${found.join('\n')}`);
});
