/** The files that pages link to for the kinds on them. */
import { defineKind, html, kindSet } from '../kinds/index.js';
import { kindsCss, kindsScript, kindsScriptPath, kindsStylePath } from './index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { about } from '../tests/pieces.js';

test('a page gets the rules of its kinds, and the scripts of those that have one', () => {
  const names = ['accordion', 'gallery', 'heading', 'no-such-kind'];
  const { hash } = SHIPPED_KINDS;
  expect(kindsStylePath(names, SHIPPED_KINDS)).toBe(`/styles/kinds/${names.join('+')}.css?v=${hash}`);
  expect(kindsCss(names, SHIPPED_KINDS)).toMatch(/^\.k-accordion \{.*\.k-gallery \{.*\.k-heading \{/s);
  expect(kindsScriptPath(names, SHIPPED_KINDS)).toBe(`/scripts/kinds/accordion+gallery.js?v=${hash}`);
  expect(kindsScriptPath(['heading'], SHIPPED_KINDS)).toBeNull();
});

test('a script is called with each section of its kind, in the order of the page', () => {
  const kinds = kindSet([
    defineKind(about({ name: 'note', fields: {} }), {
      view: () => html`x`,
      script: (section: { seen: boolean }) => (section.seen = true),
    }),
  ]);
  const sections = [{ seen: false }, { seen: false }];
  const document = { querySelectorAll: (asked: string) => (asked === '.k-note' ? sections : []) };
  new Function('document', kindsScript(['note', 'other'], kinds))(document);
  expect(sections).toEqual([{ seen: true }, { seen: true }]);
});

test('kinds are known by what they say, their rules, their scripts and their code', () => {
  const kind = (runtime: Partial<Parameters<typeof defineKind>[1]> = {}, title = 'Note') =>
    kindSet([defineKind(about({ name: 'note', title, fields: {} }), { view: () => html`x`, ...runtime })]).hash;
  const all = [
    kind(),
    kind({}, 'Other'),
    kind({ css: 'a{}' }),
    kind({ script: () => undefined }),
    kind({ view: () => html`y` }),
    kind({ needs: () => [] }),
  ];
  expect(new Set(all).size).toBe(all.length);
  expect(kind()).toBe(all[0]);
});
