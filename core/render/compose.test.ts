/** Sections in their places: instances, shared sections, open places, additions. */
import { stateOf } from '../documents/state.js';
import { MOST_ADDITIONS, why } from '../assign/index.js';
import type { Document } from '../documents/index.js';
import { defineKind, html, kindSet } from '../kinds/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { assignments, section } from '../tests/designs.js';
import { made, productPage, render, renderOnly, sectioned, SETTING } from '../tests/pages.js';
import { about, withCards, words } from '../tests/pieces.js';

describe('instances', () => {
  test('every section has a path through what it is in, an id after it, and can be rendered alone', () => {
    const buy = section('b', 'buy-form');
    const main = [
      section('u', 'shared-section', { shared: 'offer' }),
      section('v', 'shared-section', { shared: 'offer' }),
      section('c', 'columns', {}, { one: [section('w', 'shared-section', { shared: 'offer' })], two: [] }),
    ];
    const documents = {
      'shared/offer': sectioned('shared', {}, [buy]),
      'around/footer/standard': sectioned('arrangement', { region: 'footer' }, [
        section('u', 'shared-section', { shared: 'offer' }),
        section('n', 'open-place'),
      ]),
      'addition/one': sectioned('addition', { place: 'open-place:extra', target: { pageKind: 'product' } }, [buy]),
      'addition/two': sectioned('addition', { place: 'footer', target: { pageKind: 'product' } }, [buy]),
    };
    const options = [{ name: 'Span of it', values: ['1 m'] }];
    const variants = [{ code: 'v', options: { 'Span of it': '1 m' }, price: 100, wasPrice: null, stock: 1 }];
    const form = { section: 'v~b', typed: { quantity: '4' }, refused: 'Too many.' };
    const page = made(main, { documents, page: productPage({ options, variants }), form });
    const paths = [...page.composition.instances]
      .filter(([, { kind }]) => kind.name === 'buy-form')
      .map(([path]) => path);
    expect(paths).toEqual(['u~b', 'v~b', 'w~b', 'footer~u~b', 'footer~n~+one~b', 'footer~+two~b']);
    const ids = [...page.html.matchAll(/ id="([^"]+)"/g)].map((found) => found[1] as string);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.filter((id) => /\s/.test(id))).toEqual([]);
    for (const path of paths) expect(ids).toContain(`s-${path}`);
    // What was typed and why it was refused stand at the one that was used.
    expect(page.html.match(/Too many\./g)).toHaveLength(1);
    const alone = renderOnly(page, 'v~b') ?? '';
    expect(alone).toMatch(/^<div class="frame [^>]*id="s-v~b">.*value="4".*Too many\..*<\/div>$/s);
    expect(page.html).toContain(alone);
    expect(renderOnly(page, 'u~b')).not.toContain('Too many');
    for (const forged of ['', 'c', 'x~b', 'constructor', 'v~b~'.repeat(9)])
      expect(renderOnly(page, forged)).toBeUndefined();
  });

  test('in a preview every section is one by itself, also those that are the same on every page', () => {
    const main = [section('c', 'columns', {}, { one: [words('h', 'Same')], two: [section('d', 'divider')] })];
    const pathsOf = (mode: 'live' | 'preview') => [...made(main, { mode }).composition.instances.keys()];
    expect([pathsOf('live'), pathsOf('preview')]).toEqual([[], ['h', 'd', 'c']]);
    const page = made(main, { mode: 'preview' });
    expect(page.html).toContain(renderOnly(page, 'h'));
    expect(renderOnly(page, 'h')).toMatch(/data-section="h".*>Same</);
  });

  test('a shared section that does not fit a page says so in the preview, and is left out for shoppers', () => {
    const main = [section('u', 'shared-section', { shared: 'cost' }), section('w', 'heading', { text: 'A heading' })];
    const documents = {
      'shared/cost': sectioned('shared', {}, [section('c', 'price'), section('h', 'heading', { text: 'A heading' })]),
    };
    const shown = (mode: 'live' | 'preview') => render(main, { documents, mode });
    expect(shown('preview')).toMatch(/“Price” does not fit this page\.<\/strong> It is made for product pages\./);
    expect(shown('preview')).toContain('data-section="u~c"');
    expect(shown('live')).not.toMatch(/does not fit|data-section/);
    expect(shown('live').match(/A heading/g)).toHaveLength(2);
    expect(made(main, { documents }).composition.kinds).toEqual(['heading', 'price', 'shared-section']);
  });

  test('shared sections, open places, additions and a side area are filled when the page is composed', () => {
    const documents = {
      'shared/promise': sectioned('shared', {}, [words('p', 'Promise')]),
      'addition/one': sectioned('addition', { place: 'open-place:extra', target: { page: 'home' } }, [
        words('x', 'Extra'),
      ]),
      'addition/two': sectioned('addition', { place: 'below', target: { pageKind: 'home' } }, [words('b', 'Below')]),
      'addition/three': sectioned('addition', { place: 'below', target: { pageKind: 'cart' } }, [
        words('c', 'Elsewhere'),
      ]),
    };
    const areas = {
      main: [section('u', 'shared-section', { shared: 'promise' }), section('n', 'open-place')],
      side: [words('s', 'Beside')],
    };
    const page = made([], { documents, template: { layout: { width: 'standard', side: 'end' }, areas } });
    expect(page.html).toMatch(/area-main.*Promise.*Extra.*area-side.*Beside.*around-below.*Below/s);
    expect(page.html).not.toContain('Elsewhere');
    // A side area is the template's own; an arrangement comes into it only where the template chooses one.
    const shelves = (code: string) => ({
      [`around/side/${code}`]: sectioned('arrangement', { region: 'side' }, [words('s', `Shelves ${code}`)]),
    });
    const beside = (side: 'none' | 'end', around?: { side: string }) =>
      made([], {
        documents: { ...shelves('standard'), ...shelves('news') },
        template: { layout: { width: 'standard', side }, areas, ...(around && { around }) },
      }).html;
    expect(beside('end', { side: 'news' })).toMatch(/area-side.*Beside.*Shelves news.*<\/div><\/div>/s);
    expect(beside('end', { side: 'news' }).match(/data-path="[^"]*s"|id="[^"]*"/g)?.length).toBe(
      new Set(beside('end', { side: 'news' }).match(/data-path="[^"]*s"|id="[^"]*"/g)).size,
    );
    for (const other of [beside('end'), beside('end', { side: 'none' }), beside('none', { side: 'news' })])
      expect(other).not.toContain('Shelves');
    expect([...page.parts.documents].sort()).toEqual([
      'addition/one',
      'addition/two',
      'look',
      'shared/promise',
      'template/t',
    ]);
  });

  test('an open place that nothing fills leaves no frame, nor does one whose filling turns out empty', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'open-place:extra', target: { page: 'home' } }, [
        section('r', 'product-row'),
      ]),
    };
    const main = [section('n', 'open-place'), section('m', 'open-place', { name: 'other' })];
    expect(render(main, { documents })).not.toContain('k-open-place');
    expect(render(main, { documents, answer: withCards }).match(/k-open-place/g)).toHaveLength(1);
    expect(render(main, { mode: 'preview' }).match(/k-open-place/g)).toHaveLength(2);
  });

  test('what shows itself costs its own place, not the page', () => {
    const documents = {
      'shared/a': sectioned('shared', {}, [words('w', 'Round'), section('s', 'shared-section', { shared: 'a' })]),
      'addition/a': sectioned('addition', { place: 'open-place:extra', target: { page: 'home' } }, [
        words('x', 'Extra'),
        section('m', 'open-place'),
      ]),
    };
    const main = [section('u', 'shared-section', { shared: 'a' }), section('n', 'open-place'), words('z', 'After')];
    expect(render(main, { documents }).match(/Round|Extra|After/g)).toEqual(['Round', 'Extra', 'After']);
  });

  test('open places inside what fills open places are filled, and one that is repeated shows its filling each time', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'open-place:outer', target: { page: 'home' } }, [
        words('x', 'Outer'),
        section('m', 'open-place', { name: 'inner' }),
        section('o', 'open-place', { name: 'inner' }),
      ]),
      'addition/b': sectioned('addition', { place: 'open-place:inner', target: { pageKind: 'home' } }, [
        words('y', 'Inner'),
      ]),
    };
    const page = render([section('n', 'open-place', { name: 'outer' })], { documents });
    expect(page.match(/Outer|Inner/g)).toEqual(['Outer', 'Inner', 'Inner']);
  });

  test('additions that say no pages, or no rule, stop nothing', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'above' }, [words('x', 'Nowhere')]),
      'addition/b': sectioned('addition', { place: 'above', target: { pageKind: 'home', when: null } }, [
        words('y', 'Here'),
      ]),
    };
    expect(render([words('z', 'Home')], { documents }).match(/Nowhere|Here|Home/g)).toEqual(['Here', 'Home']);
  });

  test('what stands in a side area is shown only where the layout has one', () => {
    const areas = { main: [words('m', 'Main')], side: [words('s', 'Beside')] };
    expect(render([], { template: { areas } })).not.toMatch(/Beside|class="areas/);
    expect(render([], { template: { areas, layout: { width: 'standard', side: 'start' } } })).toMatch(
      /class="areas areas-start".*Main.*Beside/s,
    );
  });

  test('a kind for regions shows in those, on every page, and nowhere else', () => {
    const flag = defineKind(
      { ...about({ name: 'flag', fields: {} }), fits: { pages: [], regions: ['header'] } },
      { view: () => html`<b>Flag</b>` },
    );
    const kinds = kindSet([...SHIPPED_KINDS.all, flag]);
    const inRegion = (region: string) =>
      render([], {
        kinds,
        documents: { [`around/${region}/standard`]: sectioned('arrangement', { region }, [section('f', 'flag')]) },
      });
    expect(inRegion('header')).toContain('<b>Flag</b>');
    expect(inRegion('footer')).not.toContain('Flag');
    expect(render([section('f', 'flag')], { kinds })).not.toContain('Flag');
  });

  test('a page takes so many additions, in the order of their keys, and says that there are more', () => {
    const many: Record<string, Document> = Object.fromEntries(
      Array.from({ length: MOST_ADDITIONS + 5 }, (_, i) => [
        `addition/a${String(i).padStart(2, '0')}`,
        sectioned('addition', { place: 'above', target: { pageKind: 'home' } }, [words(`w${i}`, `Nr ${i}.`)]),
      ]),
    );
    const shown = render([], { documents: many }).match(/Nr \d+\./g);
    expect(shown).toEqual(Array.from({ length: MOST_ADDITIONS }, (_, i) => `Nr ${i}.`));
    const state = stateOf(Object.entries({ 'assignments/home': assignments('home', 'home'), ...many }));
    const told = why({ code: 'home', title: 'Home', path: '/', facts: new Map() }, state, SETTING, SHIPPED_KINDS);
    expect(told.sentences).toContain(
      `A page takes at most ${MOST_ADDITIONS} additions; any further ones are left out.`,
    );
  });

  test('however much is put on a page, it has an end', () => {
    const many = Array.from({ length: 200 }, (_, i) => section(`s${i}`, 'shared-section', { shared: 'a' }));
    const heads = Array.from({ length: 60 }, (_, i) => words(`w${i}`, 'A'));
    const page = render(many, { documents: { 'shared/a': sectioned('shared', {}, heads) } });
    expect(page.match(/k-heading/g)?.length).toBeLessThan(4000);
    expect(page).toContain('</html>');
  });
});
