/** The order of the templates of a page kind, the same in every list: as set by hand, the others behind by name. */

export interface NamedTemplate {
  readonly code: string;
  readonly name: string;
}

/** @param order codes as they were put in order; those of templates that are gone do not count */
export function inTemplateOrder<T extends NamedTemplate>(templates: readonly T[], order: readonly string[] = []): T[] {
  const ranks = new Map(order.map((code, rank) => [code, rank]));
  const rank = ({ code }: T): number => ranks.get(code) ?? order.length;
  return [...templates].sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name));
}

/**
 * The order once a template was moved.
 * @param templates of one page kind, as they are listed
 * @param before the code of the one it goes in front of; null puts it last
 */
export function movedInOrder(templates: readonly NamedTemplate[], code: string, before: string | null): string[] {
  const others = templates.map((one) => one.code).filter((one) => one !== code);
  const at = before === null ? others.length : others.indexOf(before);
  return [...others.slice(0, at), code, ...others.slice(at)];
}
