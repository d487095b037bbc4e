/** Design tokens: out and in again without loss; what cannot be read is named. */
import fc from 'fast-check';
import { GROUNDWORKS } from '../groundworks/index.js';
import { lookFields, lookTokens, readTokens } from './index.js';
import { refusal } from '../tests/designs.js';
import { otherValues } from '../tests/other-values.js';

const groundworks = GROUNDWORKS.map(({ code }) => code);

test('whatever is set comes back as it was, on every groundwork', () => {
  const looks = fc.constantFrom(...groundworks).chain((groundwork) => {
    const fields = lookFields(groundwork);
    const values = Object.entries(fields).map(([name, field]): [string, fc.Arbitrary<unknown>] => [
      name,
      fc.constantFrom(...otherValues(field)),
    ]);
    return fc.record({
      groundwork: fc.constant(groundwork),
      values: fc.record(Object.fromEntries(values), { requiredKeys: [] }),
    });
  });
  fc.assert(
    fc.property(looks, ({ groundwork, values }) => {
      const file: unknown = JSON.parse(JSON.stringify(lookTokens({ groundwork, values })));
      const read = readTokens(file, groundwork);
      expect(read.unknown).toEqual([]);
      expect(JSON.parse(JSON.stringify(read.values))).toEqual(values);
    }),
    { numRuns: 60 },
  );
});

test('tokens are of the types of the format; what follows another colour is an alias', () => {
  const { colour, space, lettering } = lookTokens({
    groundwork: 'foolscap',
    values: { accentColour: '#336699' },
  }) as Record<string, Record<string, { $type: string; $value: unknown }>>;
  expect(colour?.['accentColour']).toMatchObject({
    $type: 'color',
    $value: { colorSpace: 'srgb', components: [0.2, 0.4, 0.6], hex: '#336699' },
  });
  expect(colour?.['titleColour']).toMatchObject({ $type: 'color', $value: '{colour.textColour}' });
  expect(space?.['widest']).toMatchObject({ $type: 'dimension', $value: { value: 1180, unit: 'px' } });
  expect(lettering?.['titleFont']).toMatchObject({ $type: 'fontFamily' });
});

const colour = ($value: unknown) => ({ $type: 'color', $value });

test('tokens of other programs are read by their names; types are handed down, aliases followed', () => {
  const file = {
    brand: { $type: 'color', ink: { $value: '#102030' }, textColour: { $value: '{brand.ink}' } },
    accentColour: colour({ colorSpace: 'srgb', components: [1, 0.5, 0] }),
    titleFont: { $type: 'fontFamily', $value: ['Karla', 'sans-serif'] },
    gap: { $type: 'dimension', $value: { value: 2, unit: 'rem' } },
  };
  expect(readTokens(file, 'foolscap')).toEqual({
    values: { textColour: '#102030', accentColour: '#ff8000', titleFont: 'karla', gap: 2 },
    unknown: ['brand.ink'],
  });
});

test('what other programs keep beside tokens is passed over, whatever it is', () => {
  for (const extensions of [null, 5, 'x', { 'parlour.settings': null }, { 'parlour.settings': 'square' }])
    expect(readTokens({ $extensions: extensions, gap: { $value: 2 } }, 'foolscap').values).toEqual({ gap: 2 });
});

const chain = Object.fromEntries(
  Array.from({ length: 1500 }, (_, i) => [`t${i}`, { $type: 'color', $value: `{t${i + 1}}` }]),
);
let deep: object = { gap: { $value: 2 } };
for (let i = 0; i < 12; i++) deep = { inner: deep };

test.each<[string, unknown, string, RegExp]>([
  [
    'a cycle',
    { a: colour('{b}'), b: colour('{textColour}'), textColour: colour('{a}') },
    'textColour',
    /leads back to itself: textColour → a → b → textColour/,
  ],
  ['a chain of aliases', { ...chain, textColour: colour('{t0}') }, 'textColour', /^At most 20 aliases/],
  [
    'too many settings',
    { $extensions: { 'parlour.settings': Object.fromEntries(Array.from({ length: 2001 }, (_, i) => [`s${i}`, 1])) } },
    's2000',
    /at most 2000 tokens/,
  ],
  [
    'an alias of nothing',
    { textColour: colour('{ink}'), inc: colour('#000000') },
    'textColour',
    /There is no token “ink”/,
  ],
  ['another type', { textColour: { $type: 'dimension', $value: '1px' } }, 'textColour', /Text takes color/],
  ['an unknown type', { gap: { $type: 'wobble', $value: 2 } }, 'gap', /is of the type “wobble”/],
  [
    'another unit',
    { gap: { $type: 'dimension', $value: { value: 20, unit: 'px' } } },
    'gap',
    /is in “px”; Gaps is in rem/,
  ],
  ['a colour that is none', { textColour: colour('red') }, 'textColour', /must be a colour/],
  [
    'a colour of another space',
    { textColour: colour({ colorSpace: 'lab', components: [1, 2, 3] }) },
    'textColour',
    /no colour that can be read/,
  ],
  [
    'a typeface that does not ship',
    { titleFont: { $type: 'fontFamily', $value: 'Papyrus' } },
    'titleFont',
    /“papyrus” is no typeface that ships/,
  ],
  [
    'out of bounds',
    { look: { widest: { $type: 'dimension', $value: { value: 9000, unit: 'px' } } } },
    'look.widest',
    /at most 1760/,
  ],
  ['nothing of the look', { ink: colour('#000000') }, 'tokens', /set nothing of the look/],
  ['no tokens', [1], 'tokens', /neither a group nor a token/],
  ['too deep', deep, 'inner.inner.inner.inner.inner.inner.inner.inner.inner.inner.inner', /at most 10 inside/],
  [
    'too many',
    Object.fromEntries(Array.from({ length: 2001 }, (_, i) => [`t${i}`, colour('#000000')])),
    't2000',
    /at most 2000 tokens/,
  ],
])('%s is refused with its place', (_, file, place, words) => {
  const problem = refusal(() => readTokens(file, 'foolscap'));
  expect([problem.code, problem.place]).toEqual(['bad-tokens', place]);
  expect(problem.message).toMatch(words);
  expect(problem.remedy).toMatch(/\.$/);
});
