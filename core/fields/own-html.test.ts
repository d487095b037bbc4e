import fc from 'fast-check';
import { checkValue, code } from './index.js';
import { cleanHtml, htmlFault } from './own-html.js';

const PICTURE = `/pictures/${'a'.repeat(64)}/960`;

test.each([
  ['<script>alert(1)</script>', '<script> is not allowed'],
  ['<p style="color:red">x</p>', 'the attribute “style” of <p> is not allowed'],
  ['<p class="button">x</p>', 'the attribute “class” of <p> is not allowed'],
  ['<a href="/\t/elsewhere.example">x</a>', 'the link “/\t/elsewhere.example” is not allowed'],
  ['<a href="/\n/elsewhere.example">x</a>', 'the link “/\n/elsewhere.example” is not allowed'],
  ['<a href="javascript:alert(1)">x</a>', 'the link “javascript:alert(1)” is not allowed'],
  ['<a href="//evil.example">x</a>', 'the link “//evil.example” is not allowed'],
  ['<img src="https://evil.example/p.png">', 'the picture “https://evil.example/p.png” is not allowed'],
  ['<img src="x" onerror="alert(1)">', 'the picture “x” is not allowed'],
  ['<td colspan="9999999">x</td>', '“colspan” of <td> must be a whole number'],
  ['<iframe src="x"></iframe>', '<iframe> is not allowed'],
  ['<form action="/cart"><input></form>', '<form> is not allowed'],
  ['<svg><script>1</script></svg>', '<svg> is not allowed'],
  ['<div>'.repeat(17), 'at most 16 elements inside each other are allowed'],
  ['<br>'.repeat(2001), 'at most 2,000 elements are allowed'],
])('%.40j is refused in words', (html, fault) => {
  expect(htmlFault(html)).toContain(fault);
  expect(() => checkValue(code('Html', 'Any.'), html, 'html')).toThrow(fault.slice(0, 20));
});

test('what is allowed stays as it is', () => {
  const html = `<section lang="de"><h2 title="T">A</h2><dl><dt>B</dt><dd>C</dd></dl><figure><img src="${PICTURE}" alt="D" width="40"><figcaption>E</figcaption></figure><details open=""><summary>F</summary><table><tr><td colspan="2">G</td></tr></table></details><a href="/browse?x=1&amp;y=2">H</a></section>`;
  expect([htmlFault(html), cleanHtml(html)]).toEqual([null, html]);
});

test.each([
  ['<p>a<b>c', '<p>a<b>c</b></p>'],
  ['<style>p{}</style><p>a</p>', '<p>a</p>'],
  ['<template><img src=x></template>b', 'b'],
  [`<img src="${PICTURE}">`, `<img src="${PICTURE}" alt="">`],
  ['<img src="/x.png">c', 'c'],
  ['<custom-part>d</custom-part>', 'd'],
  ['</div></main><p>e</p>', '<p></p><p>e</p>'.replace('<p></p>', '')],
  ['<div>'.repeat(20), ''],
])('%j becomes %j', (html, clean) => {
  expect(cleanHtml(html)).toBe(clean);
});

test('whatever is stored, what comes out is allowed', () => {
  const piece = fc.constantFrom(
    ...[
      '<p>',
      '</p>',
      '<div title="x">',
      '</div>',
      '<script>',
      '</script>',
      '<img src=x onerror=y>',
      '<a href=" javascript:x">',
    ],
    ...[
      '</a>',
      '<svg onload=x>',
      '</svg>',
      '<!--',
      '-->',
      '<![CDATA[',
      'text',
      '&lt;',
      '"',
      "'",
      '<td',
      '>',
      '<textarea>',
      '</textarea>',
    ],
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
      const clean = cleanHtml(pieces.join(''));
      expect(htmlFault(clean)).toBeNull();
    }),
    { numRuns: 400 },
  );
});
