/** A menu of the orders that a listing can have. */
import { choice, entries, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { SORT_KEYS, sortText, type Sort, type SortKey } from '../../kinds/listing.js';
import { SORT_NAME } from '../../kinds/query.js';
import type { View } from '../../kinds/view.js';
import type { WordName } from '../../locale/words.js';
import { otherInputs } from './other-inputs.js';

const KEYS: Readonly<Record<SortKey, string>> = {
  date: 'When it was added',
  title: 'Name',
  price: 'Price',
  saving: 'Saving',
  rating: 'Rating',
  sold: 'Times sold',
  'by-hand': 'By hand, as in the collection',
  attribute: 'An attribute',
};

interface Entry {
  readonly by: SortKey;
  readonly attribute: string;
  readonly direction: string;
  readonly label: string;
}
const sortOf = ({ by, attribute, direction }: Entry): Sort => ({
  by,
  attribute: by === 'attribute' ? attribute : '',
  falling: direction === 'falling',
});

const falling = (by: SortKey): Sort => ({ by, attribute: '', falling: true });
const rising = (by: SortKey): Sort => ({ by, attribute: '', falling: false });
/** What is offered until somebody says what. */
const USUAL: readonly Sort[] = [
  falling('date'),
  rising('title'),
  rising('price'),
  falling('price'),
  falling('rating'),
  falling('sold'),
];

const said = (sorts: readonly Entry[]): { readonly sort: Sort; readonly label: string }[] =>
  sorts.length === 0
    ? USUAL.map((sort) => ({ sort, label: '' }))
    : sorts
        .filter(({ by, attribute }) => by !== 'attribute' || attribute !== '')
        .map((entry) => ({ sort: sortOf(entry), label: entry.label }));

export const sortMenu = defineKind(
  {
    name: 'sort-menu',
    version: 1,
    title: 'Sort menu',
    sentence: 'A menu of the orders that the listing of the page can have.',
    alsoCalled: ['order by', 'sorting', 'dropdown'],
    fields: {
      label: text('Label', 'What stands before the menu.', { default: 'Sort by', word: 'sort-by', max: 60 }),
      sorts: entries(
        'Orders',
        'What shoppers can choose, in this order; the listing’s own is always among them. Leave it empty for the usual ones.',
        'order',
        {
          by: choice('By', 'What products are ordered by.', KEYS, 'price'),
          attribute: text('Attribute', 'The name of the attribute.', {
            max: 60,
            counts: { where: 'by', is: ['attribute'] },
          }),
          direction: choice(
            'Direction',
            'From the least to the greatest, or the other way round. What has no such value comes last.',
            { rising: 'Rising', falling: 'Falling' },
            'rising',
          ),
          label: text('Label', 'What the menu calls it; leave it empty for its usual name.', { max: 60 }),
        },
        { max: 20 },
      ),
    },
    query: [SORT_NAME],
    ofListing: true,
    says: [
      'apply',
      'sort-best-match',
      ...SORT_KEYS.flatMap((by): WordName[] =>
        by === 'by-hand' ? ['sort-by-hand'] : [`sort-${by}`, `sort-${by}-falling`],
      ),
    ],
    sketch: [
      4,
      {
        gap: 12,
        shares: [1, 2],
        beside: [
          { draw: 'text', width: 90, height: 12 },
          { draw: 'box', height: 44 },
        ],
      },
      4,
    ],
  },
  {
    offers: ({ sorts }) => ({ sorts: said(sorts).map(({ sort }) => sort) }),
    view({ label, sorts }, view) {
      const { listing } = view.page;
      if (!listing) return NOTHING;
      const [own, current] = [sortText(listing.ownSort), sortText(listing.sort)];
      const all = said(sorts);
      const options = all.some(({ sort }) => sortText(sort) === own)
        ? all
        : [{ sort: listing.ownSort, label: '' }, ...all];
      const id = view.id('sort');
      return html`<form class="sort" method="get" action="${view.page.path}" data-follow id="${view.id('form')}">${otherInputs(view, [SORT_NAME])}<label for="${id}"${view.part('label')}>${label}</label><select id="${id}" name="${SORT_NAME}">${options.map(
        ({ sort, label: name }) =>
          // What the listing has by itself needs no word in the address.
          html`<option value="${sortText(sort) === own ? '' : sortText(sort)}"${sortText(sort) === current && ' selected'}>${name || nameOf(sort, view)}</option>`,
      )}</select><button class="button-quiet" type="submit">${view.word('apply')}</button></form>`;
    },
    css: css`
      .sort {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        gap: 0.35em 0.75em;
      }
      &.align-centre .sort {
        justify-content: center;
      }
      &.align-end .sort {
        justify-content: flex-end;
      }
      select {
        inline-size: auto;
        max-inline-size: 100%;
      }
      @media (scripting: enabled) {
        button {
          display: none;
        }
      }
    `,
  },
);

function nameOf({ by, attribute, falling: isFalling }: Sort, view: View): string {
  if (by === 'by-hand') return view.word(view.page.kind === 'search' ? 'sort-best-match' : 'sort-by-hand');
  return view.word(isFalling ? `sort-${by}-falling` : `sort-${by}`, { name: attribute });
}
