/** Everything that edits a design stands in one queue: unit after unit, in the order in which it was asked for. */

let last: Promise<unknown> = Promise.resolve();

/** Does work once everything before it is done, whatever came of that. */
export function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const done = last.then(work, work);
  last = done;
  return done;
}
