/** What the sections of a product page share: where they fit, and the product they are about. */
import type { Product } from '../../kinds/data.js';
import type { View } from '../../kinds/view.js';

export const PRODUCT_PAGES = { pages: ['product'], regions: [] } as const;

/** The product of the page. @throws Error on a page that is about something else, which `fits` rules out */
export function productOf(view: View): Product {
  const { subject } = view.page;
  if (!subject || !('product' in subject)) throw new Error(`“${view.page.code}” is not about a product.`);
  return subject.product;
}
