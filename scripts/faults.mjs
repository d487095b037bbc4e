/**
 * `npm run faults`: breaks core in known ways, one at a time, in a copy; the tests must notice each. Arguments choose by file name. A fault that no
 * test notices is a test that is missing.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled, ROOT } from './build.mjs';
import { main, Refusal, say } from './say.mjs';

/** File, what stands there, what the fault puts in its place. */
const FAULTS = [
  ['design/edits/set.ts', 'if (isSame(now, edit.was)) return;', 'return;'],
  ['design/edits/set.ts', '...(value === undefined ? {} : { was: value }),', ''],
  ['design/edits/move.ts', 'inside.some((one) => one.id === to.place.in)', 'false'],
  ['design/edits/move.ts', 'to: was, was: to', 'to, was'],
  ['design/edits/remove.ts', 'for (const { id } of nodes) delete left[id];', 'delete left[root.id];'],
  ['design/edits/remove.ts', '!isSame(subtree(document, root.id), rootFirst(nodes))', 'false'],
  ['design/edits/remove.ts', 'rootFirst(nodes)', 'nodes'],
  [
    'design/requests/share.ts',
    '...ordersBehind(document, node, Math.max(0, roots.length - 1))',
    '...roots.map(() => node.order)',
  ],
  ['design/requests/discard.ts', 'if (instead === code)', 'if (false)'],
  ['design/edits/insert.ts', 'Object.hasOwn(all, node.id)', 'false'],
  ['design/edits/put.ts', 'value: was, was: value', 'value, was'],
  ['design/edits/edit.ts', 'resolved.sentence ?? describeEdit(edit, now, kinds)', "''"],
  ['design/edits/common.ts', 'if (wanted.includes(place.at)) return;', 'return;'],
  ['design/draft.ts', 'a.order < b.order ? -1', 'a.order < b.order ? 1'],
  ['design/draft.ts', '.sort(inOrder).map(nested)', '.map(nested)'],
  ['design/sequence.ts', 'i = previous[i]', 'i = -1 + 0 * previous[i]'],
  ['design/sequence.ts', 'kept.has(i) || out.add(id)', 'out.add(id)'],
  ['design/difference.ts', 'parent === null || after.nodes[parent] !== undefined', 'true'],
  ['design/difference.ts', 'if (!samePlace(was.place, node.place) || was.order !== order)', 'if (was.order !== order)'],
  ['design/compare.ts', 'if (moved.has(node.id) ||', 'if (false ||'],
  ['design/compare.ts', 'if (was === now) return [];', 'return [];'],
  ['design/compare.ts', 'filter((edit) => isChosen(edit, chosen, after))', 'filter(() => true)'],
  ['design/merge.ts', 'if (isSame(ours[key], theirs[key])) continue;', ''],
  ['design/merge.ts', 'if (isSameNode(base, theirs)) return null;', ''],
  ['design/merge.ts', 'breakCycles(nodes, theirs, conflict, kinds);', ''],
  ['design/merge.ts', 'keepParents(nodes, theirs, conflict, kinds);', ''],
  ['design/formats.ts', 'document.format > FORMAT', 'false'],
  ['assign/assigned.ts', 'candidates.sort((a, b) => a - b);', 'candidates.sort((a, b) => b - a);'],
  ['assign/assigned.ts', '!off && ', ''],
  ['assign/assigned.ts', 'now < until', 'now <= until'],
  ['assign/rule.ts', 'values.every((one) => holds(is, one, wanted))', 'values.some((one) => holds(is, one, wanted))'],
  ['assign/rule.ts', 'exact.length === tests.length ? exact : []', 'exact'],
  ['assign/rule.ts', "normalize('NFKC').toLowerCase()", "normalize('NFKC')"],
  ['assign/target.ts', 'if (target.kind !== parsePage(page.code).kind) return false;', ''],
  ['fields/value.ts', 'if (isBound(value)) checkBound(field, key, value);', 'if (isBound(value)) return;'],
  ['fields/value.ts', '!isEmpty(value) && accepts(field, value)', 'accepts(field, value)'],
  ['fields/prose.ts', 'of open.toReversed()', 'of open'],
  ['fields/prose.ts', 'list.items++', 'list.items += 0'],
  ['fields/prose.ts', 'withoutEmpty(less)', 'less'],
  ['fields/in-words.ts', "value === true ? 'on' : 'off'", "'on'"],
  ['design/edits/sense.ts', 'String(until) <= String(from)', 'false'],
  ['design/draft.ts', '...Object.keys(sections)])]', '])]'],
  ['render/assemble.ts', 'documents.add(key);', ''],
  ['time/zone.ts', '!later.toPlainDateTime().equals(local)', 'false'],
];

await main(async () => {
  ensureInstalled();
  const copy = mkdtempSync(join(tmpdir(), 'parlour-faults-'));
  for (const name of ['core', 'docs', 'package.json', 'jest.config.mjs', 'tsconfig.base.json', 'contract'])
    cpSync(join(ROOT, name), join(copy, name), { recursive: true, filter: (path) => !path.includes('/dist') });
  symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));
  const wanted = process.argv.slice(2);
  const faults = FAULTS.filter(([file]) => wanted.length === 0 || wanted.some((part) => file.includes(part)));
  // Tests that fail anyway would notice every fault.
  if (testsFail(copy)) throw new Refusal('The tests fail without any fault; mend that first.');
  const missed = [];
  for (const [i, [file, from, to]] of faults.entries()) {
    const path = join(copy, 'core', file);
    const right = readFileSync(path, 'utf8');
    if (right.split(from).length !== 2)
      throw new Refusal(`Fault ${i + 1} does not stand once in core/${file}: ${from}`);
    writeFileSync(
      path,
      right.replace(from, () => to),
    );
    const noticed = testsFail(copy);
    writeFileSync(path, right);
    say(`${noticed ? 'noticed' : 'MISSED '}  ${file}: ${from.slice(0, 70)}`);
    if (!noticed) missed.push(`${file}: ${from}`);
  }
  rmSync(copy, { recursive: true, force: true });
  if (missed.length) throw new Refusal(`${missed.length} of ${faults.length} faults went unnoticed.`);
  say(`All ${faults.length} faults were noticed.`);
});

function testsFail(copy) {
  const { status } = spawnSync(
    process.execPath,
    [
      join(ROOT, 'node_modules/jest/bin/jest.js'),
      '--rootDir',
      copy,
      '--selectProjects',
      'core',
      '--bail',
      '--silent',
      'core/(design|assign|fields|time|render)',
    ],
    { cwd: copy, stdio: 'ignore' },
  );
  return status !== 0;
}
