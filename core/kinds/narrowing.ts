/** What a web address chooses of what a page offers for its listing, and addresses that choose something else. */
import type { PageInfo } from './data.js';
import {
  filterText,
  isOffered,
  readFilter,
  readSort,
  sortText,
  type Filter,
  type NamedFilter,
  type Narrowing,
  type Offers,
} from './listing.js';
import { PAGE_NAME } from './paging.js';
import { FILTER_NAME, PRICE_FROM, PRICE_TO, SEVERAL, SORT_NAME, VIEW_NAME } from './query.js';
import type { View } from './view.js';

type Query = PageInfo['query'];

/** What is chosen. @param query as `readQuery` answers it */
export function narrowingIn(query: Query, offers: Offers): Narrowing {
  const asked = readSort(query[SORT_NAME] ?? '');
  const isSort = asked && offers.sorts.some((one) => sortText(one) === sortText(asked));
  const named = (query[FILTER_NAME] ?? '').split(SEVERAL).flatMap((text): Filter[] => {
    const filter = readFilter(text);
    return filter && isOffered(offers.filters, filter) ? [filter] : [];
  });
  const bound = (text: string | undefined): number | null => (text === undefined ? null : Number(text));
  const price: Filter = { by: 'price', from: bound(query[PRICE_FROM]), to: bound(query[PRICE_TO]) };
  const isPrice = (price.from !== null || price.to !== null) && isOffered(offers.filters, price);
  const view = query[VIEW_NAME];
  return {
    sort: isSort ? asked : null,
    filters: isPrice ? [...named, price] : named,
    view: offers.views && (view === 'grid' || view === 'list') ? view : null,
    offers,
  };
}

/** The values behind `?` as far as they choose something. */
export function offeredQuery(query: Query, { sort, filters, view }: Narrowing): Query {
  const price = filters.find((filter) => filter.by === 'price');
  const named = filters.flatMap((filter) => (filter.by === 'price' ? [] : [filterText(filter)]));
  const { [SORT_NAME]: _s, [FILTER_NAME]: _f, [PRICE_FROM]: _from, [PRICE_TO]: _to, [VIEW_NAME]: _v, ...rest } = query;
  return {
    ...rest,
    ...(sort && { [SORT_NAME]: sortText(sort) }),
    ...(named.length > 0 && { [FILTER_NAME]: named.join(SEVERAL) }),
    ...(price && price.from !== null && { [PRICE_FROM]: String(price.from) }),
    ...(price && price.to !== null && { [PRICE_TO]: String(price.to) }),
    ...(view && { [VIEW_NAME]: view }),
  };
}

/** The address of the page with other filters, on its first page. */
export const addressNarrowedTo = (view: View, filters: readonly Filter[]): string => {
  const price = filters.find((filter) => filter.by === 'price');
  const named = filters.flatMap((filter) => (filter.by === 'price' ? [] : [filterText(filter)])).sort();
  return view.address({
    [PAGE_NAME]: undefined,
    [FILTER_NAME]: named.length > 0 ? named.join(SEVERAL) : undefined,
    [PRICE_FROM]: price?.from === null || price === undefined ? undefined : String(price.from),
    [PRICE_TO]: price?.to === null || price === undefined ? undefined : String(price.to),
  });
};

/** Whether two filters choose the same. */
export const isSameFilter = (a: NamedFilter, b: Filter): boolean => b.by !== 'price' && filterText(a) === filterText(b);
