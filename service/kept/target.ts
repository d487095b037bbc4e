/** What a request asks for: the path in its one form, and what stands behind `?`. Kept pages are found by the same. */
import { normalPath } from '@parlour/core/documents';

/** The two parts of a request target. */
export interface Target {
  readonly path: string;
  readonly query: URLSearchParams;
}

const NOTHING = new URLSearchParams();

/** The two parts of a request target, the path as it was sent. */
export function splitTarget(target: string): Target {
  const mark = target.indexOf('?');
  if (mark < 0) return { path: target, query: NOTHING };
  return { path: target.slice(0, mark), query: new URLSearchParams(target.slice(mark + 1)) };
}

/** A request target with its path in the one form that it has (`normalPath`). */
export function normalTarget(target: string): string {
  const mark = target.indexOf('?');
  return mark < 0 ? normalPath(target) : normalPath(target.slice(0, mark)) + target.slice(mark);
}
