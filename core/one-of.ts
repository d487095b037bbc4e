/** Whether a value is one of a list; then it is of its type. Arrays themselves ask to know that before. */
export const isOneOf = <T>(list: readonly T[], value: unknown): value is T =>
  (list as readonly unknown[]).includes(value);
