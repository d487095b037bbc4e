/** What of a state shoppers see, and until when. */
import { stateOf } from '../documents/state.js';
import { visibleState } from './index.js';
import type { Document } from '../documents/index.js';

const page = (own: object): Document => ({ format: 1, type: 'content', title: 'P', slug: 'p', ...own });
const look: Document = { format: 1, type: 'look', groundwork: 'foolscap' };
const NOW = '2026-11-26T10:00:00.000Z';
const seen = (pages: Record<string, object>) => {
  const { state, until } = visibleState(
    stateOf([['look', look], ...Object.entries(pages).map(([key, own]): [string, Document] => [key, page(own)])]),
    NOW,
  );
  return { keys: [...state.keys()], until };
};

test('pages held back are left out; the next one that comes at a time says when', () => {
  const pages = {
    'content/open': {},
    'content/held': { visible: 'nobody' },
    'content/since': { from: NOW },
    'content/later': { from: '2026-12-24T00:00:00.000Z' },
    'content/soon': { from: '2026-11-27T00:00:00.000Z' },
    'content/never': { visible: 'nobody', from: '2026-11-26T11:00:00.000Z' },
  };
  expect(seen(pages)).toEqual({
    keys: ['look', 'content/open', 'content/since'],
    until: '2026-11-27T00:00:00.000Z',
  });
});

test('where nothing is held back it is the same state', () => {
  const whole = stateOf([['content/open', page({ visible: 'everyone' })]]);
  expect(visibleState(whole, NOW)).toEqual({ state: whole, signedIn: whole, until: null });
  expect(visibleState(whole, NOW).state).toBe(whole);
});

test('of a page for signed-in shoppers everybody has the title and the path, in every language, and nothing else', () => {
  const known = { 'title@de': 'P auf Deutsch', labels: ['a'], date: NOW, visible: 'signed-in' };
  const own = {
    text: '<p>Secret</p>',
    'text@de': '<p>Geheim</p>',
    description: 'Secret',
    author: 'A',
    attributes: { price: 'Secret' },
    from: NOW,
  };
  const whole = stateOf([
    ['look', look],
    ['content/members', page({ ...known, ...own })],
  ]);
  const { state, signedIn } = visibleState(whole, NOW);
  expect(state.get('content/members')).toEqual(page(known));
  expect(signedIn).toBe(whole);
  // Held back, it is there for nobody.
  const later = visibleState(stateOf([['content/members', page({ ...known, from: '2027-01-01T00:00:00.000Z' })]]), NOW);
  expect([later.state.size, later.signedIn.size, later.until]).toEqual([0, 0, '2027-01-01T00:00:00.000Z']);
});
