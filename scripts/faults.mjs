/**
 * `npm run faults`: breaks core and service in known ways, one at a time, in a copy; the tests must notice each.
 * Arguments choose by file name. A fault that no test notices is a test that is missing.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './build.mjs';
import { startCluster, temporaryHome } from './cluster.mjs';
import { needPackages } from './debian.mjs';
import { main, Refusal, say } from './say.mjs';

/** Of core: file, what stands there, what the fault puts in its place. Core's own tests must notice. */
const CORE = [
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
  ['design/edits/edit.ts', 'resolved.sentence ?? describeEdit(edit, now, kinds, telling)', "''"],
  ['design/edits/edit.ts', 'naming(askedBy[i] as number, items.length, () => checkSense(edit, now))', 'undefined'],
  ['design/edits/common.ts', 'if (wanted.includes(place.at)) return;', 'return;'],
  ['design/draft.ts', 'a.order < b.order ? -1', 'a.order < b.order ? 1'],
  ['design/draft.ts', '.sort(inOrder).map(nested)', '.map(nested)'],
  ['design/sequence.ts', 'i = previous[i]', 'i = -1 + 0 * previous[i]'],
  ['design/sequence.ts', 'kept.has(i) || out.add(id)', 'out.add(id)'],
  ['design/difference.ts', 'parent === null || nodeAt(after, parent) !== undefined', 'true'],
  ['design/difference.ts', 'if (!samePlace(was.place, node.place) || was.order !== order)', 'if (was.order !== order)'],
  ['design/compare.ts', 'if (moved.has(node.id) ||', 'if (false ||'],
  ['design/compare.ts', 'if (was === now) return [];', 'return [];'],
  ['design/compare.ts', 'filter((edit) => isChosen(edit, chosen, after))', 'filter(() => true)'],
  ['design/merge.ts', 'if (isSame(ours[key], theirs[key])) continue;', ''],
  ['design/merge.ts', 'if (isSameNode(base, theirs)) return null;', ''],
  ['design/merge.ts', 'breakCycles(nodes, theirs, conflict, kinds);', ''],
  ['design/merge.ts', 'keepParents(nodes, theirs, conflict, kinds);', ''],
  ['design/formats.ts', 'stored.format <= FORMAT', 'true'],
  ['assign/assigned.ts', 'candidates.sort((a, b) => a - b);', 'candidates.sort((a, b) => b - a);'],
  ['assign/assigned.ts', '!off && ', ''],
  ['assign/assigned.ts', 'now < until', 'now <= until'],
  ['assign/rule.ts', 'values.every((one) => holds(is, one, wanted))', 'values.some((one) => holds(is, one, wanted))'],
  ['assign/rule.ts', 'exact.length === tests.length ? exact : []', 'exact'],
  ['assign/rule.ts', "normalize('NFKC').toLowerCase()", "normalize('NFKC')"],
  ['assign/target.ts', 'if (target.pageKind !== parsePage(page.code).kind) return false;', ''],
  ['fields/value.ts', 'if (isBound(value)) checkBound(field, key, value);', 'if (isBound(value)) return;'],
  ['fields/value.ts', '!isEmpty(value) && accepts(field, value)', 'accepts(field, value)'],
  ['fields/prose.ts', 'let i = open.length - 1; i >= 0; i--', 'let i = 0; i < open.length; i++'],
  ['fields/prose.ts', 'list.items++', 'list.items += 0'],
  ['fields/prose.ts', 'mark === null && !filled', 'false'],
  ['fields/prose.ts', 'if (filled && outer) outer.filled = true;', ''],
  ['fields/prose.ts', 'most(++depth, PROSE_LIMITS.depth', 'most(0, PROSE_LIMITS.depth'],
  ['fields/in-words.ts', "value === true ? 'on' : 'off'", "'on'"],
  ['design/edits/sense.ts', 'String(until) <= String(from)', 'false'],
  ['design/draft.ts', '...Object.keys(sections)])]', '])]'],
  ['render/assemble.ts', 'documents.add(key);', ''],
  ['time/zone.ts', '!later.toPlainDateTime().equals(local)', 'false'],
  // What was once found to go unnoticed: areas, spots, facts, overrides, heights, editors.
  ['render/compose.ts', "name !== 'side' || side !== 'none'", 'true'],
  ['render/compose.ts', 'at.around.includes(name) ||', ''],
  ['render/compose.ts', 'page.room-- <= 0', 'false'],
  ['render/compose.ts', '(region !== null && fits.regions.includes(region))', 'false'],
  ['render/compose.ts', "constant.text !== '' || inner.every((piece) => typeof piece === 'string')", 'true'],
  ['render/compose.ts', 'pathIn(holder, `+${code}`)', 'holder'],
  ['render/page.ts', 'now < shown.until', 'now <= shown.until'],
  ['render/page.ts', 'date < page.until', 'date > page.until'],
  ['kinds/html.ts', 'at: at + out.length', 'at'],
  ['kinds/view.ts', 'form.section === this.path', 'true'],
  ['kinds/paging.ts', 'page === before + 2', 'false'],
  ['render/assemble.ts', 'parts.push(...filling);', ''],
  ['render/compile.ts', 'const sameRule = isBound ? null : ruleIfAny', 'const sameRule = ruleIfAny'],
  ['render/compile.ts', 'isBound ? fieldNeeds(kind.fields, here.values) : asked', 'asked'],
  ['render/compile.ts', 'filter((name) => slots[name]?.length)', 'filter(() => true)'],
  ['look/settings.ts', 'groundwork.defaults[name] } as Field', 'field.default } as Field'],
  ['look/css.ts', '{ ...values, ...overrides }', '{ ...overrides, ...values }'],
  ['sections/content/columns.ts', 'at < Number(count) || ', ''],
  ['plan/plan.ts', 'section.slots?.[name]?.length || ', ''],
  ['plan/plan.ts', 'return height + 2 * pad;', 'return height + pad;'],
  ['plan/plan.ts', 'Math.max(EMPTY, ...filled.values())', 'EMPTY'],
  ['plan/plan.ts', 'y: at.y + pad + used', 'y: at.y + pad'],
  ['design/content-edit.ts', "return edit.field === 'name';", 'return true;'],
  [
    'design/content-edit.ts',
    "if (edit.type === 'put') return type === 'content';",
    "if (edit.type === 'put') return true;",
  ],
  [
    'design/shown.ts',
    'if (way.includes(key)) throw showsItself(key, way, state);',
    'if (way.includes(key)) return { sections: 0, depth: 0 };',
  ],
  ['design/shown.ts', 'sections += further.sections;', ''],
  ['design/shown.ts', 'shown.shared.length + shown.spots.length > 0', 'false'],
  ['design/edits/sense.ts', "if (document.type === 'addition') checkTarget(document);", ''],
  ['design/edits/set.ts', 'field.required && splitKey(key).name === key', 'false'],
  ['assign/path-sense.ts', 'subject !== null && !hasSlug', 'subject !== null && false'],
  ['assign/path-sense.ts', 'owners.set(pattern, kind);', ''],
  ['fields/schema.ts', 'normal.startsWith(day)', 'true'],
  ['words.ts', 'if (count < most) end', 'if (count <= most) end'],
  [
    'render/compile.ts',
    'const isFixed = sameRule !== null && !kind.shows?.length;',
    'const isFixed = !kind.shows?.length;',
  ],
  ['render/compose.ts', 'page.style += compiled.rule(ANY_PAGE);', ''],
  ['render/page.ts', 'page.style += compiled.rule(page.sources.page);\n    return markup;', 'return markup;'],
  ['kinds/properties.ts', '|| /url\\(/i.test(String(value))', ''],
  ['kinds/properties.ts', '!VALUE.test(String(value))', 'false'],
  ['locale/own-words.ts', '.filter((name) => !paths.includes(`${name}.other`))', '.filter(() => false)'],
  ['locale/locale.ts', 'words[name] ?? shipped[name]', 'shipped[name]'],
];

