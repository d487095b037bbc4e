/** What formatted text asks for: the pictures in it. */
import { asProse, cleanProse } from '../fields/prose.js';
import { picturesIn } from '../fields/text-pictures.js';
import type { Need } from './needs.js';

/** @param html as it is stored; clean or not */
export const proseNeeds = (html: string): Need[] =>
  html.includes('data-picture')
    ? picturesIn(cleanProse(asProse(html))).map((hash): Need => ({ type: 'picture', hash }))
    : [];
