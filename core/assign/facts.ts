/** The facts rules see of a subject, normalised in one place: folded texts, minor units, no nulls. */
import type { ContentDocument } from '../documents/document.js';
import type { Subject } from '../kinds/data.js';
import { fold, type Scalar, type SubjectFacts } from '../pages/rule.js';

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
  /** Of all variants; null if one of them is not counted. */
  readonly stock: number | null;
  readonly reduced: boolean;
}

type Told = readonly (readonly [fact: string, values: readonly Scalar[]])[];

const attributesTold = (attributes: Readonly<Record<string, Scalar>>): Told =>
  // Rules are the same in every language, so what is for one is no fact.
  Object.entries(attributes).flatMap(([name, value]) => (name.includes('@') ? [] : [[`attribute.${name}`, [value]]]));

const productTold = (product: ProductFacts, path: string): Told => [
  ['brand', [product.brand]],
  ['category', [product.category]],
  ['keyword', product.keywords],
  ['collection', product.collections],
  ['price', [product.price]],
  ['stock', product.stock === null ? [] : [product.stock]],
  ['reduced', [product.reduced]],
  ['visible-since', [product.visibleSince]],
  ['path', [path]],
  ...attributesTold(product.attributes),
];
const collectionTold = (parents: readonly string[], path: string): Told => [
  ['parent', parents],
  ['path', [path]],
];
const brandTold = (path: string): Told => [['path', [path]]];
const contentTold = ({ labels = [], attributes = {} }: ContentDocument, path: string): Told => [
  ['label', labels],
  ['path', [path]],
  ...attributesTold(attributes),
];

/** As rules compare them: without what is empty, texts folded. */
const facts = (told: Told): SubjectFacts =>
  new Map(
    told.map(([fact, values]) => [
      fact,
      values.filter((value) => value !== '').map((value) => (typeof value === 'string' ? fold(value) : value)),
    ]),
  );

/** What rules can ask about a product page. @param path the path of the page */
export const productFacts = (product: ProductFacts, path: string): SubjectFacts => facts(productTold(product, path));
/** What rules can ask about a collection page. @param parents codes of the collections above it */
export const collectionFacts = (parents: readonly string[], path: string): SubjectFacts =>
  facts(collectionTold(parents, path));
/** What rules can ask about a brand page. */
export const brandFacts = (path: string): SubjectFacts => facts(brandTold(path));
/** What rules can ask about a content page. */
export const contentFacts = (content: ContentDocument, path: string): SubjectFacts => facts(contentTold(content, path));

/** The facts of what an open page is about. */
export const factsOf = (subject: Subject, path: string): SubjectFacts => facts(toldOf(subject, path));

/** The same facts as people wrote them, for sentences. */
export const writtenFactsOf = (subject: Subject, path: string): SubjectFacts =>
  new Map(toldOf(subject, path).map(([fact, values]) => [fact, values.filter((value) => value !== '')]));

function toldOf(subject: Subject, path: string): Told {
  if (!subject) return [];
  if ('collection' in subject) return collectionTold(subject.collection.parents, path);
  if ('content' in subject) return contentTold(subject.content, path);
  if ('brand' in subject) return brandTold(path);
  const { product } = subject;
  const { variants } = product;
  return productTold(
    {
      ...product,
      price: Math.min(...variants.map(({ price }) => price)),
      stock: variants.reduce<number | null>(
        (sum, { stock }) => (sum === null || stock === null ? null : sum + stock),
        0,
      ),
      reduced: variants.some(({ wasPrice, price }) => wasPrice !== null && wasPrice > price),
    },
    path,
  );
}
