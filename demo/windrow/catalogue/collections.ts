/** The collections of Windrow Kites. */
import type { DemoCollection } from '../../store.js';

/** Of the first dozen products. */
export const FIRST_COLLECTIONS: readonly DemoCollection[] = [
  {
    code: 'C-1',
    slug: 'single-line',
    title: 'Single-line kites',
    description: 'One line, one hand, and the other free for a biscuit. Kites that fly themselves while you look.',
    products: ['K-003', 'K-001', 'K-002', 'K-008', 'K-012'],
  },
  {
    code: 'C-2',
    slug: 'sport-and-indoor',
    title: 'Sport and indoor',
    description: 'Two lines for figures in the wind, none for flights across the room.',
    products: ['K-004', 'K-005', 'K-006', 'K-007'],
  },
  {
    code: 'C-3',
    slug: 'line-reels-tails',
    title: 'Line, reels and tails',
    description: 'What holds it, what winds it, what it trails behind.',
    products: ['K-009', 'K-010', 'K-011', 'K-012'],
  },
];

/** Of all: one below another, by hand, and two filled by a rule. */
export const MORE_COLLECTIONS: readonly DemoCollection[] = [
  {
    code: 'C-4',
    slug: 'deltas',
    title: 'Deltas',
    description: 'Wide wings that lift early. For the days when the flag at the harbour office only stirs.',
    parent: 'C-1',
    products: ['K-003', 'K-015', 'K-016'],
  },
  {
    code: 'C-5',
    slug: 'spares-and-repairs',
    title: 'Spares and repairs',
    description: 'A kite that can be repaired is a kite that is flown. Everything for an evening at the table.',
    products: ['K-031', 'K-032', 'K-033', 'K-034'],
  },
  {
    code: 'C-6',
    slug: 'first-flights',
    title: 'First flights',
    description: 'What we hand to people who say that they cannot fly a kite.',
    products: [],
    when: 'attribute.skill is "first"',
    picture: { file: 'dunes.png', alt: 'Somebody in the dunes who flies two kites at once' },
  },
  {
    code: 'C-7',
    slug: 'small-presents',
    title: 'Small presents',
    description: 'Fits into a stocking, a letter box or a lunch break, and costs less than twenty euro.',
    products: [],
    when: 'price < 20 and stock > 0',
  },
];
