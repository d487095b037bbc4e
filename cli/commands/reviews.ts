/** Reviews: what shoppers say of products. What is shown is seen at once; nothing is published. */
import { Option, type Command } from 'commander';
import { cut, Problem } from '@parlour/core';
import { MOST_STARS, REVIEW_STATES, type ReviewState } from '@parlour/core/catalogue';
import { inZone } from '@parlour/core/time';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { wholeNumber } from '../values.js';
import { readValues } from './collections.js';
import { addFileCommands } from './files.js';

type Review = AnswerOf<typeof routes.getReview>;

const NAMES = ['product', 'rating', 'title', 'text', 'name', 'language', 'written', 'state'] as const;

export function reviewCommands(program: Command): void {
  const reviews = program.command('review').description('What shoppers say of products.');

  reviews
    .command('list')
    .description('List reviews, those that were written last first.')
    .option('--product <code>', 'only those of a product')
    .option('--rating <stars>', 'only those of so many stars', wholeNumber)
    .addOption(new Option('--state <state>', 'only those that are shown, waiting or hidden').choices(REVIEW_STATES))
    .option('--after <place>', 'go on from where the previous part ended')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour review list --state waiting\n  $ parlour review list --product K-001 --rating 5',
    )
    .action(async (query: Filter, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const [answer, store] = await Promise.all([call(routes.listReviews, { query }), call(routes.getStore)]);
      print(answer, () => {
        if (answer.reviews.length === 0) return 'No reviews. Add one with: parlour review create CODE PRODUCT RATING';
        const rows = answer.reviews.map(({ code, product, rating, name, title, text, written, state }) => [
          ...[code, product, String(rating), name, cut(title || text, 40)],
          ...[inZone(written, store.timeZone), state],
        ]);
        const more = answer.next === null ? '' : `\n\n${hint(`More: the same command with --after ${answer.next}`)}`;
        return `${table(['Code', 'Product', '>Stars', 'By', 'Says', 'Written', 'State'], rows)}${more}`;
      });
    });

  reviews
    .command('show')
    .description('Show a review.')
    .argument('<code>', 'its code, such as R-001')
    .addHelpText('after', '\nExample:\n  $ parlour review show R-001')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const [review, store] = await Promise.all([
        call(routes.getReview, { params: { review: code } }),
        call(routes.getStore),
      ]);
      print(review, () => reviewText(review, store.timeZone));
    });

  reviews
    .command('create')
    .description('Add a review of a product. Shoppers see it at once, unless its state is another.')
    .argument('<code>', 'its code, such as R-100; it never changes')
    .argument('<product>', 'the code of the product that it is of')
    .argument('<rating>', `stars, from 1 to ${MOST_STARS}`)
    .argument('[values...]', `NAME=VALUE: ${NAMES.slice(2).join(', ')}`)
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour review create R-100 K-001 5 name="Orla D." title="Up in a breath of wind" written=2026-11-02',
    )
    .action(
      async (code: string, product: string, rating: string, values: string[], _options: object, command: Command) => {
        const { call, print } = contextOf(command);
        const body = { ...readReview(values), code, product, rating: starsIn(rating) };
        const [made, store] = await Promise.all([call(routes.createReview, { body }), call(routes.getStore)]);
        print(made, () => reviewText(made, store.timeZone));
      },
    );

  reviews
    .command('set')
    .description(`Change a review: ${NAMES.join(', ')}. Its state is one of: ${REVIEW_STATES.join(', ')}.`)
    .argument('<code>', 'its code, such as R-001')
    .argument('<changes...>', 'NAME=VALUE')
    .addHelpText('after', '\nExample:\n  $ parlour review set R-001 state=hidden')
    .action(async (code: string, changes: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const body = readReview(changes);
      const [after, store] = await Promise.all([
        call(routes.changeReview, { params: { review: code }, body }),
        call(routes.getStore),
      ]);
      print(after, () => reviewText(after, store.timeZone));
    });

  reviews
    .command('remove')
    .description('Delete a review for good. To take it away from shoppers only, hide it.')
    .argument('<code>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour review remove R-100')
    .action(async (code: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      print(await call(routes.deleteReview, { params: { review: code } }), () => 'Deleted.');
    });

  addFileCommands(reviews, 'review');
}

interface Filter {
  readonly product?: string;
  readonly rating?: number;
  readonly state?: ReviewState;
  readonly after?: string;
}

/** @throws Problem `bad-input` naming what cannot be read */
function readReview(values: readonly string[]) {
  const { rating, state, ...texts } = readValues(values, NAMES);
  return {
    ...texts,
    ...(rating !== undefined && { rating: starsIn(rating) }),
    ...(state !== undefined && { state: stateIn(state) }),
  };
}

function starsIn(text: string): number {
  if (/^\d$/.test(text) && Number(text) >= 1 && Number(text) <= MOST_STARS) return Number(text);
  throw new Problem('bad-input', `“${text}” is not a number of stars.`, {
    place: 'rating',
    remedy: `Write one from 1 to ${MOST_STARS}.`,
  });
}

function stateIn(text: string): ReviewState {
  const found = REVIEW_STATES.find((one) => one === text);
  if (found) return found;
  throw new Problem('bad-input', `“${text}” is not a state of a review.`, {
    place: 'state',
    remedy: `Write one of: ${REVIEW_STATES.join(', ')}.`,
  });
}

const reviewText = (
  { code, product, rating, title, text, name, language, written, state }: Review,
  timeZone: string,
): string =>
  [
    `${title || 'Without a title'} (${code})`,
    ...(text === '' ? [] : [text]),
    '',
    `stars               ${rating} of ${MOST_STARS}`,
    `product             ${product}`,
    ...(name === '' ? [] : [`by                  ${name}`]),
    ...(language === '' ? [] : [`language            ${language}`]),
    `written             ${inZone(written, timeZone)}`,
    `state               ${state}${state === 'shown' ? ': shoppers see it' : ''}`,
  ].join('\n');
