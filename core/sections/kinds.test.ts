/** What is true of every kind of section. */
import fc from 'fast-check';
import { Parser } from 'htmlparser2';
import {
  FRAME,
  checkKeyed,
  checkValue,
  drawSketch,
  SHIPPED_KINDS,
  withDefaults,
  type Field,
  type Fields,
} from '../index.js';
import { picture } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { show } from '../tests/shown.js';
import { flawsInPart } from '../tests/well-formed.js';

describe.each(SHIPPED_KINDS.all.map((kind) => [kind.name, kind] as const))('%s', (name, kind) => {
  test('explains itself, and its defaults are values it takes', () => {
    expect(name).toMatch(/^[a-z]+(-[a-z]+)*$/);
    expect(kind.sentence).toMatch(/^[A-Z].*\.$/);
    for (const [field, declared] of Object.entries(kind.fields)) {
      expect([field, declared.label]).toEqual([field, expect.stringMatching(/^[A-Z]/)]);
      expect([field, declared.help]).toEqual([field, expect.stringMatching(/^[A-Z].*\.$/)]);
      if (declared.type !== 'entries') expect(() => checkValue(declared, declared.default, field)).not.toThrow();
      expect([field, Object.hasOwn(kind.slots ?? {}, field)]).toEqual([field, false]);
    }
  });

  test('renders with its defaults alone, every element closed', () => {
    const html = show([section('x', name)]);
    expect(flawsInPart(`${html}</main>`)).toEqual([]);
    expect(html).not.toMatch(/undefined|\[object|NaN|null/);
  });

  test('draws itself within its bounds', () => {
    const { height, marks } = drawSketch(kind, withDefaults(kind.fields, {}));
    expect(height).toBeGreaterThan(0);
    for (const mark of marks) {
      expect(mark.x).toBeGreaterThanOrEqual(0);
      expect(mark.x + mark.width).toBeLessThanOrEqual(1200);
      expect(mark.y + mark.height).toBeLessThanOrEqual(height + 1);
    }
  });
});

/** Elements and attributes that no section writes itself, so that they must have come out of a text. */
function foreign(html: string): string[] {
  const found: string[] = [];
  new Parser({
    onopentag(name, attributes) {
      if (['script', 'style', 'iframe'].includes(name) || attributes['src'] === 'x') found.push(name);
      found.push(...Object.keys(attributes).filter((one) => one.startsWith('on') || one === 'style'));
    },
  }).end(html);
  return found;
}

/** Texts that would break out of an element, an attribute or a style if they were not escaped. */
const nasty = fc.constantFrom(
  'Plain words',
  '<img src=x onerror=alert(1)>',
  '"><script>alert(1)</script>',
  "' onmouseover='alert(1)",
  '</style></main>',
  '&amp; ; } a{color:red}',
  '風のかたち',
  'x'.repeat(60),
);

/** Any value a field takes. */
function valueOf(field: Field): fc.Arbitrary<unknown> {
  const standard = fc.constant(field.default);
  switch (field.type) {
    case 'text':
      return field.form ? standard : nasty.map((text) => text.slice(0, field.max));
    case 'prose':
      return nasty.map((text) => `<p>${text.replace(/[<>]/g, '')}</p>`);
    case 'choice':
      return fc.constantFrom(...Object.keys(field.choices));
    case 'number': {
      const { min, max, step = 1 } = field;
      return fc.nat({ max: Math.floor((max - min) / step) }).map((n) => min + n * step);
    }
    case 'toggle':
      return fc.boolean();
    case 'colour':
      return fc.constantFrom('#000000', '#ffffff', '#8a6420');
    case 'picture':
      return nasty.chain((alt) =>
        fc.constantFrom(
          null,
          { picture: picture.hash, alt, focus: { x: 10, y: 90 } },
          { picture: 'd'.repeat(64), alt },
        ),
      );
    case 'link':
      return fc.constantFrom(
        null,
        { to: 'home' },
        { to: 'product:gone' },
        { url: 'https://a.example/?a="b"&c=\'d\'', window: 'new' as const },
      );
    case 'source':
      return fc.constantFrom(
        { from: 'newest' },
        { from: 'this-collection' },
        { from: 'same-brand' },
        { from: 'collection', collection: 'C-1' },
        { from: 'chosen', products: ['K-2'] },
      );
    default:
      return standard;
  }
}

/** Any values of a kind; a field that may differ by device does so now and then. */
const valuesOf = (fields: Fields): fc.Arbitrary<Record<string, unknown>> => {
  const keyed = Object.entries(fields).flatMap(([name, field]) => {
    if (field.type === 'entries') return [];
    const devices = field.perDevice ? [name, `${name}@tablet`, `${name}@phone`] : [name];
    return devices.map((key): [string, fc.Arbitrary<unknown>] => [key, valueOf(field)]);
  });
  return fc.record(Object.fromEntries(keyed), { requiredKeys: [] });
};

test.each(SHIPPED_KINDS.all.map((kind) => [kind.name, kind] as const))(
  '%s: any values and frame it takes come out closed and escaped, and are drawn within bounds',
  (name, kind) => {
    fc.assert(
      fc.property(valuesOf(kind.fields), valuesOf(FRAME), (values, frame) => {
        for (const [key, value] of Object.entries(values))
          checkKeyed(kind.fields[key.split('@')[0] as string] as Field, key, value);
        const html = show([{ ...section('x', name, values), frame }]);
        expect(flawsInPart(`${html}</main>`)).toEqual([]);
        expect(foreign(html)).toEqual([]);
        expect(html).not.toMatch(/undefined|\[object|NaN/);
        const { height, marks } = drawSketch(kind, withDefaults(kind.fields, values));
        const out = marks.filter(
          ({ x, y, width, height: tall }) => x < -1 || y < -1 || x + width > 1201 || y + tall > height + 1,
        );
        expect([height > 0, out]).toEqual([true, []]);
      }),
      { numRuns: 60 },
    );
  },
);
