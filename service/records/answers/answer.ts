/** Answers everything the sections of a page ask for, in one statement, and says what the answers depend on. */
import { sql } from 'kysely';
import { NO_SHOPPER, type Buying, type Shopper } from '@parlour/core/commerce';
import { makeFacts, nobodyIn, partsBehind, type FactName, type Own, type ShownFacts } from '@parlour/core/facts';
import { needKey, PageData, type Need, type Subject } from '@parlour/core/kinds';
import type { Records } from '../database.js';
import { named } from '../named.js';
import { cards } from './cards.js';
import { collections } from './collections.js';
import { content } from './content.js';
import { directory } from './directory.js';
import { paths } from './paths.js';
import { pictures } from './pictures.js';
import { cart } from './cart.js';
import { madeUpCart } from './made-up-cart.js';
import { order } from './order.js';
import type { Asked, CartAsked, Part, PathSources, Listed } from './part.js';

/** What is asked for one page. */
export interface PageAsked {
  readonly sources: PathSources;
  readonly needs: readonly Need[];
  /** What the listings among them come to, by the keys of the needs. */
  readonly listings?: ReadonlyMap<string, Listed>;
  /** What the page is about; a row may take its products from it. */
  readonly subject: Subject;
  /** What is a shopper's own, if the page shows facts. */
  readonly own?: OwnAsked;
}

/** The facts that a page shows, and by what a shopper is known. */
export interface OwnAsked {
  readonly shows: readonly FactName[];
  readonly cart: CartAsked | null;
  /** The hash of the token of an order that the page is about. */
  readonly order: Buffer | null;
  readonly buying: Buying;
  readonly shopper: Shopper;
}

const NOBODY: OwnAsked = {
  shows: [],
  cart: null,
  order: null,
  buying: { currency: '', methods: [], country: '' },
  shopper: NO_SHOPPER,
};

export interface PageAnswers {
  readonly data: PageData;
  readonly facts: ShownFacts;
  /** What the data depends on; see `changes.ts`. */
  readonly tags: ReadonlySet<string>;
}

/** In the order their answers come. */
const PARTS: readonly Part<unknown>[] = [
  cards,
  collections,
  content,
  directory,
  pictures,
  paths,
  cart,
  order,
  madeUpCart,
];

/**
 * Asks at most one statement. Its text is the same for the same set of parts, whatever the number of sections, so that
 * it is planned once.
 */
export async function answerNeeds(
  db: Records,
  { sources, needs, listings = new Map(), subject, own: { shows, ...known } = NOBODY }: PageAsked,
): Promise<PageAnswers> {
  const asked: Asked = {
    sources,
    subject,
    listings,
    needs: [...new Map(needs.map((need) => [needKey(need), need])).values()],
    ...known,
    behind: partsBehind(shows),
    own: { ...nobodyIn(known.buying), shopper: known.shopper },
    data: new PageData(),
    tags: new Set(),
  };
  await ask(db, asked);
  return { data: asked.data, tags: asked.tags, facts: makeFacts(asked.own, shows) };
}

/** What is known of a shopper, by their cart alone. */
export async function ownOf(
  db: Records,
  { sources, cart, buying }: Pick<PageAsked, 'sources'> & Pick<OwnAsked, 'cart' | 'buying'>,
): Promise<Own> {
  const asked: Asked = {
    sources,
    subject: null,
    needs: [],
    listings: new Map(),
    cart,
    order: null,
    behind: new Set(['cart']),
    own: nobodyIn(buying),
    data: new PageData(),
    tags: new Set(),
  };
  await ask(db, asked);
  return asked.own;
}

/** Asks what is wanted of each part, and hands the answers over. */
async function ask(db: Records, asked: Asked): Promise<void> {
  const wanted = PARTS.flatMap((part) => {
    const values = part.values(asked);
    return values === null ? [] : [{ part, values }];
  });
  if (wanted.length > 0) {
    const query = statementOf(wanted.map(({ part }) => part));
    const { rows } = await db.executeQuery(query(asked.sources.storeId, ...wanted.flatMap(({ values }) => values)));
    const answers = new Map(rows.map(({ part, answer }) => [part, answer]));
    for (const { part } of wanted) part.read(answers.get(part.name) ?? [], asked);
  }
}

type Row = { readonly part: string; readonly answer: readonly unknown[] | null };
const statements = new Map<string, ReturnType<typeof named<Row>>>();

/** The statement of a set of parts: the values of each follow those of the one before it. */
function statementOf(parts: readonly Part<unknown>[]): ReturnType<typeof named<Row>> {
  const key = parts.map(({ name }) => name).join(' ');
  let found = statements.get(key);
  if (!found) {
    found = named<Row>((value) => {
      // The first value is the store.
      let next = 1;
      const texts = parts.map(({ name, takes, statement }) => {
        const first = next;
        next += takes;
        return { name, ...statement((n) => value(first + n), value(0)) };
      });
      const tables = texts.flatMap((text) => text.tables ?? []);
      const selects = texts.map(({ name, select }) => sql`select ${sql.lit(name)} as part, ${select}`);
      return sql`${tables.length ? sql`with ${sql.join(tables)}` : sql``} ${sql.join(selects, sql` union all `)}`;
    });
    statements.set(key, found);
  }
  return found;
}
