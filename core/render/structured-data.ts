/** Structured data for search engines, in the vocabulary of schema.org, as JSON-LD. */
import { canBeBought } from '../commerce/cart.js';
import { decimalText } from '../money/money.js';
import type { PageInfo, StoreInfo } from '../kinds/data.js';

/** JSON-LD for the page, safe inside a script element, or null if there is nothing to say. */
export function structuredData(page: PageInfo, store: StoreInfo, canonical: string): string | null {
  if (!page.subject || !('product' in page.subject)) return null;
  const { product } = page.subject;
  const { currency } = store;
  const prices = product.variants.map((variant) => variant.price);
  const inStock = product.variants.some(canBeBought);
  const data = {
    '@context': 'https://schema.org',
    '@type': 'Product',
    name: product.title,
    sku: product.code,
    description: product.summary,
    brand: { '@type': 'Brand', name: product.brand },
    offers: {
      '@type': 'AggregateOffer',
      url: canonical,
      priceCurrency: currency,
      lowPrice: decimalText({ amount: Math.min(...prices), currency }),
      highPrice: decimalText({ amount: Math.max(...prices), currency }),
      offerCount: prices.length,
      availability: `https://schema.org/${inStock ? 'InStock' : 'OutOfStock'}`,
    },
  };
  return JSON.stringify(data).replaceAll('<', '\\u003c');
}
