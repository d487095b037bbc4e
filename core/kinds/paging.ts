/** Pages of a listing: which one is asked for, how many there are, which of them are named. */

/** The name behind `?`. */
export const PAGE_NAME = 'page';
/** The highest number that is looked up; a page after it is as empty as one after the last. */
const MOST_PAGES = 100_000;

/** The page of a listing that a web address asks for, from 1; what cannot be read asks for the first. */
export const pageNumber = (asked = ''): number =>
  /^[1-9]\d{0,15}$/.test(asked) ? Math.min(Number(asked), MOST_PAGES) : 1;

/** How many pages so many things take. */
export const pagesOf = (total: number, size: number): number => Math.ceil(total / size);

/** The pages to name: the first, the last, and those about the open one; null where some are left out. */
export function pagesShown(open: number, last: number): (number | null)[] {
  const shown: (number | null)[] = [];
  let before = 0;
  for (let page = 1; page <= last; page = page === 1 ? Math.max(2, open - 2) : page + 1) {
    if (page > open + 2) page = last;
    // A gap of one page is that page.
    if (page === before + 2) shown.push(page - 1);
    else if (page > before + 2) shown.push(null);
    shown.push(page);
    before = page;
  }
  return shown;
}
