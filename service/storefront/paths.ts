/** Whether a path from outside may be looked up. */
import { isStorable } from '@parlour/core';

/** False for a path with NUL or half a character, which PostgreSQL cannot hold, or with a broken escape. */
export function isStorablePath(path: string): boolean {
  try {
    return isStorable(decodeURIComponent(path));
  } catch {
    return false;
  }
}
