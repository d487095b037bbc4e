/** From the short way in which the products of Windrow Kites are written to what a demo store is made of. */
import type { DemoProduct, DemoVariant } from '../../store.js';
import type { Palette, Shape } from '../goods.js';

export interface Draft {
  readonly code: string;
  readonly title: string;
  readonly brand: string;
  readonly summary: string;
  readonly text: string;
  /** What is drawn of it, and in which colours; without them it has no picture. */
  readonly shape?: Shape;
  readonly palette?: Palette;
  /** What the picture shows. */
  readonly alt?: string;
  readonly added: string;
  readonly category: string;
  readonly keywords: readonly string[];
  /** What wind and hands it is for, and other attributes. */
  readonly attributes?: DemoProduct['attributes'];
  /** Option name -> values. */
  readonly options: Readonly<Record<string, readonly string[]>>;
  /** Minor units; a function of the chosen options where they cost differently. */
  readonly price: number | ((options: Readonly<Record<string, string>>) => number);
  readonly wasPrice?: number;
  readonly stock?: number;
  /** Packed, in grams. */
  readonly weight?: number;
  readonly specifications?: DemoProduct['specifications'];
  readonly goesWith?: readonly string[];
}

/** Every combination of option values, first option slowest. */
const combinations = (options: Draft['options']): Record<string, string>[] =>
  Object.entries(options).reduce<Record<string, string>[]>(
    (all, [name, values]) => all.flatMap((one) => values.map((value) => ({ ...one, [name]: value }))),
    [{}],
  );

function variantsOf({ code, options, price, wasPrice, weight, stock = 10 }: Draft): DemoVariant[] {
  return combinations(options).map((chosen, i, all) => ({
    code: `${code}-${i + 1}`,
    options: chosen,
    price: typeof price === 'number' ? price : price(chosen),
    wasPrice: wasPrice ?? null,
    ...(weight !== undefined && { weight }),
    // The last of several is the one that runs out first.
    stock: all.length > 2 && i === all.length - 1 ? Math.min(stock, 1) : stock,
  }));
}

/** Its three pictures; see `drawings`. */
const picturesOf = ({ code, title, alt, shape }: Draft): DemoProduct['pictures'] =>
  shape === undefined || alt === undefined
    ? []
    : [
        { file: `${code}-a.png`, alt },
        { file: `${code}-b.png`, alt: `${title}, drawn on its own` },
        { file: `${code}-c.png`, alt: `${title}, close enough to see the seams` },
      ];

/** What is drawn of products: three pictures of each that has a shape. */
export const drawings = (drafts: readonly Draft[]) =>
  drafts.flatMap(({ code, shape, palette }, i) => (shape && palette ? [{ code, shape, palette, seed: i + 1 }] : []));

export const productOf = (draft: Draft): DemoProduct => ({
  code: draft.code,
  slug: draft.title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 80)
    .replace(/-$/, ''),
  title: draft.title,
  brand: draft.brand,
  category: draft.category,
  keywords: draft.keywords,
  attributes: draft.attributes ?? {},
  summary: draft.summary,
  description: draft.text,
  ...(draft.specifications && { specifications: draft.specifications }),
  ...(draft.goesWith && { goesWith: draft.goesWith }),
  options: Object.entries(draft.options).map(([name, values]) => ({ name, values })),
  variants: variantsOf(draft),
  pictures: picturesOf(draft),
  added: `${draft.added}T09:00:00Z`,
});
