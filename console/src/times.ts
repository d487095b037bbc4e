/** Times in words, as a clock in the store shows them. */
import { session } from './api';

const inStore = (options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  new Intl.DateTimeFormat('en-IE', { ...options, timeZone: session.store?.timeZone ?? 'UTC' });

/** @param at an instant in ISO form */
export const whenText = (at: string): string =>
  inStore({ dateStyle: 'medium', timeStyle: 'short' }).format(new Date(at));
export const dayText = (at: string): string => inStore({ dateStyle: 'medium' }).format(new Date(at));
