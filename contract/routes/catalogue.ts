/** What a store sells. */
import { get, patch, post, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const catalogueRoutes = {
  getProduct: get('/stores/{store}/products/{product}', {
    summary: 'One product, as rules and pages see it.',
    answer: shapes.product,
  }),
  getSample: get('/stores/{store}/sample-catalogue', {
    summary: 'Whether the store sells something, and whether that is the sample catalogue.',
    answer: shapes.sample,
  }),
  addSample: post('/stores/{store}/sample-catalogue', {
    summary: 'Adds a sample catalogue to a store without products. Takes some seconds.',
    can: 'catalogue.edit',
    body: shapes.noBody,
    answer: shapes.sample,
    status: 201,
  }),
  removeSample: remove('/stores/{store}/sample-catalogue', {
    summary: 'Removes the whole sample catalogue; its pictures stay in the library.',
    can: 'catalogue.edit',
    answer: shapes.sample,
  }),
  changeProduct: patch('/stores/{store}/products/{product}', {
    summary:
      'Changes a product; what is absent stays. Shoppers see it at once, and the templates of its pages are updated.',
    can: 'catalogue.edit',
    body: shapes.productChange,
    answer: shapes.product,
  }),
} as const;
