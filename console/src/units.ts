/** Ids of the units this window sends, so that their echo among the events is told from what others do. */
const own = new Set<string>();

/** An id for a unit of this window. */
export function newUnit(): string {
  const unit = crypto.randomUUID();
  own.add(unit);
  return unit;
}

/** Whether a unit was sent by this window; asked once for each. */
export const wasOwn = (unit: string): boolean => own.delete(unit);
