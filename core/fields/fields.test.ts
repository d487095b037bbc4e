import fc from 'fast-check';
import {
  BREAK_MARK,
  checkValue,
  choice,
  cleanProse,
  code,
  colour,
  dateTime,
  entries,
  fieldSchema,
  font,
  inWords,
  jsonSchema,
  length,
  link,
  normalInstant,
  number,
  picture,
  prose,
  proseFault,
  proseParts,
  reference,
  rule,
  source,
  text,
  toggle,
  withDefaults,
  words,
  type Field,
} from './index.js';

const accepts = (field: Field, value: unknown): boolean => {
  try {
    checkValue(field, value, 'field');
    return true;
  } catch {
    return false;
  }
};

describe('fields', () => {
  const size = number('Size', 'How large.', { min: 2, max: 10, step: 0.5, default: 4 });
  const side = choice('Side', 'Where.', { start: 'Start', end: 'End' }, 'start');
  const hash = 'a'.repeat(64);

  test.each<[string, Field, unknown[], unknown[]]>([
    ['text', text('T', 't', { max: 3 }), ['', 'abc', 'é'], ['abcd', 5, null, undefined, 'a\0', '\ud800']],
    ['number', size, [2, 2.5, 10], [1.5, 10.5, 2.25, '4', NaN, Infinity, null]],
    ['choice', side, ['start', 'end'], ['middle', '', null, ['start']]],
    ['font', font('F', 'f', { garamond: 'Garamond' }, 'garamond'), ['garamond'], ['Garamond', 'arial', '', null]],
    ['toggle', toggle('T', 't'), [true, false], ['true', 1, null]],
    ['colour', colour('C', 'c'), ['#a33b2a'], ['red', '#A33B2A', '#fff', null]],
    [
      'picture',
      picture('P', 'p'),
      [null, { picture: hash, alt: '' }],
      [{ picture: 'x', alt: '' }, { picture: hash }, { picture: hash, alt: '', more: 1 }, 'x'],
    ],
    [
      'link',
      link('L', 'l'),
      [null, { to: 'product:K-1' }, { url: 'https://a.example/b' }, { url: '/cart' }, { url: 'mailto:a@b.example' }],
      [
        { url: 'javascript:alert(1)' },
        { url: '//evil.example' },
        { url: '/\t/evil.example' },
        { url: '/\n/evil.example' },
        { to: 'a b' },
        {},
        { to: 'home', url: '/' },
        'home',
      ],
    ],
    [
      'source',
      source('S', 's'),
      [{ from: 'newest' }, { from: 'collection', collection: 'C-1' }, { from: 'chosen', products: [] }],
      [
        { from: 'anywhere' },
        { from: 'collection' },
        { from: 'newest', limit: 3 },
        { from: 'chosen', products: ['', 'a'] },
        null,
      ],
    ],
    [
      'length',
      length('L', 'l', { units: ['px', '%'], max: 400 }),
      ['0px', '12.5px', '100%', '400px'],
      ['12', '12em', '401px', '-1px', '1e3px', '', null],
    ],
    [
      'date-time',
      dateTime('D', 'd'),
      ['', '2026-11-27T08:00:00.000Z', '2026-11-27T08:00:30.999Z'],
      ['2026-11-27', '2026-11-27T08:00Z', '2026-11-27T08:00:00Z', '2026-02-30T08:00:00.000Z', null],
    ],
    ['code', code('C', 'c', { max: 8 }), ['', '<b>\n</b>', '\t'], ['123456789', '\0', '\u001b[2J', '\u009b', null]],
    ['reference', reference('R', 'r', 'template', { required: true }), ['a'], ['', null]],
    [
      'rule',
      rule('R', 'r', { required: true }),
      [{ match: 'all', conditions: [{ fact: 'brand', is: 'is', value: 'x' }] }],
      [null],
    ],
    [
      'words',
      words('W', 'w', { max: 2 }),
      [[], ['sea', 'wind']],
      [['a', 'b', 'c'], [''], ['x'.repeat(61)], 'sea', null],
    ],
    [
      'rule',
      rule('R', 'r'),
      [null, { match: 'any', conditions: [{ fact: 'reduced', is: 'is', value: true }] }],
      [
        { match: 'some', conditions: [{ fact: 'price', is: '>', value: 1 }] },
        { match: 'all', conditions: [] },
        { match: 'all', conditions: [{ fact: 'price', is: '~', value: 1 }] },
        { match: 'all', conditions: [{ fact: 'price', is: '>', value: [1] }] },
        'price > 1',
      ],
    ],
    [
      'reference to a page',
      reference('P', 'p', 'page'),
      ['', 'home', 'product:K-1'],
      ['product:', 'a b', 'product:K 1', null],
    ],
    ['reference to a menu', reference('M', 'm', 'menu'), ['', 'main'], ['main menu', '-', 'm/n', null]],
    ['list', entries('E', 'e', 'slide', {}), [], [[], [{ id: 'a' }], null]],
  ])('%s takes what fits and nothing else', (_, field, good, bad) => {
    for (const value of good) expect([value, accepts(field, value)]).toEqual([value, true]);
    for (const value of bad) expect([value, accepts(field, value)]).toEqual([value, false]);
  });

  test('a refusal names the field, says what is wrong and how to fix it', () => {
    expect(() => checkValue(size, 11, 'size')).toThrow(
      expect.objectContaining({
        code: 'bad-value',
        place: 'size',
        remedy: 'How large.',
        message: expect.stringContaining('at most 10'),
      }),
    );
    expect(() => checkValue(link('L', 'l'), { url: 'ftp://x' }, 'link')).toThrow(
      expect.objectContaining({ place: 'link.url' }),
    );
  });

  test('a text that is too long says how long it is', () => {
    expect(() => checkValue(text('T', 't', { max: 3 }), 'abcde', 'title')).toThrow(
      'Title is 5 characters long; at most 3 are allowed.',
    );
  });

  test('JSON Schema comes from the same declaration', () => {
    expect(jsonSchema(fieldSchema(size))).toMatchObject({ type: 'number', minimum: 2, maximum: 10, multipleOf: 0.5 });
    expect(jsonSchema(fieldSchema(side))).toMatchObject({ type: 'string', enum: ['start', 'end'] });
    expect(jsonSchema(fieldSchema(picture('P', 'p')))).toMatchObject({
      type: ['object', 'null'],
      required: ['picture', 'alt'],
      additionalProperties: false,
    });
    expect(jsonSchema(fieldSchema(source('S', 's')))).toMatchObject({
      oneOf: expect.arrayContaining([expect.objectContaining({ required: ['from', 'collection'] })]),
    });
  });

  test('own values lie over defaults, and nothing is read from prototypes', () => {
    expect(withDefaults({ size, toString: text('T', 't') }, { size: 6 })).toEqual({ size: 6, toString: '' });
  });
});

