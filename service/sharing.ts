/** Work that several ask for at the same time is done once for all of them. */

/**
 * Makes of some work one that is shared: each call resolves when a run that began after it is over. Whoever calls while
 * one is under way shares the next, since the one under way may have looked already.
 * @returns fails as the run does that it waited for
 */
export function sharing(work: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | null = null;
  let next: Promise<void> | null = null;
  const run = (): Promise<void> => {
    running = work().finally(() => (running = null));
    return running;
  };
  return () => {
    if (!running) return run();
    next ??= running
      .catch(() => undefined)
      .then(() => {
        next = null;
        return run();
      });
    return next;
  };
}
