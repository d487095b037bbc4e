/** Answers everything the sections of a page ask for, in one statement, and says what the answers depend on. */
import {
  checkoutFacts,
  needKey,
  NO_BUYER,
  NO_FACTS,
  NO_SHOPPER,
  PageData,
  type Buying,
  type Facts,
  type Need,
  type Shopper,
  type Subject,
} from '@parlour/core';
import type { Records } from '../database.js';
import { named } from '../named.js';
import { cards } from './cards.js';
import { collections } from './collections.js';
import { content } from './content.js';
import { directory } from './directory.js';
import { paths } from './paths.js';
import { pictures } from './pictures.js';
import { cart } from './cart.js';
import { madeUpOrder, order } from './order.js';
import type { Asked, Part, PathSources } from './part.js';

/** What is asked for one page. */
export interface PageAsked {
  readonly sources: PathSources;
  readonly needs: readonly Need[];
  /** What the page is about; a row may take its products from it. */
  readonly subject: Subject;
  /** What is a shopper's own, if the page shows facts. */
  readonly own?: OwnAsked;
}

/** What facts are made of. */
export interface OwnAsked {
  /** The hash of the token of the shopper's cart. */
  readonly cart: Buffer | null;
  /** The hash of the token of an order that the page is about. */
  readonly order: Buffer | null;
  /** In a preview orders are made up. */
  readonly isPreview: boolean;
  readonly buying: Buying;
  readonly shopper: Shopper;
}

const NOBODY: OwnAsked = {
  cart: null,
  order: null,
  isPreview: false,
  buying: { methods: [], country: '' },
  shopper: NO_SHOPPER,
};

export interface PageAnswers {
  readonly data: PageData;
  readonly facts: Facts;
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
  madeUpOrder,
];

/**
 * Asks at most one statement. Its text is the same for the same set of parts, whatever the number of sections, so that
 * it is planned once.
 */
export async function answerNeeds(
  db: Records,
  { sources, needs, subject, own = NOBODY }: PageAsked,
): Promise<PageAnswers> {
  const asked: Asked = {
    sources,
    subject,
    needs: [...new Map(needs.map((need) => [needKey(need), need])).values()],
    ...own,
    data: new PageData(),
    facts: { ...NO_FACTS, ...(own !== NOBODY && startingFacts(own.buying)), shopper: own.shopper },
    tags: new Set(),
  };
  const wanted = PARTS.flatMap((part) => {
    const values = part.values(asked);
    return values === null ? [] : [{ part, values }];
  });
  if (wanted.length > 0) {
    const query = statementOf(wanted.map(({ part }) => part));
    const { rows } = await db.executeQuery(query(sources.storeId, ...wanted.flatMap(({ values }) => values)));
    const answers = new Map(rows.map(({ part, answer }) => [part, answer]));
    for (const { part } of wanted) part.read(answers.get(part.name) ?? [], asked);
  }
  return asked;
}

/** Of whoever has no cart yet: the countries that the store delivers to, and the delivery methods to its own. */
const startingFacts = (buying: Buying): Partial<Facts> =>
  checkoutFacts({ lines: [], attempt: '', buyer: NO_BUYER, delivery: '' }, buying);

type Row = { readonly part: string; readonly answer: readonly unknown[] | null };
const statements = new Map<string, ReturnType<typeof named<Row>>>();

/** The statement of a set of parts: each part numbers its parameters from where the one before it ended. */
function statementOf(parts: readonly Part<unknown>[]): ReturnType<typeof named<Row>> {
  const key = parts.map(({ name }) => name).join(' ');
  let found = statements.get(key);
  if (!found) {
    // $1 is the store.
    let next = 2;
    const texts = parts.map(({ parameters, statement }) => {
      const first = next;
      next += parameters;
      return statement((i) => `$${first + i}`);
    });
    const tables = texts.flatMap((text) => text.tables ?? []);
    const selects = texts.map(({ select }, i) => `select '${(parts[i] as Part<unknown>).name}' as part, ${select}`);
    found = named<Row>(`${tables.length ? `with ${tables.join(',\n')}\n` : ''}${selects.join('\nunion all\n')}`);
    statements.set(key, found);
  }
  return found;
}
