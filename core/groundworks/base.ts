/**
 * What every groundwork has: how a page is laid out, its frames, areas, tones and devices, and where cards and forms
 * take their measures from. How it looks is the groundwork’s.
 */
import { CARDS } from './base/cards.js';
import { CONDITIONS } from './base/conditions.js';
import { CONTROLS } from './base/controls.js';
import { FRAMES } from './base/frames.js';
import { PAGE } from './base/page.js';

export const BASE = [PAGE, FRAMES, CONTROLS, CARDS, CONDITIONS].join('');
