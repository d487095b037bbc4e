/** What a change of what is live would leave that shoppers cannot use: a publish is refused, a way back is only told. */
import { Problem } from '@parlour/core';
import { closedState, type DraftDocument } from '@parlour/core/design';
import type { DocumentKey } from '@parlour/core/documents';
import { blockersAfter, type Inspected } from '@parlour/core/inspect';
import type { Design } from '../records/designs.js';
import { overLive, type PublishedState } from '../records/states.js';

/** What would be broken of the templates in use that show something of what changes. */
const brokenBy = (
  live: PublishedState,
  changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
  { kinds }: Pick<Design, 'kinds'>,
): Inspected[] => blockersAfter(live, closedState(overLive(live, changed)), kinds, new Set(changed.keys()));

/** @throws Problem naming template, pages and remedy */
export function refuseBroken(...asked: Parameters<typeof brokenBy>): void {
  const [first, ...others] = brokenBy(...asked);
  if (!first) return;
  const { code, sentence, place, remedy } = first;
  throw new Problem(code, [sentence, ...others.map((one) => one.sentence)].join(' '), {
    place: place.node === undefined ? place.document : `${place.document}/${place.node}`,
    remedy: others.length === 0 ? remedy : [remedy, ...others.map((one) => one.remedy)].join(' '),
  });
}

/** For those who go back: a broken state can always be left, also for another one. */
export const brokenInWords = (...asked: Parameters<typeof brokenBy>): string[] =>
  brokenBy(...asked).map(({ sentence, remedy }) => `Shoppers see this now: ${sentence} ${remedy}`);
