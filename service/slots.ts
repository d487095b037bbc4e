/** Heavy work of one sort: so much of it at once, so much waiting, and a refusal in words beyond that. */
import { Problem } from '@parlour/core';

export interface SlotLimits {
  /** How many run at once. */
  readonly running: number;
  /** How many may wait. */
  readonly waiting: number;
  /** What is refused, in a sentence: “Too many pictures are being made right now.” */
  readonly refusal: string;
}

/** Runs work when there is a slot for it. @throws Problem `busy` when too much waits already */
export type Slots = <T>(work: () => Promise<T>) => Promise<T>;

export function slots({ running: most, waiting: mostWaiting, refusal }: SlotLimits): Slots {
  const waiting: (() => void)[] = [];
  let running = 0;
  return async (work) => {
    if (running >= most) {
      if (waiting.length >= mostWaiting)
        throw new Problem('busy', refusal, { remedy: 'Try again in a moment.', retryAfter: 5 });
      await new Promise<void>((go) => waiting.push(go));
    } else running++;
    try {
      return await work();
    } finally {
      // The slot goes to whoever waits longest.
      const next = waiting.shift();
      if (next) next();
      else running--;
    }
  };
}
