/** What is true of every kind of section. */
import fc from 'fast-check';
import { Parser } from 'htmlparser2';
import type { Entry } from '../documents/index.js';
import { FACTS } from '../facts/index.js';
import { checkKeyed, checkValue, withDefaults, type Field, type Fields } from '../fields/index.js';
import { FRAME, isCalled, type PageInfo } from '../kinds/index.js';
import { drawSketch } from '../kinds/sketching.js';
import { SHIPPED_KINDS } from './index.js';

import { answer, picture, product } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { NO_FACTS } from '../tests/facts.js';
import { HOME, made } from '../tests/pages.js';
import { show } from '../tests/shown.js';
import { flawsInPart } from '../tests/well-formed.js';

const page: PageInfo = { ...HOME, code: 'product:K-1', kind: 'product', path: '/item/gannet', subject: { product } };
const partOf = (html: string): string => html.slice(html.indexOf('<main'), html.indexOf('</main>'));

const linked = { link: { to: 'home' } };
/** It splits its text. */
const SPLITS = 'part-of-text';
/** Every text field with a text that says whose it is. */
const textsOf = (fields: Fields, entry = ''): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) => {
      if (field.type !== 'text' && field.type !== 'prose') return [];
      if (field.type === 'text' && field.form) return [];
      const text = `«${entry && `${entry}:`}${name}»`;
      return [[name, field.type === 'prose' ? `<p>${text}</p>` : text]];
    }),
  );

/** Texts of fields that stand in no element that says so, and elements that say so of more than that text. */
function unmarked(html: string): string[] {
  const found: string[] = [];
  const open: { readonly part: string | undefined; text: string }[] = [];
  new Parser({
    onopentag: (_name, attributes) => open.push({ part: attributes['data-part'], text: '' }),
    ontext(text) {
      for (const one of open) one.text += text;
      const [, field] = /^«([^»]+)»$/.exec(text.trim()) ?? [];
      if (field && !open.some(({ part }) => part === field)) found.push(`${field} is in no part`);
    },
    onclosetag() {
      const { part, text = '' } = open.pop() ?? {};
      if (part !== undefined && text.trim() !== `«${part}»`) found.push(`${part} holds ${text}`);
    },
  }).end(html);
  return found;
}

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

  test('is shown with every sample of the facts it shows, every element closed', () => {
    for (const fact of FACTS.filter(({ name: one }) => kind.shows?.includes(one)))
      for (const sample of fact.samples) {
        const { html, faults } = made([section('x', name)], {
          page,
          facts: { ...NO_FACTS, [fact.name]: sample },
          answer,
        });
        expect(faults).toEqual([]);
        expect(flawsInPart(`${partOf(html)}</main>`)).toEqual([]);
      }
  });

  test('where it shows nothing yet, a preview says what it takes and draws it; shoppers see nothing', () => {
    const shown = (mode: 'live' | 'preview') => partOf(made([section('x', name)], { page, mode }).html);
    expect(shown('live')).not.toContain('stand-in');
    const preview = shown('preview');
    if (!preview.includes('stand-in')) return;
    expect(preview).toMatch(
      /<div class="stand-in" role="note"><p><strong>[^<]+\.<\/strong> [A-Z][^<]+\.<\/p><svg .*<rect /,
    );
    expect(flawsInPart(`${preview}</main>`)).toEqual([]);
    expect(shown('live')).not.toContain(`k-${name}`);
  });

  test('says which elements hold the text of a field alone, in previews only', () => {
    const [values, lists] = [textsOf(kind.fields), {} as Record<string, Entry[]>];
    for (const [list, field] of Object.entries(kind.fields))
      if (field.type === 'entries') lists[list] = [{ id: 'e1', values: { ...linked, ...textsOf(field.fields, 'e1') } }];
    const whole = { ...section('x', name, { ...linked, ...values }), lists };
    const shown = (mode: 'live' | 'preview') => partOf(made([whole], { page, mode, answer }).html);
    expect(shown('live')).not.toContain('data-part');
    if (name !== SPLITS) expect(unmarked(shown('preview'))).toEqual([]);
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
        { from: 'goes-with' },
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

test.each([
  ['banner', 'poster'],
  ['FAQ', 'accordion'],
  ['contact form', 'message-form'],
  ['news', 'news-sign-up'],
  ['product pictures', 'product-pictures'],
])('a kind is found by the other words that people have for it: %s', (words, name) => {
  const found = SHIPPED_KINDS.all.filter((kind) => isCalled(kind, words)).map((kind) => kind.name);
  expect(found).toContain(name);
  expect(found.length).toBeLessThan(6);
});
