/** The groundworks that ship. */
import { BRASSLAMP } from './brasslamp.js';
import { FOOLSCAP } from './foolscap.js';
import type { Groundwork } from './groundwork.js';

/** In the order they are offered; the first is what a store has if nobody chooses. */
export const GROUNDWORKS: readonly [Groundwork, ...Groundwork[]] = [FOOLSCAP, BRASSLAMP];

/** The groundwork with a code; the first one if there is none (any more). */
export const groundworkOf = (code: string | undefined): Groundwork =>
  GROUNDWORKS.find((one) => one.code === code) ?? GROUNDWORKS[0];
