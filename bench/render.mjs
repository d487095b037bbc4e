/** Rendering the demo's home page, beside one hand-written function that makes the identical bytes. */
import { performance } from 'node:perf_hooks';
import { assemblePage, NO_FACTS, renderPage, SHIPPED_KINDS } from '@parlour/core';
import { HOME, loadForBench, RULES } from './load.mjs';
import { handWrittenHome } from './hand-written.mjs';
import { alternate } from './rounds.mjs';

const TIMES = 3000;

export async function measureRender(setting) {
  const { state, store, data } = await loadForBench(setting);
  const parts = assemblePage(HOME, state, SHIPPED_KINDS, RULES);
  const page = { code: 'home', kind: 'home', title: store.name, path: '/', description: '', subject: null };
  const request = {
    ...parts,
    store,
    page,
    data,
    facts: NO_FACTS,
    canonical: 'http://windrow.example/',
    fonts: ['/fonts/a.woff2', '/fonts/b.woff2'],
    styles: ['/styles/a.css', '/styles/b.css'],
    scripts: [],
    now: RULES.now,
    mode: 'live',
  };
  const ours = () => Buffer.from(renderPage(request));
  const floor = () => Buffer.from(handWrittenHome(request));
  if (!ours().equals(floor()))
    throw new Error('The hand-written page is not the same as ours; bench/hand-written.mjs must follow the sections.');
  const perPage = (make) => () => {
    const start = performance.now();
    for (let i = 0; i < TIMES; i++) make();
    return ((performance.now() - start) * 1000) / TIMES;
  };
  const found = await alternate({ ours: perPage(ours), floor: perPage(floor) });
  return [
    {
      what: `render the home page (${ours().length.toLocaleString('en')} bytes)`,
      ...found,
      unit: 'µs, less is better',
    },
  ];
}
