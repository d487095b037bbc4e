import { contrast, formatMoney, planPage, planSvg, planText, SHIPPED_KINDS, themeCss } from '../index.js';
import { section, template } from '../tests/designs.js';

const page = template([
  section('a', 'poster', { title: 'Wind & <sea>' }),
  section(
    'b',
    'columns',
    { split: 'wide-first' },
    { first: [section('c', 'prose')], second: [section('d'), section('e')] },
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
    expect(box('e')).toMatchObject({ depth: 1, slot: 'second', parent: 'b' });
    expect(plan.height).toBe(Math.max(...plan.bands.map((band) => band.y + band.height)));
  });

  test('as SVG every section can be picked up, and every text is escaped', () => {
    const svg = planSvg(plan);
    for (const id of ['a', 'b', 'c', 'd', 'e', 'x', 'h']) expect(svg).toContain(`data-section="${id}"`);
    expect(svg).toContain('Wind &amp; &lt;sea&gt;');
  });

  test('as text it names sections, slots and what is missing', () => {
    const drawn = planText(plan, 70);
    expect(drawn).toMatch(/Poster: Wind & <sea> +a │/);
    expect(drawn).toMatch(/second: +│\n.*┌─.*\n.*Heading: A heading +d │ │/);
    expect(drawn).toMatch(/sundial@1 \(this kind is missing\) +x │/);
    expect(Math.max(...drawn.split('\n').map((line) => line.length))).toBeLessThanOrEqual(70);
  });
});

describe('theme and money', () => {
  test('settings become custom properties, and texts on strong grounds stay readable', () => {
    const css = themeCss({
      format: 1,
      type: 'theme',
      groundwork: 'foolscap',
      values: { accentColour: '#ffee00', pageWidth: 1000 },
    });
    expect(css).toContain('--accent:#ffee00;--on-accent:#14202a');
    expect(css).toContain('--page:1000px');
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });

  test.each([
    [4995, 'EUR', 'en-IE', '€49.95'],
    [4995, 'JPY', 'en-IE', 'JP¥4,995'],
    [4995, 'KWD', 'en', 'KWD\u00a04.995'],
    [0, 'EUR', 'de', '0,00\u00a0€'],
  ])('%i minor units of %s in %s', (minor, currency, locale, shown) => {
    expect(formatMoney(minor, currency, locale)).toBe(shown);
  });
});
