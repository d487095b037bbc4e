/** The inspection of a whole draft, which gives others a turn in between: a design may have a thousand templates. */
import type { DesignState } from '@parlour/core/documents';
import { byGravity, inspectionOf, type Inspected } from '@parlour/core/inspect';
import type { KindSet } from '@parlour/core/kinds';
import { setImmediate as nextTurn } from 'node:timers/promises';

const AT_ONCE = 20;

export async function inspected(state: DesignState, kinds: KindSet): Promise<Inspected[]> {
  const found: Inspected[] = [];
  let looked = 0;
  for (const some of inspectionOf(state, kinds)) {
    found.push(...some);
    if (++looked % AT_ONCE === 0) await nextTurn();
  }
  return byGravity(found);
}
