/** Who makes what Windrow Kites sells. */
import type { DemoBrand } from '../../store.js';

export const brands: readonly DemoBrand[] = [
  {
    code: 'B-1',
    slug: 'skerry-lines',
    title: 'Skerry Lines',
    description: 'Three sisters on an island with no trees: whatever they make has to fly.',
  },
  {
    code: 'B-2',
    slug: 'oxbow-and-reed',
    title: 'Oxbow & Reed',
    description: 'Boxes, winders and tails, cut by hand where the river turns.',
  },
  {
    code: 'B-3',
    slug: 'halyard-works',
    title: 'Halyard Works',
    description: 'A sail loft that found out what else its cloth can do.',
  },
  {
    code: 'B-4',
    slug: 'featherby',
    title: 'Featherby',
    description: 'Gliders that weigh less than the letter they come with.',
  },
  { code: 'B-5', slug: 'windrow', title: 'Windrow', description: 'What we make ourselves, at the long table.' },
];
