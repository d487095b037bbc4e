/** What a section depends on, found out by trying it. */
import type { Section } from '../documents/index.js';
import { text } from '../fields/index.js';
import { defineKind, html, kindSet, type Properties } from '../kinds/index.js';
import { renderInstance } from './index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { section } from '../tests/designs.js';
import { HOME, made, productPage, render } from '../tests/pages.js';
import { about, pathsOf, withCards, words } from '../tests/pieces.js';

describe('what a section depends on', () => {
  const buy = section('b', 'buy-form');
  const chunks = (main: readonly Section[]) =>
    [...made(main, { page: productPage() }).composition.instances].map(([path, { compiled }]) => [
      path,
      compiled.chunk,
    ]);

  test('is found out by trying it without a page; what depends on nothing is rendered once', () => {
    const { composition } = made([words('a', 'A heading'), words('c', 'Same')]);
    expect(composition.body).toHaveLength(1);
    expect(composition.body[0]).toMatch(/A heading.*Same/s);
    expect(
      chunks([
        section('a'),
        section('t', 'page-title'),
        section('r', 'product-row'),
        section('p', 'part-of-text', { text: '<p>Own</p>' }),
        section('q', 'part-of-text'),
        section('v', 'heading', { text: { bind: 'title' } }),
        buy,
      ]),
    ).toEqual([
      ['t', 'page'],
      ['r', 'data'],
      ['q', 'page'],
      ['v', 'page'],
      ['b', 'facts'],
    ]);
  });

  test('a section with facts inside columns leaves the rest of the columns constant', () => {
    const { composition } = made([section('c', 'columns', {}, { one: [words('a', 'Left')], two: [buy] })], {
      page: productPage(),
    });
    const [before, instance, after, ...rest] = composition.body;
    expect([before, after]).toEqual([expect.stringMatching(/Left.*<div>$/s), expect.stringMatching(/^<\/div>/)]);
    expect(instance).toMatchObject({ compiled: { path: 'b' } });
    expect(rest).toEqual([]);
  });

  test('what is hidden, or out of its dates, asks nothing', () => {
    const row = (frame: Section['frame']) => ({ ...section('r', 'product-row'), frame });
    const asked = (frame: Section['frame']) => made([row(frame)]).needs.length;
    expect(asked({})).toBe(1);
    expect(asked({ hidden: true })).toBe(0);
    expect(asked({ until: '2026-11-23T10:00:00.000Z' })).toBe(0);
    const holder = {
      ...section('c', 'columns', {}, { one: [row({})], two: [] }),
      frame: { from: '2027-01-01T00:00:00Z' },
    };
    expect(made([holder]).needs).toEqual([]);
  });

  test('needs are asked with the values a page has, also where they are bound to it', () => {
    const row = section('r', 'product-row', { limit: { bind: 'attribute.most', fallback: 3 } });
    const poster = section('p', 'poster', { title: 'One', action: 'See it', link: { bind: 'path' } });
    const shown = made([row, poster], {
      page: productPage({ attributes: { most: 7 } }),
      answer: (need) => withCards(need) ?? pathsOf({ 'product:K-1': '/item/one' })(need),
    });
    expect(shown.needs).toContainEqual({ type: 'products', source: { from: 'newest' }, limit: 7, more: null });
    expect(shown.html).toContain('One &amp; &lt;only&gt;');
    expect(shown.html).toContain('href="/item/one">See it</a>');
    expect(made([row], { page: productPage() }).needs).toContainEqual({
      type: 'products',
      source: { from: 'newest' },
      limit: 3,
      more: null,
    });
  });

  test('a view that fails, or reads what its kind did not declare, costs its own section and is told', () => {
    const broken = (name: string, view: Parameters<typeof defineKind>[1]['view']) =>
      defineKind({ ...about({ name, title: 'Broken', fields: {} }) }, { view });
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      broken('falls', () => {
        throw new Error('It <fell>.');
      }),
      broken('nosy', (_, view) => html`${view.fact('cart').lines.length}`),
      broken('greedy', (_, view) => html`${view.data({ type: 'path', page: 'cart' })}`),
      broken('curious', (_, view) => html`${view.page.query.page}`),
      defineKind(about({ name: 'asking', title: 'Broken', fields: {} }), {
        needs: (_, { query }) => [{ type: 'content', page: query.page ?? 'care' }],
        view: () => html`x`,
      }),
    ]);
    const main = ['falls', 'nosy', 'greedy', 'curious', 'asking'].map((name) => section(name.slice(0, 1), name));
    main.push(words('w', 'After'));
    const live = made(main, { kinds });
    expect(live.html).toContain('After');
    expect(live.html).not.toMatch(/fell|k-falls/);
    expect(live.faults.map(({ path, kind, error }) => [path, kind, String(error)])).toEqual([
      ['f', 'falls', 'Error: It <fell>.'],
      ['n', 'nosy', 'Error: The section kind “nosy” reads the fact “cart” without declaring it.'],
      ['g', 'greedy', 'Error: The section kind “greedy” reads path that it did not ask for.'],
      ['c', 'curious', 'Error: The section kind “curious” reads “?page=” without declaring it.'],
      ['a', 'asking', 'Error: The section kind “asking” reads “?page=” without declaring it.'],
    ]);
    expect(made(main, { kinds, mode: 'preview' }).html).toContain(
      '<strong>“Broken” could not be shown.</strong> It &lt;fell&gt;.',
    );
  });

  test('what a section reads, lists, asks for or sets costs its own place too, and is told once', () => {
    const fails = (what: string) => () => {
      throw new Error(`No ${what}.`);
    };
    const kindOf = (name: string, runtime: object, more: object = {}) =>
      defineKind(
        { ...about({ name, title: name, fields: {}, ...more }) },
        { view: () => html`<p>${name}</p>`, ...runtime },
      );
    const names = ['lists', 'needs', 'properties', 'upgrade'] as const;
    // Fails on this page alone, which shows only when the page is known.
    const here = defineKind(about({ name: 'here', title: 'Here', fields: {} }), {
      needs: (_values, { kind }) => (kind === 'collection' ? fails('here')() : []),
      view: (_values, { page }) => html`<p>here ${page.title}</p>`,
    });
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      here,
      ...names.map((name) =>
        name === 'upgrade'
          ? kindOf(name, { upgrade: { 1: fails(name) } }, { version: 2 })
          : kindOf(name, { [name]: fails(name) }),
      ),
    ]);
    const main = [
      ...names.map((name) => section(name, name)),
      section('here', 'here'),
      section('list', 'listing'),
      words('w', 'After'),
    ];
    const page = made(main, { kinds, page: { ...HOME, kind: 'collection', code: 'collection:C' } });
    expect(page.html).toContain('After');
    expect(page.faults.map(({ path, error }) => [path, String(error)])).toEqual(
      [...names, 'here'].map((name) => [name, `Error: No ${name}.`]),
    );
    expect([page.html.match(/<p>(lists|needs|properties|upgrade|here)/), page.request.page.listing?.type]).toEqual([
      null,
      'listing',
    ]);
    for (const name of names)
      expect(made(main, { kinds, mode: 'preview' }).html).toContain(
        `<strong>“${name}” could not be shown.</strong> No ${name}.`,
      );
    // One is rendered alone as it is on the page.
    expect(renderInstance(page.request, 'needs')?.faults).toHaveLength(1);
  });

  test('custom properties of frames and kinds are one style element; what is no plain value costs its section', () => {
    const tinted = (name: string, properties: (colour: string) => Properties) =>
      defineKind(
        { ...about({ name, title: 'Tinted', fields: { colour: text('Colour', 'Any.') } }) },
        { view: () => html`<p>Tinted</p>`, properties: ({ colour }) => properties(colour) },
      );
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      tinted('tinted', (colour) => ({ '--tint': colour })),
      tinted('odd', () => ({ '--Tint;x': 1 })),
    ]);
    const own = { tone: 'own', colour: '#10202a' };
    const frame = { frame: own };
    const style = (main: readonly Section[], page = productPage({ attributes: { colour: 'teal' } })) =>
      made(main, { kinds, page }).style;
    const bound = section('b', 'tinted', { colour: { bind: 'attribute.colour', fallback: 'red' } });
    expect(style([{ ...words('w', 'Dark'), ...frame }, bound])).toBe(
      '#s-w{--own:#10202a;--on-own:#ffffff}#s-b{--tint:teal}',
    );
    expect(style([bound], productPage())).toBe('#s-b{--tint:red}');
    const inside = section('c', 'columns', {}, { one: [section('~+d', 'tinted', { colour: 'red' })] });
    expect(style([inside])).toBe('#s-\\~\\+d{--tint:red}');
    for (const colour of [
      'red;}',
      '</style><script>',
      'a}b{',
      'url(/x)',
      '\\3c',
      '"x"',
      '@import',
      '1/*',
      '*/2',
      'x'.repeat(201),
      '',
    ]) {
      const { html, style: rules, faults } = made([section('t', 'tinted', { colour }), words('w', 'After')], { kinds });
      expect([colour, rules, html.includes('<style'), faults.map(({ path }) => path)]).toEqual([
        colour,
        '',
        false,
        ['t'],
      ]);
      expect(html).toContain('After');
    }
    expect(made([section('o', 'odd')], { kinds }).faults).toHaveLength(1);
    expect(() =>
      defineKind(
        { ...about({ name: 'x', fields: {} }), shows: ['cart'] as const },
        { view: () => html``, properties: () => ({}) },
      ),
    ).toThrow('shows facts');
  });

  test('values written for an older version of a kind are upgraded when read, and stay as they are', () => {
    const label = defineKind(
      { ...about({ name: 'label', fields: { words: text('W', 'w') } }), version: 2 },
      { view: ({ words }) => html`<i>${words}</i>`, upgrade: { 1: ({ text: old }) => ({ words: old }) } },
    );
    const old = section('l', 'label', { text: 'kept' });
    expect(render([old], { kinds: kindSet([label]) })).toContain('<i>kept</i>');
    expect(old.values).toEqual({ text: 'kept' });
  });

  test('sections are shown between their dates; the page says when it next looks different', () => {
    const dated = {
      ...words('d', 'Sale'),
      frame: { from: '2026-11-23T10:00:00.000Z', until: '2026-11-24T10:00:00.000Z' },
    };
    const main = [dated, { ...words('h', 'Secret'), frame: { hidden: true } }];
    const at = (now: string) => {
      const { html: page, until } = made(main, { now });
      return [page.includes('Sale'), until];
    };
    expect(at('2026-11-23T09:59:59.999Z')).toEqual([false, '2026-11-23T10:00:00.000Z']);
    expect(at('2026-11-23T10:00:00.000Z')).toEqual([true, '2026-11-24T10:00:00.000Z']);
    expect(at('2026-11-24T10:00:00.000Z')).toEqual([false, null]);
    expect(render(main)).not.toContain('Secret');
  });
});
