/** Every groundwork that ships is whole, can be read, and shows every setting of the look. */
import { starterDesign } from '../design/index.js';
import { keys, type LookDocument, type Values } from '../documents/index.js';
import { checkValue, type Field } from '../fields/index.js';
import { GROUNDWORKS, groundworkOf } from './index.js';
import { CARD_SETTINGS, colourPairs, contrast, LOOK_FIELDS, lookCss, lookFields, fontPaths } from '../look/index.js';
import { publishRefusal } from '../tests/designs.js';
import { otherValues } from '../tests/other-values.js';
import { BASE } from './base.js';

const lookOn = (groundwork: string, values: Values = {}): LookDocument => ({
  format: 1,
  type: 'look',
  groundwork,
  values,
});
const defaultOf = (groundwork: string, name: string): string => String(lookFields(groundwork)[name]?.default);

test('one that is not there (any more) is drawn by the first', () => {
  expect(groundworkOf('parchment').code).toBe('foolscap');
  expect(lookCss(lookOn('parchment'))).toBe(lookCss(lookOn('foolscap')));
  expect(lookCss(lookOn('brasslamp'))).not.toBe(lookCss(lookOn('foolscap')));
});

describe.each(GROUNDWORKS)('$name', ({ code, defaults, css }) => {
  test('a design begins with it, and may be published as it is', () => {
    const design = starterDesign('Tern Tea', code);
    expect(design.get(keys.look)).toMatchObject({ groundwork: code });
    expect(publishRefusal(Object.fromEntries(design))).toBeNull();
    expect([...design.keys()]).toEqual(expect.arrayContaining(['around/header/standard', 'around/footer/standard']));
  });

  test('its defaults are settings that there are, with values they may have; what is set goes before them', () => {
    for (const [name, value] of Object.entries(defaults)) {
      expect(LOOK_FIELDS[name]?.label).toBeDefined();
      expect([name, lookFields(code)[name]?.default]).toEqual([name, value]);
      expect(() => checkValue(LOOK_FIELDS[name] as Field, value, name)).not.toThrow();
    }
    expect(lookCss(lookOn(code))).toContain(`--widest:${defaultOf(code, 'widest')}px`);
    expect(lookCss(lookOn(code, { widest: 900 }))).toContain('--widest:900px');
  });

  test('texts can be read on every tone (WCAG 2.2, 1.4.3); where they cannot, the pair says so', () => {
    const hard = (values: Values) =>
      colourPairs(lookOn(code, values))
        .filter(({ ratio, needed }) => ratio < needed)
        .map(({ text, ground, settings }) => [text, ground, ...settings]);
    expect(colourPairs(lookOn(code)).length).toBeGreaterThan(8);
    expect(hard({})).toEqual([]);
    expect(hard({ accentColour: '#9bbbd0' })).toEqual([
      ['Accent', 'Background', 'accentColour', 'backgroundColour'],
      ['Accent', 'Soft background', 'accentColour', 'softColour'],
    ]);
    // What is not set is looked at as what it follows.
    expect(colourPairs(lookOn(code)).find(({ ground }) => ground === 'Buttons')).toMatchObject({
      behind: defaultOf(code, 'accentColour'),
      settings: ['accentColour'],
    });
    // A part that is set is looked at, too; one that is not follows.
    expect(hard({ linkColour: '#f0f0f0', buttonColour: '#e0e0e0', buttonStyle: 'outlined' })).toEqual([
      ['Links', 'Background', 'linkColour', 'backgroundColour'],
      ['Links', 'Soft background', 'linkColour', 'softColour'],
      ['Buttons', 'Background', 'buttonColour', 'backgroundColour'],
      ['Buttons', 'Soft background', 'buttonColour', 'softColour'],
    ]);
    // What Parlour chooses itself can always be read.
    for (const strongColour of ['#000000', '#777777', '#ffffff', '#ff0000', '#0000ff'])
      expect([strongColour, ...hard({ strongColour })]).toEqual([strongColour]);
  });

  test('the current entry of a menu has its colour on dark and bright tones too, as near as can be read there', () => {
    const on = (currentColour: string, tone: string) =>
      new RegExp(`--current-on-${tone}:([^;}]+)`).exec(lookCss(lookOn(code, { currentColour })))?.[1] ?? '';
    for (const tone of ['strong', 'vivid']) {
      expect(on('', tone)).toBe('initial');
      for (const wanted of ['#b23a26', '#0e6a4c', '#f1c453', '#777777'])
        expect(contrast(on(wanted, tone), defaultOf(code, `${tone}Colour`))).toBeGreaterThanOrEqual(4.5);
    }
    // One that can be read stays as it is.
    expect(on('#ffffff', 'strong')).toBe('#ffffff');
  });

  test('its rules have no colours of their own and say every measure that is used, and it loads the files of the typefaces it names, once each', () => {
    expect(css.replace(/#000\b/g, '').match(/#[0-9a-f]{3,8}\b|rgba?\(|hsla?\(/gi)).toBeNull();
    const used = new Set([...BASE.matchAll(/var\((--[a-z-]+)/g)].map(([, name]) => name));
    const said = new Set([...lookCss(lookOn(code)).matchAll(/(--[a-z-]+)\s*:/g)].map(([, name]) => name));
    // Some are said by sections and by the frame.
    expect([...used].filter((name) => !said.has(name))).toEqual([
      '--own',
      '--on-own',
      '--texts',
      '--strength',
      '--gradient',
      '--back-focus',
      '--across',
    ]);
    const paths = fontPaths(lookOn(code));
    expect(new Set(paths).size).toBe(paths.length);
    const rules = lookCss(lookOn(code));
    for (const path of paths) expect(rules).toContain(`url(${path})`);
    expect(rules.match(/@font-face\{[^}]*url\(/g)).toHaveLength(paths.length);
  });

  test('every setting of the look changes its stylesheet', () => {
    const plain = lookCss(lookOn(code));
    for (const [name, field] of Object.entries(lookFields(code))) {
      // What cards say is seen in the html; `cards.test.ts` has them all.
      if (name in CARD_SETTINGS) continue;
      const others = otherValues(field);
      expect([name, others.length > 0]).toEqual([name, true]);
      for (const value of others)
        expect([name, lookCss(lookOn(code, { [name]: value })) === plain]).toEqual([name, false]);
    }
  });
});
