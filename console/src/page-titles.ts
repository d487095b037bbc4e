/** What pages are called, by their codes. */
import { routes } from '@parlour/contract';
import { call } from './api';
import { askedTogether } from './asked-together';

const pageOf = askedTogether(async (codes) => {
  const { pages } = await call(routes.listPages, { query: { pages: codes.join(','), limit: codes.length } });
  return new Map(pages.map((one) => [one.page, one]));
});

/** The title of a page; its code until it is known, or where there is no such page. */
export const titleOfPage = (code: string): string => pageOf(code)?.title ?? code;
