/**
 * The measurements. Every figure is the median of alternated rounds in one run and stands beside its floor: the least
 * that could do the same. Ratios can be compared between machines; absolute figures cannot.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { measureCart } from './cart.mjs';
import { measureCatalogue } from './catalogue.mjs';
import { measureDesign } from './design.mjs';
import { HOSTILE_LOADS, measureHostile } from './hostile.mjs';
import { measureHttp } from './http.mjs';
import { measureKept } from './kept.mjs';
import { measureLarge } from './large.mjs';
import { measureListing } from './listing.mjs';
import { measureRepaint } from './repaint.mjs';
import { demoSetting } from './setting.mjs';

const HERE = dirname(fileURLToPath(import.meta.url));

/** @param parts which to measure: `listing`, `http`, `kept`, `cart`, `repaint`, `design`, `large`, `catalogue`, `hostile`, or loads of the last by name; all if empty */
export async function bench(databaseUrl, parts = []) {
  const wanted = (part) => parts.length === 0 || parts.includes(part);
  const rows = [];
  const setting = await demoSetting(databaseUrl);
  // Whatever is measured may refuse; the service must not outlive it.
  process.once('exit', () => setting.kill());
  if (wanted('listing')) rows.push(...(await measureListing()));
  if (wanted('http')) rows.push(...(await measureHttp(setting)));
  if (wanted('cart')) rows.push(...(await measureCart(setting)));
  if (wanted('kept')) rows.push(...(await measureKept(setting)));
  if (wanted('repaint')) rows.push(...(await measureRepaint(setting)));
  await setting.close();
  if (wanted('design')) rows.push(...(await measureDesign(databaseUrl)));
  if (wanted('large')) rows.push(...(await measureLarge(databaseUrl)));
  if (wanted('catalogue')) rows.push(...(await measureCatalogue(databaseUrl)));
  const loads = parts.filter((part) => HOSTILE_LOADS.includes(part));
  if (wanted('hostile') || loads.length > 0)
    rows.push(...(await measureHostile((name) => demoSetting(databaseUrl, name, 'bench'), loads)));
  const about = { node: process.version, cores: availableParallelism(), rounds: 7, when: new Date().toISOString() };
  process.stdout.write(
    `\nNode ${about.node}, ${about.cores} cores, medians of ${about.rounds} alternated rounds, demo store Windrow Kites\n\n`,
  );
  print(rows);
  mkdirSync(join(HERE, 'results'), { recursive: true });
  const file = join(HERE, 'results', `${about.when.slice(0, 19).replaceAll(':', '')}.json`);
  writeFileSync(file, JSON.stringify({ about, rows }, null, 2));
  process.stdout.write(`\nWritten to bench/results/${file.split('/').at(-1)}\n`);
}

function print(rows) {
  const cells = [
    ['what', 'ours', 'floor', 'unit', 'ours / floor'],
    ...rows.map(({ what, ours, floor, unit }) => [what, format(ours), format(floor), unit, (ours / floor).toFixed(2)]),
  ];
  const widths = cells[0].map((_, i) => Math.max(...cells.map((row) => row[i].length)));
  for (const row of cells)
    process.stdout.write(
      `${row.map((cell, i) => (i === 0 || i === 3 ? cell.padEnd(widths[i]) : cell.padStart(widths[i]))).join('   ')}\n`,
    );
}

const format = (value) => value.toLocaleString('en', { maximumFractionDigits: value < 100 ? 1 : 0 });