/** Of service: the same, and which of its tests must notice. */
const SERVICE = [
  [
    'records/carts.ts',
    'inCart + quantity > Math.min(stock, MOST_OF_ONE)',
    'quantity > Math.min(stock, MOST_OF_ONE)',
    'races',
  ],
  ['storefront/actions.ts', 'if (!added.isNew) return', 'if (added.isNew) return', 'purchase'],
  ['storefront/actions.ts', '/^\\/(?![/\\\\])/.test(path)', 'true', 'purchase'],
  ['records/orders.ts', 'if (before) return before;', '', 'purchase'],
  ['records/orders.ts', "if (cart.attempt !== attempt) return { why: 'changed' };", '', 'purchase'],
  ['records/orders.ts', 'quantity > stock', 'false', 'purchase'],
  ['storefront/show.ts', 'was.get(name) !== is.get(name)', 'true', 'purchase'],
  ['records/designs.ts', "archived ? 'is not' : 'is'", "'is'", 'revisions'],
  ['api/designs.ts', 'checkTag(request, await shapeOf(design, store.liveDesign.id, trx));', '', 'races'],
  [
    'accounts/attempts.ts',
    'if (tries <= (limits[key] as number)) continue;\n    const',
    'continue;\n    const',
    'rights',
  ],
  ['accounts/attempts.ts', '(await isKnownAddress(db, accountId, hashOf(address)))', 'true', 'rights'],
  ['accounts/address.ts', '.slice(0, 4)', '.slice(0, 8)', 'rights'],
  ['accounts/joining.ts', 'found.shown && found.by !== null && post.reachesPeople', 'false', 'rights'],
  ['records/accounts.ts', 'and m.role = any(${INVITERS})', '', 'rights'],
  ['api/implement.ts', '{ ...answered.answer, ...secrets }', 'answered.answer', 'rights'],
  [
    'publishing/drafting.ts',
    "if (!can(role, 'design.edit')) checkContentEdits",
    'if (false) checkContentEdits',
    'rights',
  ],
  ['storefront/sites.ts', ' || !(await roleIn(db, right.by, store.id))', '', 'rights'],
  ['storefront/sites.ts', "path.replace(/^[/\\\\]+/, '/')", 'path', 'rights'],
  ['api/events.ts', 'void recheck()),', 'undefined),', 'rights'],
  ['gate/gate.ts', 'waiting.length < GATE.waitingPerAddress &&', '', 'gate'],
  ['gate/gate.ts', '.length < GATE.waitingPerConnection', '.length >= 0', 'gate'],
  ['gate/gate.ts', '.length ?? 0) >= GATE.crowd', '.length ?? 0) > Infinity', 'gate'],
  ['gate/connections.ts', 'isSilent || !isListening', 'false', 'gate'],
  ['gate/connections.ts', 'all.open >= CONNECTIONS.perAddress', 'false', 'gate'],
  ['gate/connections.ts', 'now - reader.since > CONNECTIONS.slowMs', 'false', 'gate'],
  ['jobs.ts', 'if (isDatabaseAway(error)) throw error;', 'throw error;', 'breaking'],
  ['assigning/renew.ts', 'was[kind] !== is[kind]', 'false', 'breaking'],
  ['storefront/app.ts', '&& page.isThere ? 200', '? 200', 'kept'],
  [
    'storefront/app.ts',
    'inSnapshot(one.db, (db) => find({ ...one, db }, request.path, query))',
    'find(one, request.path, query)',
    'kept',
  ],
  [
    'storefront/pages.ts',
    'match && former && isCatalogueKind(match.kind) && isCatalogueKind(former.kind)',
    'false',
    'kept',
  ],
  ['storefront/keeping.ts', 'if (page.fill) return', 'if (false) return', 'kept'],
  ['publishing/designs.ts', 'await mustSpeakAll(trx, locked);', '', 'languages'],
  ['publishing/groundwork.ts', '!isSameState(opened(before, key), draft.get(key))', 'false', 'groundwork'],
  ['publishing/groundwork.ts', "key === keys.template('home') ||", '', 'groundwork'],
  ['storefront/keeping.ts', 'if (under && under.begun === kept.begin()) return under.made;', '', 'kept'],
  ['kept/answer.ts', 'Date.now() >= page.until', 'false', 'kept'],
  ['kept/answer.ts', 'page.showsFacts && cookies !== undefined', 'false && cookies !== undefined', 'kept'],
  ['storefront/cart-cookie.ts', 'timingSafeEqual(given, right)', 'true', 'kept'],
  ['assigning/rows.ts', 'additions.filter(({ target }) => isFor(target, page, setting))', 'additions', 'assigning'],
  ['assigning/affected.ts', 'touched.differs(askedPage(kind, subject, setting), kind, setting)', 'false', 'assigning'],
  [
    'assigning/affected.ts',
    'const home = await showsTouched(db, storeId, base, known);',
    'const home = false;',
    'assigning',
  ],
  ['assigning/catalogue.ts', 'await notePagesDue(trx, storeId, kind, codes);', '', 'assigning'],
  ['records/page-list.ts', 'sql`and additions @> array[${rule}]::text[]`', 'sql``', 'assigning'],
  ['publishing/references.ts', 'if (languages.length > 0) checkLanguages(languages, stateOf());', '', 'languages'],
  ['storefront/security.ts', "if (style === '') return headers;", 'return headers;', 'kept'],
  ['gate/gate.ts', 'mayStart && response.socket !== null && atOnce', 'mayStart && atOnce', 'gate'],
  ['publishing/publish.ts', 'checkWays(changed, live);', '', 'breaking'],
  ['media/renditions.ts', 'side: 16_000', 'side: 99_000_000', 'pictures'],
  ['web.ts', "const DISK_FULL = '53100';", "const DISK_FULL = '53101';", 'trouble'],
  ['faults.ts', 'before.again++;\n    return;', 'before.again++;', 'trouble'],
];

