/** What tests of rendering put on pages, and answer. */
import type { Section } from '../documents/index.js';
import type { KindDescription, Need, ProductCard } from '../kinds/index.js';
import { section } from './designs.js';

/** A product of one card. */
export const card: ProductCard = {
  code: 'K-1',
  path: '/item/one',
  title: 'One & <only>',
  brand: 'B',
  price: 4250,
  wasPrice: 5000,
  varies: true,
  available: false,
  picture: null,
};
/** A section that says something. */
export const words = (id: string, text: string): Section => section(id, 'heading', { text });
/** What a kind must say of itself, besides what matters. */
export const about = <const D extends Partial<KindDescription>>(more: D) => ({
  version: 1,
  title: 'T',
  sentence: 'S.',
  sketch: [],
  ...more,
});
/** Answers products with the card, and nothing else. */
export const withCards = (need: Need) => (need.type === 'products' ? [card] : undefined);
/** Answers where pages are. */
export const pathsOf = (paths: Record<string, string>) => (need: Need) =>
  need.type === 'path' ? paths[need.page] : undefined;