test.each<[Field | undefined, unknown, string]>([
  [text('T', 't'), 'Wind', '“Wind”'],
  [text('T', 't'), '', 'empty'],
  [text('T', 't', { max: 400 }), 'x'.repeat(200), `“${'x'.repeat(78)}…`],
  [number('N', 'n', { min: 0, max: 90, unit: 'px', default: 1 }), 40, '40 px'],
  [number('N', 'n', { min: 0, max: 9, default: 1 }), 4, '4'],
  [choice('C', 'c', { start: 'At the start' }, 'start'), 'start', '“At the start”'],
  [choice('C', 'c', { start: 'At the start' }, 'start'), 'gone', '“gone”'],
  [font('F', 'f', { serif: 'Serif' }, 'serif'), 'serif', '“Serif”'],
  [toggle('T', 't'), false, 'off'],
  [dateTime('D', 'd'), '2026-12-01T08:30:00Z', '2026-12-01 08:30 (+00:00)'],
  [dateTime('D', 'd'), '', 'empty'],
  [prose('P', 'p'), '<p>Wind <em>and</em></p><p>sea</p>', '“Wind and sea”'],
  [picture('P', 'p'), null, 'no picture'],
  [picture('P', 'p'), { picture: 'a', alt: 'A reel' }, 'the picture “A reel”'],
  [picture('P', 'p'), { picture: 'a', alt: '' }, 'a picture'],
  [link('L', 'l'), { to: 'home', window: 'new' }, 'the home page, in a new window'],
  [link('L', 'l'), { url: 'https://a.example' }, '“https://a.example”'],
  [link('L', 'l'), null, 'no link'],
  [source('S', 's'), { from: 'collection', collection: 'C-1' }, 'the collection C-1'],
  [source('S', 's'), { from: 'chosen', products: ['K-1', 'K-2'] }, 'K-1 and K-2'],
  [source('S', 's'), { from: 'chosen', products: [] }, 'no products'],
  [source('S', 's'), { from: 'same-brand' }, 'the brand of the page'],
  [source('S', 's'), { from: 'goes-with' }, 'what goes with the product'],
  [words('W', 'w'), ['sea', 'wind', 'dunes'], 'sea, wind and dunes'],
  [rule('R', 'r'), { match: 'all', conditions: [{ fact: 'price', is: '>=', value: 80 }] }, 'price >= 80'],
  [rule('R', 'r'), null, 'no rule'],
  [text('T', 't'), { bind: 'title' }, 'the page’s own title'],
  [text('T', 't'), undefined, 'its default'],
  [undefined, { b: 1, a: [2] }, '{"a":[2],"b":1}'],
])('in words: %#', (field, value, said) => expect(inWords(field, value)).toBe(said));

