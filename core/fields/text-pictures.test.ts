import { pointersOf } from '../render/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { section, template } from '../tests/designs.js';
import { HOME, made, productPage, render } from '../tests/pages.js';
import { cleanProse, picturesIn, proseFault, proseParts } from './index.js';

const HASH = 'a'.repeat(64);
const OTHER = 'b'.repeat(64);
const picture = (more = '', hash = HASH): string => `<img data-picture="${hash}"${more}>`;
const whole = `<img data-picture="${HASH}" alt="A &quot;kite&quot; &amp; line" data-width="half" data-side="end" data-caption="Maren&#39;s">`;
const info = { hash: HASH, width: 800, height: 600, alt: '', widths: [320, 800] };

test.each([
  [`<p>a</p>${whole}<p>b</p>`, null],
  [picture(), null],
  [
    '<img src="https://elsewhere.example/x.png">',
    'an <img> is not allowed without data-picture, which names a picture of the store',
  ],
  [picture(' data-width="huge"'), 'the width of a picture is one of: full, half, third'],
  [picture(' data-side="top"'), 'the side of a picture is one of: none, start, end'],
  [picture(` alt="${'x'.repeat(301)}"`), 'the words of a picture are at most 300 characters'],
  [`<p>${picture()}</p>`, 'a picture stands between paragraphs, lists and tables, not in one'],
  [picture(' onerror="x"'), 'the attribute “onerror” of <img> is not allowed'],
])('what may be written: %#', (html, fault) => {
  expect(proseFault(html)).toBe(fault);
});

test('a text is rebuilt with its pictures in one form; what is none is left out, and where a text is split they count', () => {
  expect(cleanProse(`<p>a</p>${whole}`)).toBe(`<p>a</p>${whole}`);
  expect(cleanProse(picture())).toBe(
    `<img data-picture="${HASH}" alt="" data-width="full" data-side="none" data-caption="">`,
  );
  expect(cleanProse(`<p>a${picture()}b</p><img src="x"><p>c</p>`)).toBe('<p>ab</p><p>c</p>');
  expect(proseParts(`${whole}<wbr data-break><p>b</p>`)).toEqual([whole, '<p>b</p>']);
  expect(picturesIn(cleanProse(`${whole}${picture('', OTHER)}${picture()}`))).toEqual([HASH, OTHER]);
});

const text = `<p>Before</p>${whole}<wbr data-break><p>After</p>`;
const answer = () => info;
const FIGURE =
  /<figure class="text-picture text-picture-half text-picture-at-end"><img src="\/pictures\/a{64}\/800" srcset="\/pictures\/a{64}\/320 320w, \/pictures\/a{64}\/800 800w" sizes="[^"]+" width="800" height="600" alt="A &quot;kite&quot; &amp; line" loading="lazy"><figcaption>Maren&#39;s<\/figcaption><\/figure>/;

test.each<[string, ReturnType<typeof section>]>([
  ['text', section('t', 'text', { text })],
  ['text in columns', section('t', 'text', { text, columns: true })],
  ['side by side', section('t', 'side-by-side', { text })],
  ['an accordion', { ...section('t', 'accordion'), lists: { parts: [{ id: 'p', values: { title: 'One', text } }] } }],
  ['the page’s own text', section('t', 'part-of-text', { part: 'all' })],
  ['the description of a product', section('t', 'product-title', { description: true })],
])('it is resized, said and captioned in %s', (_name, one) => {
  const page = productPage({ description: text });
  expect(render([one], { page, answer })).toMatch(FIGURE);
  expect(made([one], { page, answer }).needs).toContainEqual({ type: 'picture', hash: HASH });
});

test('one that is gone from the store leaves its place empty; it is told where references are', () => {
  const html = render([section('t', 'text', { text })], { answer: () => null, page: HOME });
  expect(html).not.toContain('text-picture');
  expect(html).toContain('Before');
  expect(pointersOf(template([section('t', 'text', { text })]), SHIPPED_KINDS).needs).toContainEqual({
    type: 'picture',
    hash: HASH,
  });
});
