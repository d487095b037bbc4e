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

const HERE = 'http://here.invalid';

/**
 * A path of this storefront as a browser would read it; null for what would lead it anywhere else.
 * @example
 * ownPath('/cart?x=1#y'); // /cart?x=1#y
 * ownPath('/\t/elsewhere.example'); // null
 */
export function ownPath(text: string): string | null {
  if (!text.startsWith('/') || !URL.canParse(text, HERE)) return null;
  const { origin, pathname, search, hash } = new URL(text, HERE);
  // What a browser takes out may leave two slashes at the start, which begin a host.
  return origin === HERE && !pathname.startsWith('//') ? pathname + search + hash : null;
}