describe('prose', () => {
  test('allowed elements stay, everything else loses its mark-up but not its text', () => {
    expect(
      cleanProse(
        '<p onclick="x">Wind <b>and</b> <strong>sea</strong> <a href="javascript:x">no</a> <a href="/a?b=1&amp;c">yes</a><script>bad()</script><br>',
      ),
    ).toBe('<p>Wind and <strong>sea</strong> <a>no</a> <a href="/a?b=1&amp;c">yes</a><br></p>');
    const opens = '<p><a href="/a" target="_blank">new window</a> <a href="/b">here</a></p>';
    expect([cleanProse(opens), proseFault(opens)]).toEqual([opens, null]);
    expect(cleanProse('<p><a href="/a" target="_top">x</a></p>')).toBe('<p><a href="/a">x</a></p>');
    expect(cleanProse('<p>1 < 2 & 3')).toBe('<p>1 &lt; 2 &amp; 3</p>');
    expect(cleanProse(cleanProse('<ul><li>a<li>b</ul>'))).toBe(cleanProse('<ul><li>a<li>b</ul>'));
  });

  test.each([
    '<script>',
    '<p style="x">',
    '<a href="data:x">',
    '<img src=x onerror=y>',
    '<a href="/x" target="_top">',
    '<a href="/\\evil.example">',
    '<a href="/\t/evil.example">',
    '<a href="/\n/evil.example">',
    '<a href="/\r\n/evil.example">',
  ])('%s is named as a fault', (html) => {
    expect(proseFault(html)).toMatch(/not allowed/);
  });

  test.each([
    ['<constructor>', /<constructor> is not allowed/],
    ['<constructor onclick=x>', /<constructor> is not allowed/],
    [`${'<em>'.repeat(17)}x`, /at most 16 elements inside each other/],
    ['<br>'.repeat(2001), /at most 2,000 elements/],
    [BREAK_MARK.repeat(21), /at most 20 break marks/],
  ])('%.40s… is refused', (html, words) => {
    expect(proseFault(html)).toMatch(words);
    expect(cleanProse(html)).not.toContain('constructor');
  });

  test('text with more mark-up than is allowed is shown without it, and never grows beyond what was written', () => {
    const deep = `${'<s>'.repeat(14_280)}wind`;
    expect(proseParts(deep)).toEqual(['wind']);
    expect(proseFault(deep)).toMatch(/inside each other/);
    expect(cleanProse('<'.repeat(50_000)).length).toBeLessThan(250_000);
    const nested = `${'<p><em>'.repeat(8)}${`wind${BREAK_MARK}`.repeat(20)}`;
    expect(proseFault(nested)).toBeNull();
    expect(proseParts(nested).join('').length).toBeLessThan(20 * 16 * 10 + nested.length);
    expect(inWords(prose('P', 'p'), deep)).not.toContain('<');
  });

  const split = (html: string): readonly string[] => proseParts(html.replaceAll('|', BREAK_MARK));

  test.each<[string, string, string[]]>([
    ['no mark: one part', '<p>a</p>', ['<p>a</p>']],
    ['between paragraphs', '<p>a</p>|<p>b</p>|<p>c</p>', ['<p>a</p>', '<p>b</p>', '<p>c</p>']],
    ['inside a paragraph', '<p>a <em>b|c</em> d</p>', ['<p>a <em>b</em></p>', '<p><em>c</em> d</p>']],
    [
      'inside a link',
      '<p><a href="/a?b&amp;c">a|b</a></p>',
      ['<p><a href="/a?b&amp;c">a</a></p>', '<p><a href="/a?b&amp;c">b</a></p>'],
    ],
    ['a list counts on', '<ol><li>a</li>|<li>b</li></ol>', ['<ol><li>a</li></ol>', '<ol start="2"><li>b</li></ol>']],
    [
      'inside an item',
      '<ol><li>a</li><li>b|c</li></ol>',
      ['<ol><li>a</li><li>b</li></ol>', '<ol start="2"><li>c</li></ol>'],
    ],
    [
      'in a paragraph of its own, with spaces that do not break',
      '<p>a</p><p>&nbsp;|\u200b<br></p><p>b</p>',
      ['<p>a</p>', '<p>b</p>'],
    ],
    ['alone in an item', '<ul><li>a</li><li>|</li></ul>', ['<ul><li>a</li></ul>', '']],
    ['at the start: the lead is empty', '|<p>a</p>', ['', '<p>a</p>']],
    ['not out of a script', '<script>|</script><p>a</p>', ['<p>a</p>']],
  ])('break marks, %s', (_what, html, parts) => {
    expect(split(html)).toEqual(parts);
  });

  test('a text with break marks is allowed, stays as it is, and its parts hold all its words, each clean', () => {
    const piece = fc.constantFrom(
      '<p>',
      '</p>',
      '<ul>',
      '<ol>',
      '<li>',
      '</li>',
      '</ul>',
      '<em>',
      '</em>',
      '<h2>',
      'wind',
      ' ',
      '&nbsp;',
      '|',
      '<a href="/x">',
      '</a>',
      '<br>',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 16 }), (pieces) => {
        const html = pieces.join('');
        const parts = split(html);
        expect(parts).toHaveLength(html.split('|').length);
        for (const part of parts) expect(cleanProse(part)).toBe(part.replaceAll(/ start="\d+"/g, ''));
        const whole = cleanProse(html.replaceAll('|', BREAK_MARK));
        expect(cleanProse(whole)).toBe(whole);
        expect(whole.split(BREAK_MARK)).toHaveLength(parts.length);
        const words = (text: string): string => text.replaceAll(/<[^>]*>|\s/g, '');
        expect(words(parts.join(''))).toBe(words(whole));
      }),
    );
    expect(proseFault('<p>a</p><wbr data-break><p>b</p>')).toBeNull();
    // An empty cell holds the place of the others in its row.
    const table = '<table><tbody><tr><th>Wind</th><th></th></tr><tr><td></td><td>2 to 4</td></tr></tbody></table>';
    expect([proseFault(table), proseParts(table), cleanProse(table)]).toEqual([null, [table], table]);
  });
});

test('instants are brought to one form; a day that the month does not have is not made one of the next', () => {
  const found = ['2026-11-27T08:00Z', '2026-11-27T08:00:00.5Z', '2026-02-30T08:00Z', 'soon'].map(normalInstant);
  expect(found).toEqual(['2026-11-27T08:00:00.000Z', '2026-11-27T08:00:00.500Z', '2026-02-30T08:00Z', 'soon']);
});
