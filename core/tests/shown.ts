/** Sections shown on the page of a product, for the tests of their kinds. */
import type { CartLine } from '../commerce/index.js';
import type { Section } from '../documents/index.js';
import type { FormState, PageInfo, Product } from '../kinds/index.js';
import { factsWith } from './facts.js';
import { answer, menu, picture, product } from './answers.js';
import { render } from './pages.js';

/** A line of a cart. */
export const lineOf = (own: Partial<CartLine>): CartLine => ({
  product: 'K-1',
  variant: 'a',
  title: 'Gannet',
  options: '',
  path: '/item/gannet',
  picture,
  quantity: 1,
  price: 4200,
  wasPrice: null,
  stock: 3,
  ...own,
});

export interface Shown {
  readonly product?: Partial<Product>;
  /** What is in the cart. */
  readonly cart?: readonly CartLine[];
  readonly form?: FormState;
  readonly code?: string;
}

/** The html of the sections on a product page. */
export function show(sections: readonly Section[], { product: own = {}, cart = [], form }: Shown = {}): string {
  const page: PageInfo = {
    code: 'product:K-1',
    kind: 'product',
    title: product.title,
    path: '/item/gannet',
    description: 'Lifts early.',
    subject: { product: { ...product, ...own } },
    query: {},
    listing: null,
  };
  const html = render(sections, {
    page,
    documents: { 'menu/header-links': menu },
    facts: factsWith({ lines: cart }),
    answer,
    ...(form && { form }),
  });
  return html.slice(html.indexOf('<main'), html.indexOf('</main>'));
}
