/** The facts rules see of a subject, normalised in one place: folded texts, minor units, no nulls. */
import type { ContentDocument } from '../design/document.js';
import type { Subject } from '../render/data.js';
import { fold, type Scalar, type SubjectFacts } from './rule.js';

/** What the facts of a product are made from. */
export interface ProductFacts {
  readonly brand: string;
  readonly category: string;
  readonly keywords: readonly string[];
  readonly collections: readonly string[];
  readonly attributes: Readonly<Record<string, Scalar>>;
  readonly visibleSince: string;
  /** Lowest price in minor units. */
  readonly price: number;
  readonly stock: number;
  readonly reduced: boolean;
}

const some = (value: string): string[] => (value === '' ? [] : [fold(value)]);
const attributeFacts = (attributes: Readonly<Record<string, Scalar>>): [string, Scalar[]][] =>
  Object.entries(attributes).map(([name, value]) => [
    `attribute.${name}`,
    typeof value === 'string' ? some(value) : [value],
  ]);

export const productFacts = (product: ProductFacts, path: string): SubjectFacts =>
  new Map<string, readonly Scalar[]>([
    ['brand', some(product.brand)],
    ['category', some(product.category)],
    ['keyword', product.keywords.flatMap(some)],
    ['collection', product.collections.map(fold)],
    ['price', [product.price]],
    ['stock', [product.stock]],
    ['reduced', [product.reduced]],
    ['visible-since', some(product.visibleSince)],
    ['path', [fold(path)]],
    ...attributeFacts(product.attributes),
  ]);

export const collectionFacts = (parents: readonly string[], path: string): SubjectFacts =>
  new Map<string, readonly Scalar[]>([
    ['parent', parents.map(fold)],
    ['path', [fold(path)]],
  ]);

export const brandFacts = (path: string): SubjectFacts => new Map([['path', [fold(path)]]]);

export const contentFacts = ({ labels = [] }: ContentDocument, path: string): SubjectFacts =>
  new Map<string, readonly Scalar[]>([
    ['label', labels.map(fold)],
    ['path', [fold(path)]],
  ]);

/** The facts of what an open page is about. */
export function factsOf(subject: Subject, path: string): SubjectFacts {
  if (!subject) return new Map();
  if ('collection' in subject) return collectionFacts(subject.collection.parents, path);
  if ('content' in subject) return contentFacts(subject.content, path);
  if ('brand' in subject) return brandFacts(path);
  const { product } = subject;
  const { variants } = product;
  return productFacts(
    {
      ...product,
      price: Math.min(...variants.map(({ price }) => price)),
      stock: variants.reduce((sum, { stock }) => sum + stock, 0),
      reduced: variants.some(({ wasPrice, price }) => wasPrice !== null && wasPrice > price),
    },
    path,
  );
}
