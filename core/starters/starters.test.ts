/** What ships to begin with works as it is, for every page kind. */
import {
  applyRequests,
  isSection,
  openDocument,
  starterDesign,
  type DraftDocument,
  type EditRequest,
} from '../design/index.js';
import type { MenuDocument } from '../documents/index.js';
import { kindName, menuEntries } from '../kinds/index.js';
import { pageKinds } from '../pages/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { READY_PAGES, startersFor, templateFrom } from './index.js';
import { draftOf, publishRefusal, refusal, tools } from '../tests/designs.js';

const all = pageKinds().flatMap((kind) => startersFor(kind).map((starter) => ({ kind, ...starter })));

test('each has a code of its own, a sentence, and is for the kind it is listed under', () => {
  expect(new Set(all.map(({ code }) => code)).size).toBe(all.length);
  for (const { kind, pageKind, sentence } of all)
    expect([pageKind, sentence]).toEqual([kind, expect.stringMatching(/\.$/)]);
});

test.each(all)('$code makes a template that may be published', (starter) => {
  const template = templateFrom(starter, 'Mine', 'Tern Tea');
  expect(publishRefusal({ 'template/mine': template })).toBeNull();
  const sections = Object.values(openDocument(template).nodes).filter(isSection);
  expect(sections.length).toBeGreaterThan(0);
  for (const { kind } of sections) {
    const { fits } = SHIPPED_KINDS.find(kind) ?? {};
    expect([kindName(kind), fits?.pages.includes(starter.pageKind) ?? true]).toEqual([kindName(kind), true]);
  }
});

test('a new store has every content page it needs, marked as ready-made, with a menu to each; one can be made again', () => {
  const design = starterDesign('Tern Tea');
  const linked = ['menu/header-links', 'menu/help'].flatMap((key) => {
    const menu = design.get(key) as MenuDocument;
    return menuEntries(menu, null).map(({ link }) => (link && 'to' in link ? link.to : ''));
  });
  expect(linked).toEqual(['all-collections', ...READY_PAGES.map(({ code }) => `content:${code}`)]);
  const draft = draftOf(Object.fromEntries(design));
  const terms = draft.get('content/terms') as DraftDocument;
  expect(terms.head).toMatchObject({ title: 'Terms', slug: 'terms', readyMade: true });
  draft.delete('content/terms');
  const again: EditRequest = { type: 'create', what: 'content', name: 'Our terms', code: 'terms', starter: 'terms' };
  const { documents } = applyRequests([again], draft, tools());
  expect(documents.get('content/terms')?.head).toEqual({ ...terms.head, title: 'Our terms' });
});

test('a new store has the first of each kind, whole together', () => {
  const design = starterDesign('Tern Tea');
  expect(publishRefusal(Object.fromEntries(design))).toBeNull();
  for (const kind of pageKinds())
    expect(design.get(`template/${kind}`)).toMatchObject({
      pageKind: kind,
      areas: templateFrom(startersFor(kind)[0], '', 'Tern Tea').areas,
    });
  expect(JSON.stringify(design.get('template/home'))).toContain('Tern Tea');
});

test('a template begins with a starter and shares nothing with it', () => {
  const draft = draftOf(Object.fromEntries(starterDesign('Tern Tea')));
  const create = (more: object): EditRequest => ({ type: 'create', what: 'template', name: 'Spares', ...more });
  const made = applyRequests([create({ starter: 'product-words', pageKind: 'product' })], draft, tools());
  const { head, nodes } = made.documents.get('template/spares') as DraftDocument;
  expect(head).toEqual({ name: 'Spares', pageKind: 'product', 'layout.width': 'standard' });
  expect(
    Object.values(nodes)
      .map(({ kind }) => kindName(kind as string))
      .sort(),
  ).toEqual(['buy-form', 'columns', 'price', 'product-pictures', 'product-row', 'product-title']);
  expect(Object.keys(nodes).every((id) => id.startsWith('new'))).toBe(true);
  const words = Object.values(nodes).find(({ kind }) => kind === 'price@1');
  expect(nodes[words?.place.in as string]?.kind).toBe('columns@1');

  const refused = (more: object) => refusal(() => applyRequests([create(more)], draft, tools()));
  expect(refused({ starter: 'product-none' })).toMatchObject({ code: 'no-such-starter', place: 'starter' });
  expect(refused({ starter: 'home-story', pageKind: 'product' })).toMatchObject({
    code: 'wrong-page-kind',
    message: 'The starter “Story first” is for home pages.',
  });
  expect(refused({ starter: 'home-story', copyOf: 'home' }).code).toBe('bad-input');
  expect(refused({ starter: 'home-story', what: 'menu' }).code).toBe('no-such-starter');
});
