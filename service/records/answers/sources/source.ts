/** Where the products of a row or a listing come from. */
import type { Sql } from '../../named.js';

export interface CardSource {
  readonly name: string;
  /**
   * The ids of its products with their rank, best first, for the row `n` of what is asked, whose `n.code` is what
   * `asked` answered. No two have the same rank, so that a page is the same each time, and nothing is on two pages of a
   * listing.
   * @param store stands for the id of the store
   */
  pick(store: Sql): Sql;
  /** How many products it has, as one number. A source without it is asked for by no listing. */
  count?(store: Sql): Sql;
  /** What depends on its products. @param code what it was asked with */
  tag(code: string): string;
}
