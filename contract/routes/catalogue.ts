/** What a store sells. */
import { get, patch, post, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

const ANSWER = {
  product: { answer: shapes.product, can: 'catalogue.edit' },
  collection: { answer: shapes.collection, can: 'catalogue.edit' },
  brand: { answer: shapes.brand, can: 'catalogue.edit' },
  review: { answer: shapes.review, can: 'catalogue.edit' },
} as const;

export const catalogueRoutes = {
  listProducts: get('/stores/{store}/products', {
    summary: 'Products, narrowed and sorted, a part at a time.',
    query: shapes.productsQuery,
    answer: shapes.products,
  }),
  createProduct: post('/stores/{store}/products', {
    ...ANSWER.product,
    summary: 'Creates a product. Shoppers see it at once if it has a variant with a price.',
    body: shapes.newProduct,
    status: 201,
  }),
  changeProducts: patch('/stores/{store}/products', {
    can: 'catalogue.edit',
    summary: 'Changes many products alike, all of them or none. Shoppers see it at once.',
    body: shapes.productsChange,
    answer: shapes.productsChanged,
  }),
  getProduct: get('/stores/{store}/products/{product}', {
    summary: 'One product, as rules and pages see it.',
    answer: shapes.product,
  }),
  deleteProduct: remove('/stores/{store}/products/{product}', {
    can: 'catalogue.edit',
    summary: 'Deletes a product with its variants; orders keep what was ordered of it. Nothing brings it back.',
    answer: shapes.done,
  }),
  listCollections: get('/stores/{store}/collections', {
    summary: 'All collections, in their order, with how many products each has.',
    answer: shapes.collections,
  }),
  getCollection: get('/stores/{store}/collections/{collection}', {
    summary: 'One collection with its products.',
    answer: shapes.collection,
  }),
  createCollection: post('/stores/{store}/collections', {
    ...ANSWER.collection,
    summary: 'Creates a collection, as the last one. Shoppers see it at once.',
    body: shapes.newCollection,
    status: 201,
  }),
  changeCollection: patch('/stores/{store}/collections/{collection}', {
    ...ANSWER.collection,
    summary: 'Changes a collection, or what is in it; what is absent stays. Shoppers see it at once.',
    body: shapes.collectionChange,
  }),
  deleteCollection: remove('/stores/{store}/collections/{collection}', {
    can: 'catalogue.edit',
    summary: 'Deletes a collection; its products stay, and collections inside it are in none. Nothing brings it back.',
    answer: shapes.done,
  }),
  listBrands: get('/stores/{store}/brands', { summary: 'All brands, by title.', answer: shapes.brands }),
  getBrand: get('/stores/{store}/brands/{brand}', { summary: 'One brand.', answer: shapes.brand }),
  createBrand: post('/stores/{store}/brands', {
    ...ANSWER.brand,
    summary: 'Creates a brand, with a page of its own.',
    body: shapes.newBrand,
    status: 201,
  }),
  changeBrand: patch('/stores/{store}/brands/{brand}', {
    ...ANSWER.brand,
    summary: 'Changes a brand; what is absent stays. Shoppers see it at once.',
    body: shapes.brandChange,
  }),
  deleteBrand: remove('/stores/{store}/brands/{brand}', {
    can: 'catalogue.edit',
    summary: 'Deletes a brand that no product is of. Nothing brings it back.',
    answer: shapes.done,
  }),
  listReviews: get('/stores/{store}/reviews', {
    summary: 'Reviews, narrowed, those that were written last first, a part at a time.',
    query: shapes.reviewsQuery,
    answer: shapes.reviews,
  }),
  getReview: get('/stores/{store}/reviews/{review}', { summary: 'One review.', answer: shapes.review }),
  createReview: post('/stores/{store}/reviews', {
    ...ANSWER.review,
    summary: 'Adds a review of a product.',
    body: shapes.newReview,
    status: 201,
  }),
  changeReview: patch('/stores/{store}/reviews/{review}', {
    ...ANSWER.review,
    summary: 'Changes a review, shows it or hides it; what is absent stays.',
    body: shapes.reviewChange,
  }),
  deleteReview: remove('/stores/{store}/reviews/{review}', {
    can: 'catalogue.edit',
    summary: 'Deletes a review. Nothing brings it back.',
    answer: shapes.done,
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
