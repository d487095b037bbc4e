/** The `css` tag: rules laid out for reading. They are checked, made small and put under their kind's class when served. */

/**
 * The rules of a section kind. `&` is the section itself; every other selector is looked for inside it, so that no
 * kind reaches into another.
 * @example
 * css`
 *   .price {
 *     margin: 0;
 *   }
 *   &.align-centre .price {
 *     margin-inline: auto;
 *   }
 * `
 */
export const css = (strings: TemplateStringsArray, ...values: readonly (string | number)[]): string =>
  String.raw({ raw: strings }, ...values);
