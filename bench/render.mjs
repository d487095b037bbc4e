/** Rendering the demo's home page, beside one hand-written function that makes the identical bytes. */
import { performance } from 'node:perf_hooks';
import { NO_FACTS, renderPage } from '@parlour/core';
import { loadForBench, RULES } from './load.mjs';
import { handWrittenHome } from './hand-written.mjs';
import { alternate } from './rounds.mjs';

const TIMES = 3000;

export async function measureRender(setting) {
  const { store, composition, page, data } = await loadForBench(setting);
  const request = {
    composition,
    page,
    data,
    facts: NO_FACTS,
    canonical: 'http://windrow.example/',
    fonts: ['/fonts/a.woff2', '/fonts/b.woff2'],
    styles: ['/styles/a.css', '/styles/b.css'],
    scripts: [],
    now: RULES.now,
  };
  const ours = () => Buffer.from(renderPage(request).html);
  const floor = () => Buffer.from(handWrittenHome({ ...request, ...composition.parts, store }));
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
