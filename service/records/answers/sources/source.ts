/** Where the products of a row come from. */
import type { Sql } from '../../named.js';

export interface CardSource {
  readonly name: string;
  /**
   * The ids of its products with their rank, best first, for the row `n` of what is asked, whose `n.code` is what
   * `asked` answered. No two have the same rank, so that a page is the same each time.
   * @param store stands for the id of the store
   */
  pick(store: Sql): Sql;
  /** What depends on its products. @param code what it was asked with */
  tag(code: string): string;
}
