/** Whether a value is one of a list; then it is of its type. Arrays themselves ask to know that before. */
export const isOneOf = <T>(list: readonly T[], value: unknown): value is T =>
  // Lists ask only for what they may hold; here anything is asked for.
  (list as readonly unknown[]).includes(value);
