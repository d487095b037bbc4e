/** Changes of what is sold, taken back: what gives a thing what it had before. */
import type { Product, ProductChange, Variant, VariantChange } from './product.js';
import type { Texts, TextsChange } from './texts.js';

type Change = ProductChange & { readonly slug?: string | undefined };

/**
 * What takes a change of a product back. Its stock is left as it is: what is sold meanwhile must not come back.
 * @param before the product before the change
 * @returns null for a change that adds or removes variants, which is for good; and for one of nothing but stock
 * @example
 * productBack(product, { title: 'Gale' }) // { title: 'Skerry Diamond' }
 */
export function productBack(before: Product, change: Change): Change | null {
  const { attributes, variants = [], texts, ...fields } = change;
  const kept = variants.map((one) => before.variants.find(({ code }) => code === one.code));
  if (variants.some(({ remove }, i) => remove || !kept[i])) return null;
  const backs = variants.flatMap((one, i) => variantBack(kept[i], one));
  const back = {
    ...fieldsBack(before, fields),
    ...(texts && { texts: textsBack(before.texts, texts) }),
    ...(attributes && {
      attributes: Object.fromEntries(Object.keys(attributes).map((name) => [name, before.attributes[name] ?? null])),
    }),
    ...(backs.length > 0 && { variants: backs }),
  };
  return Object.keys(back).length > 0 ? back : null;
}

function variantBack(before: Variant | undefined, { code, stock: _stock, ...fields }: VariantChange): VariantChange[] {
  const back = before ? fieldsBack(before, fields) : {};
  return Object.keys(back).length > 0 ? [{ code, ...back }] : [];
}

/** The values that the fields of a change had before. */
export const fieldsBack = <T extends object, C extends object>(before: T, change: C): Pick<T, keyof T & keyof C> =>
  // Only what both have is asked for.
  Object.fromEntries(
    Object.keys(change).flatMap((name) => (name in before ? [[name, before[name as keyof T]]] : [])),
  ) as Pick<T, keyof T & keyof C>;

/** The same of texts in further languages, by language and field. */
export const textsBack = (before: Texts, change: TextsChange): TextsChange =>
  Object.fromEntries(
    Object.entries(change).map(([language, fields]) => [
      language,
      Object.fromEntries(
        Object.keys(fields).map((name) => [name, before[language]?.[name as keyof typeof fields] ?? null]),
      ),
    ]),
  );