await main(async () => {
  needPackages(['postgresql']);
  ensureInstalled();
  ensureBuilt();
  const copy = mkdtempSync(join(tmpdir(), 'parlour-faults-'));
  const kept = (path) => !/\/(dist|node_modules)(\/|$)/.test(path);
  for (const name of [
    'core',
    'contract',
    'service',
    'demo',
    'docs',
    'package.json',
    'jest.config.mjs',
    'tsconfig.base.json',
  ])
    cpSync(join(ROOT, name), join(copy, name), { recursive: true, filter: kept });
  for (const room of ['', 'core', 'contract', 'service'])
    if (existsSync(join(ROOT, room, 'node_modules')))
      symlinkSync(join(ROOT, room, 'node_modules'), join(copy, room, 'node_modules'));
  const wanted = process.argv.slice(2);
  const all = [
    ...CORE.map(([file, from, to]) => ({ file: `core/${file}`, from, to, tests: [] })),
    ...SERVICE.map(([file, from, to, tests]) => ({ file: `service/${file}`, from, to, tests: [tests] })),
  ];
  const faults = all.filter(({ file }) => wanted.length === 0 || wanted.some((part) => file.includes(part)));
  // Known before the first test runs, which takes a while.
  for (const { file, from } of faults)
    if (readFileSync(join(copy, file), 'utf8').split(from).length !== 2)
      throw new Refusal(`This fault does not stand once in ${file}: ${from}`);
  const { home, remove } = temporaryHome();
  const cluster = await startCluster(home, { fast: true });
  const test = (tests, room) =>
    failing(copy, tests, room, { PARLOUR_TEST_DATABASE: cluster.url('postgres'), PARLOUR_TEST_HOME: home });
  const missed = [];
  try {
    // Tests that fail anyway would notice every fault.
    for (const tests of [[], ...new Set(faults.flatMap((fault) => fault.tests))].map((one) => [one].flat()))
      if (test(tests))
        throw new Refusal(`The tests ${tests.join() || 'of core'} fail without any fault; mend that first.`);
    for (const { file, from, to, tests } of faults) {
      const path = join(copy, file);
      const right = readFileSync(path, 'utf8');
      writeFileSync(
        path,
        right.replace(from, () => to),
      );
      // The tests of its own room notice most faults, and sooner than all of core's.
      const noticed = (tests.length === 0 && test([], dirname(file))) || test(tests);
      writeFileSync(path, right);
      say(`${noticed ? 'noticed' : 'MISSED '}  ${file}: ${from.slice(0, 70).replace(/\s+/g, ' ')}`);
      if (!noticed) missed.push(`${file}: ${from}`);
    }
  } finally {
    cluster.stop();
    remove();
    rmSync(copy, { recursive: true, force: true });
  }
  if (missed.length) throw new Refusal(`${missed.length} of ${faults.length} faults went unnoticed.`);
  say(`All ${faults.length} faults were noticed.`);
});

/**
 * Whether tests fail in the copy.
 * @param tests names of the service's; none for core's
 * @param room the folder of core whose tests are meant; all of them if absent
 */
function failing(copy, tests, room, environment) {
  const project = tests.length ? 'service' : 'core';
  const patterns = tests.length
    ? tests.map((name) => `service/tests/${basename(name)}\\.test`)
    : [`${room ?? 'core'}/`];
  const { status } = spawnSync(
    process.execPath,
    [
      join(ROOT, 'node_modules/jest/bin/jest.js'),
      ...[
        '--rootDir',
        copy,
        '--selectProjects',
        project,
        '--bail',
        '--silent',
        '--passWithNoTests',
        '--testPathPatterns',
        ...patterns,
      ],
    ],
    // A fault may make them go on for ever, which is noticed too.
    { cwd: copy, stdio: 'ignore', env: { ...process.env, ...environment }, timeout: 300_000, killSignal: 'SIGKILL' },
  );
  return status !== 0;
}
