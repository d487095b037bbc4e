/** Paths from outside: whether they may be looked up, and followed. */
import { isStorable } from '@parlour/core';

/** False for a path with NUL or half a character, which PostgreSQL cannot hold, or with a broken escape. */
export function isStorablePath(path: string): boolean {
  try {
    return isStorable(decodeURIComponent(path));
  } catch {
    return false;
  }
}

/** A path of the storefront, and of no other host. */
export const isOwnPath = (path: string): boolean => /^\/(?![/\\])/.test(path);
