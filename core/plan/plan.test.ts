import type { SectionedDocument } from '../documents/index.js';
import { withDefaults } from '../fields/index.js';
import { kindSet, type SectionKind } from '../kinds/index.js';
import { contrast, lookCss } from '../look/index.js';
import { openSlots, PLAN_WIDTH, planPage, planSvg, planText, type Plan } from './index.js';
import { drawSketch } from '../kinds/sketching.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { section, template } from '../tests/designs.js';

const page = template([
  section('a', 'poster', { title: 'Wind & <sea>' }),
  section(
    'b',
    'columns',
    { widths: 'first-wider' },
    { one: [section('c', 'text')], two: [section('d', 'heading', { text: 'A heading' }), section('e')] },
  ),
  section('x', 'sundial'),
]);
const header = {
  format: 1,
  type: 'arrangement',
  name: 'Standard',
  region: 'header',
  areas: { main: [section('h', 'menu-bar')] },
} as const;
const plan = planPage(
  { template: ['template/home', page], regions: { header: ['around/header/standard', header] } },
  SHIPPED_KINDS,
);
const box = (id: string) => plan.boxes.find((one) => one.section === id);

describe('plan view', () => {
  test('lays regions around the content, sections below each other, slots side by side', () => {
    expect(plan.bands.map((band) => band.name)).toEqual(['header', 'content']);
    expect((box('a')?.y ?? 0) + (box('a')?.height ?? 0)).toBeLessThanOrEqual(box('b')?.y ?? 0);
    expect((box('c')?.x ?? 0) + (box('c')?.width ?? 0)).toBeLessThan(box('d')?.x ?? 0);
    expect(box('c')?.width).toBeGreaterThan(box('d')?.width ?? 0);
    expect(box('e')).toMatchObject({ depth: 1, slot: 'two', parent: 'b' });
    expect(plan.height).toBe(Math.max(...plan.bands.map((band) => band.y + band.height)));
  });

  test('columns open as many slots as they are set to; a further one that holds something goes on below', () => {
    const three = section('b', 'columns', { count: '3' });
    expect(openSlots(three, SHIPPED_KINDS)).toEqual(['one', 'two', 'three']);
    const holder = section(
      'b',
      'columns',
      {},
      { one: [section('c')], three: [section('d', 'heading', { text: 'A heading' })], six: [] },
    );
    expect(openSlots(holder, SHIPPED_KINDS)).toEqual(['one', 'two', 'three']);
    const { boxes } = planPage({ template: ['template/t', template([holder])], regions: {} }, SHIPPED_KINDS);
    const [, above, below] = boxes;
    expect(below?.x).toBe(above?.x);
    expect(below?.y).toBeGreaterThanOrEqual((above?.y ?? 0) + (above?.height ?? 0));
  });

  test('draws the side area where the layout has it, and the two columns of a checkout', () => {
    const areas = { main: [section('m'), section('n')], side: [section('s')] };
    const drawn = (layout: object, pageKind = 'content') => {
      const document = {
        ...template([]),
        pageKind,
        layout: { width: 'standard', ...layout },
        areas,
      } as SectionedDocument;
      return planPage({ template: ['template/t', document], regions: {} }, SHIPPED_KINDS);
    };
    const across = (plan: Plan) => plan.areas.map(({ name, x, width }) => [name, x, width]);
    expect(across(drawn({ side: 'end' }))).toEqual([
      ['main', 0, 960],
      ['side', 960, 320],
    ]);
    expect(across(drawn({ side: 'start' }))).toEqual([
      ['side', 0, 320],
      ['main', 320, 960],
    ]);
    const bare = drawn({});
    expect(across(bare)).toEqual([['main', 0, PLAN_WIDTH]]);
    expect(bare.boxes.map((one) => one.section)).toEqual(['m', 'n']);

    const plan = drawn({ side: 'end' });
    const [m, , s] = plan.boxes;
    expect([s?.section, s?.area, s?.y]).toEqual(['s', 'side', m?.y]);
    expect(s?.x).toBeGreaterThan((m?.x ?? 0) + (m?.width ?? 0));
    expect((s?.x ?? 0) + (s?.width ?? 0)).toBeLessThanOrEqual(PLAN_WIDTH);
    expect(planSvg(plan)).toContain('<line x1="960" x2="960"');
    expect(planText(plan)).toMatch(/ {2}main:\n[^]* m │[^]* {2}side:\n[^]* s │/);

    const shelves = { ...template([]), type: 'arrangement', region: 'side', areas: { main: [section('shelf')] } };
    const chosen = planPage(
      {
        template: ['template/t', { ...template([]), layout: { width: 'standard', side: 'end' }, areas }],
        regions: { side: ['around/side/shelves', shelves as unknown as SectionedDocument] },
      },
      SHIPPED_KINDS,
    );
    const lane = chosen.boxes.filter(({ x }) => x >= 960);
    expect(lane.map(({ document, section: id }) => [document, id])).toEqual([
      ['template/t', 's'],
      ['around/side/shelves', 'shelf'],
    ]);
    expect(lane[1]?.y).toBeGreaterThan(lane[0]?.y ?? 0);

    const checkout = { ...template([]), pageKind: 'checkout', areas: { main: [section('f')], beside: [] } };
    const two = planPage({ template: ['template/c', checkout as SectionedDocument], regions: {} }, SHIPPED_KINDS);
    expect(across(two)).toEqual([
      ['main', 0, 768],
      ['beside', 768, 512],
    ]);
  });

  test('a kind that says nothing of its slots has them side by side and equal', () => {
    const kinds = kindSet([{ ...(SHIPPED_KINDS.find('columns') as SectionKind), sketch: [10] }]);
    const page = template([section('b', 'columns', { widths: 'first-wider' })]);
    const [holder] = planPage({ template: ['template/t', page], regions: {} }, kinds).boxes;
    expect(holder?.slots[0]?.width).toBeCloseTo(holder?.slots[1]?.width ?? 0);
  });

  test('a section is as high as its sketch and its space; a holder as its fullest slot; an area as what stands in it', () => {
    const tall = { ...section('t', 'poster', {}), frame: { space: 'none' } };
    const aired = { ...section('u', 'poster', {}), frame: { space: 'large', width: 'reading' } };
    const holder = section('c', 'columns', {}, { one: [section('i', 'text')], two: [section('j'), section('k')] });
    const drawn = planPage({ template: ['template/t', template([tall, aired, holder])], regions: {} }, SHIPPED_KINDS);
    const of = (id: string) => drawn.boxes.find((one) => one.section === id);
    const poster = SHIPPED_KINDS.find('poster') as SectionKind;
    const sketch = drawSketch(poster, withDefaults(poster.fields, {}));
    expect([of('t')?.y, of('t')?.height]).toEqual([0, sketch.height]);
    // Its space stands above and below, at the scale of its width.
    expect(of('u')?.y).toBe(sketch.height + 72);
    expect(of('u')?.height).toBeCloseTo((sketch.height * 704) / 1200);
    expect(of('c')?.y).toBeCloseTo((of('u')?.y ?? 0) + (of('u')?.height ?? 0) + 72 + 32);
    const bottom = (id: string): number => (of(id)?.y ?? 0) + (of(id)?.height ?? 0);
    expect(bottom('c')).toBeGreaterThanOrEqual(Math.max(bottom('i'), bottom('k')));
    expect(of('k')?.y).toBeGreaterThanOrEqual(bottom('j'));
    expect(drawn.height).toBeCloseTo(bottom('c') + 32);
    expect(drawn.areas[0]?.height).toBe(drawn.height);
  });

  test('as SVG every section can be picked up, and every text is escaped', () => {
    const svg = planSvg(plan);
    for (const id of ['a', 'b', 'c', 'd', 'e', 'x', 'h']) expect(svg).toContain(`data-section="${id}"`);
    expect(svg).toContain('Wind &amp; &lt;sea&gt;');
  });

  test('as text it names sections, slots and what is missing', () => {
    const drawn = planText(plan, 70);
    expect(drawn).toMatch(/Poster: Wind & <sea> +a │/);
    expect(drawn).toMatch(/two: +│\n.*┌─.*\n.*Heading: A heading +d │ │/);
    expect(drawn).toMatch(/sundial@1 \(this kind is missing\) +x │/);
    expect(Math.max(...drawn.split('\n').map((line) => line.length))).toBeLessThanOrEqual(70);
  });
});

describe('look and money', () => {
  test('what a template sets of the look goes before the store’s; what it leaves stays the store’s', () => {
    const look = { format: 1, type: 'look', groundwork: 'foolscap', values: { gap: 1.5, widest: 1000 } } as const;
    expect(lookCss(look, { gap: 2.5 })).toMatch(/--widest:1000px;--margin:1.25rem;--gap:2.5rem/);
    expect(lookCss(look)).toMatch(/--widest:1000px;--margin:1.25rem;--gap:1.5rem/);
    expect(lookCss({ ...look, values: {} }, { widest: 900 })).toMatch(/--widest:900px;--margin:1.25rem;--gap:1.75rem/);
  });

  test('settings become custom properties, and texts on strong grounds stay readable', () => {
    const css = lookCss({
      format: 1,
      type: 'look',
      groundwork: 'foolscap',
      values: { accentColour: '#ffee00', widest: 1000 },
    });
    expect(css).toContain('--accent:#ffee00;--on-accent:#14202a');
    expect(css).toContain('--widest:1000px');
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });
});
