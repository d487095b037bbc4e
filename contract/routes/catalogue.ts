/** What a store sells. */
import { get, patch } from '../route.js';
import * as shapes from '../shapes/index.js';

export const catalogueRoutes = {
  getProduct: get('/stores/{store}/products/{product}', {
    summary: 'One product, as rules and pages see it.',
    answer: shapes.product,
  }),
  changeProduct: patch('/stores/{store}/products/{product}', {
    summary:
      'Changes a product; what is absent stays. Shoppers see it at once, and the templates of its pages are updated.',
    can: 'catalogue.edit',
    body: shapes.productChange,
    answer: shapes.product,
  }),
} as const;
