/** What a listing can be narrowed to. */
import { choice, entries, number, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import {
  filterText,
  type FacetCounts,
  type FacetValue,
  type Filter,
  type FilterOffer,
  type NamedFilter,
  type Offers,
  type ValueFilterKey,
} from '../../kinds/listing.js';
import { addressNarrowedTo, isSameFilter } from '../../kinds/narrowing.js';
import { FILTER_NAME, PRICE_FROM, PRICE_TO } from '../../kinds/query.js';
import type { View } from '../../kinds/view.js';
import { otherInputs } from './other-inputs.js';

type OfferKey = FilterOffer['by'];
const KEYS: Readonly<Record<OfferKey, string>> = {
  option: 'An option, such as a colour',
  price: 'Price',
  brand: 'Brand',
  category: 'Category',
  available: 'What can be bought now',
  rating: 'Rating',
  attribute: 'An attribute',
};

interface Entry {
  readonly by: OfferKey;
  readonly name: string;
  readonly label: string;
}
type Labelled = FilterOffer & { /** As the builder calls it; empty for its usual name. */ readonly label: string };

const isNamed = (by: OfferKey): by is 'option' | 'attribute' => by === 'option' || by === 'attribute';

function offersOf(filters: readonly Entry[]): Labelled[] {
  return filters.flatMap(({ by, name, label }): Labelled[] => {
    if (by === 'available' || by === 'rating' || by === 'price') return [{ by, label }];
    if (isNamed(by) && name.trim() === '') return [];
    return [{ by, name: isNamed(by) ? name.trim() : '', label }];
  });
}

/** What is offered where nobody has said what: whatever tells the products apart. */
function usualOffers({ groups, price, available, rated }: FacetCounts, total: number, isNarrowed: boolean): Labelled[] {
  // Once something is chosen, what is left stays, so that nothing is lost from sight.
  const fewest = isNarrowed ? 1 : 2;
  const values = (by: ValueFilterKey): Labelled[] =>
    groups.flatMap((group) =>
      group.by === by && group.values.length >= fewest ? [{ by, name: group.name, label: '' }] : [],
    );
  return [
    ...values('category'),
    ...(price && price.least < price.most ? [{ by: 'price', label: '' } as const] : []),
    ...values('brand'),
    ...values('option'),
    ...(available < total ? [{ by: 'available', label: '' } as const] : []),
    ...((rated[3] ?? 0) > 0 ? [{ by: 'rating', label: '' } as const] : []),
  ];
}

export const filters = defineKind(
  {
    name: 'filters',
    version: 1,
    title: 'Filters',
    sentence: 'What the listing of the page can be narrowed to, with how many products there are of each.',
    alsoCalled: ['facets', 'refine', 'narrow', 'filter sidebar'],
    fields: {
      filters: entries(
        'Filters',
        'What shoppers can choose, in this order. Leave it empty for whatever tells the products apart.',
        'filter',
        {
          by: choice('By', 'What the products are told apart by.', KEYS, 'option'),
          name: text('Name', 'Of the option or the attribute, as products have it.', {
            max: 60,
            counts: { where: 'by', is: ['option', 'attribute'] },
          }),
          label: text('Label', 'What shoppers read over it; leave it empty for its usual name.', { max: 60 }),
        },
        { max: 20 },
      ),
      layout: choice(
        'Layout',
        'One under another suits a side area, side by side a place above the products. On phones and tablets they are a panel behind a button.',
        { beside: 'One under another', above: 'Side by side' },
        'beside',
      ),
      open: toggle('Open', 'Whether the filters are open at first, where they are one under another.', {
        default: true,
      }),
      most: number('Values at first', 'So many values of a filter are seen at first; the others are a click away.', {
        min: 3,
        max: 50,
        default: 8,
      }),
    },
    query: [FILTER_NAME, PRICE_FROM, PRICE_TO],
    ofListing: true,
    says: [
      'all-values',
      'apply',
      'clear-filters',
      'close-menu',
      'filter',
      'filter-available',
      'filter-brand',
      'filter-category',
      'filter-chosen',
      'filter-price',
      'filter-rating',
      'price-from',
      'price-to',
      'remove-filter',
      'said-no',
      'said-yes',
      'stars-and-more',
    ],
    sketch: [
      { draw: 'text', width: 120, height: 14 },
      12,
      { grid: [{ draw: 'text', width: 160, height: 10 }, 14], across: 1, count: 5, rows: 5 },
      16,
      { draw: 'text', width: 90, height: 14 },
      12,
      { draw: 'box', height: 44 },
    ],
  },
  {
    offers: (values) =>
      ({ filters: values.filters.length === 0 ? 'all' : offersOf(values.filters) }) satisfies Partial<Offers>,
    needs: (_values, { listing }) => (listing ? [listing] : []),
    view(values, view) {
      const { listing } = view.page;
      if (!listing) return NOTHING;
      const { counts, total } = view.data(listing);
      if (!counts) return NOTHING;
      const chosen = listing.filters;
      const offers =
        values.filters.length === 0 ? usualOffers(counts, total, chosen.length > 0) : offersOf(values.filters);
      const groups = withChosen(offers, chosen).flatMap((offer, i) => {
        const inner = groupOf(offer, counts, chosen, values.most, i, view);
        return inner === null ? [] : [groupMarkup(offer, inner, i, values, view)];
      });
      if (groups.length === 0 && chosen.length === 0) return NOTHING;
      const panel = view.id('panel');
      const title = chosen.length === 0 ? view.word('filter') : view.word('filter-chosen', { count: chosen.length });
      const close = html`<button class="button-quiet filters-close" type="button" popovertarget="${panel}" popovertargetaction="hide">${view.word('close-menu')}</button>`;
      const form = html`<form method="get" action="${view.page.path}" aria-label="${view.word('filter')}" data-follow id="${view.id('form')}">${otherInputs(view, [FILTER_NAME, PRICE_FROM, PRICE_TO])}<div class="filters-groups">${groups}</div><button class="button-quiet filters-apply" type="submit">${view.word('apply')}</button></form>`;
      const button = html`<button class="button-quiet filters-button" type="button" popovertarget="${panel}" id="${view.id('button')}">${title}</button>`;
      return html`<div class="filters filters-${values.layout}">${button}<div class="filters-panel" id="${panel}" popover data-panel>${close}${chosenList(chosen, counts, view)}${form}</div></div>`;
    },
    css: css`
      .filters-groups {
        display: grid;
        gap: 0.25em;
      }
      .filters-button,
      .filters-close {
        display: none;
      }
      .filters-panel {
        display: block;
        position: static;
        inline-size: auto;
        block-size: auto;
        margin: 0;
        padding: 0;
        border: 0;
        overflow: visible;
        color: inherit;
        background: none;
      }
      .filter {
        border-block-end: 1px solid var(--line);
        padding-block: 0.25em;
      }
      summary {
        display: flex;
        align-items: center;
        justify-content: space-between;
        min-block-size: 2.75em;
        cursor: pointer;
        font-weight: 600;
        list-style: none;
      }
      summary::-webkit-details-marker {
        display: none;
      }
      summary::after {
        content: '';
        inline-size: 0.5em;
        block-size: 0.5em;
        margin-inline: 0.5em;
        border-block-end: 0.12em solid currentcolor;
        border-inline-end: 0.12em solid currentcolor;
        transform: rotate(45deg);
      }
      details[open] > summary::after {
        transform: rotate(225deg);
      }
      .filter-values {
        list-style: none;
        margin: 0 0 0.5em;
        padding: 0;
      }
      .filter-values label {
        display: flex;
        align-items: center;
        gap: 0.6em;
        padding-block: 0.35em;
        line-height: 1.3;
        cursor: pointer;
      }
      .filter-values input {
        flex: none;
        inline-size: 1.15em;
        block-size: 1.15em;
        padding: 0;
        accent-color: var(--accent);
      }
      .filter-count {
        margin-inline-start: auto;
        color: var(--quiet);
        font-variant-numeric: tabular-nums;
      }
      .filter-rest summary {
        font-weight: 400;
      }
      .filter-price {
        display: grid;
        grid-template-columns: 1fr 1fr;
        gap: 0.75em;
        margin-block-end: 0.75em;
      }
      .filter-price input {
        inline-size: 100%;
      }
      .filters-chosen {
        display: flex;
        flex-wrap: wrap;
        gap: 0.5em;
        list-style: none;
        margin: 0;
        padding: 0;
      }
      .filters-chosen:not(:empty) {
        margin-block-end: 0.75em;
      }
      .filters-chosen a {
        display: inline-flex;
        align-items: center;
        gap: 0.5em;
        min-block-size: 2.25em;
        padding-inline: 0.8em;
        border: 1px solid var(--line);
        border-radius: 2em;
        color: inherit;
        text-decoration: none;
      }
      .filters-chosen a:hover {
        border-color: currentcolor;
      }
      .filters-apply {
        margin-block-start: 0.75em;
      }
      @media (scripting: enabled) {
        .filters-apply {
          display: none;
        }
      }
      @media (min-width: 1024px) {
        .filters-above .filters-groups {
          display: flex;
          flex-wrap: wrap;
          gap: 0.5em 1em;
        }
        .filters-above .filter {
          position: relative;
          border: 1px solid var(--line);
          border-radius: var(--field-corner);
          padding: 0 0.75em;
        }
        .filters-above .filter > :not(summary) {
          position: absolute;
          z-index: 5;
          inset-block-start: calc(100% + 0.25em);
          inset-inline-start: -1px;
          min-inline-size: 15em;
          max-block-size: 22em;
          overflow: auto;
          padding: 0.75em;
          border: 1px solid var(--line);
          border-radius: var(--field-corner);
          color: var(--text);
          background: var(--background);
          box-shadow: var(--card-shadow);
        }
      }
      @media (max-width: 1023px) {
        /* Wherever the section stands, the thumb reaches it. */
        .filters-button {
          display: block;
          position: fixed;
          z-index: 10;
          inset-block-end: 1em;
          inset-inline: 0;
          margin-inline: auto;
          inline-size: fit-content;
          min-block-size: 2.75em;
          padding-inline: 1.5em;
          border-color: var(--text);
          border-radius: 2em;
          color: var(--background);
          background: var(--text);
          
        }
        .filters-close {
          display: block;
          margin: 0 0 0.75em auto;
        }
        .filters-panel:not(:popover-open) {
          display: none;
        }
        .filters-panel:popover-open {
          position: fixed;
          inset: auto 0 0;
          inline-size: 100%;
          max-inline-size: none;
          max-block-size: 85dvh;
          overflow: auto;
          padding: 1.25em;
          color: var(--text);
          background: var(--background);
          border-block-start: 1px solid var(--line);
          box-shadow: var(--card-shadow);
        }
      }
    `,
  },
);

/** What is offered, with what is chosen besides, so that it can be taken away. */
function withChosen(offers: readonly Labelled[], chosen: readonly Filter[]): Labelled[] {
  const keyOf = (one: FilterOffer | Filter): string => `${one.by} ${'name' in one ? one.name : ''}`;
  const all = new Map<string, Labelled>(offers.map((offer) => [keyOf(offer), offer]));
  for (const filter of chosen) {
    const offer: Labelled =
      'name' in filter ? { by: filter.by, name: filter.name, label: '' } : { by: filter.by, label: '' };
    if (!all.has(keyOf(offer))) all.set(keyOf(offer), offer);
  }
  return [...all.values()];
}

function nameOf(offer: Labelled, view: View): string {
  if (offer.label !== '') return offer.label;
  return offer.by === 'option' || offer.by === 'attribute'
    ? offer.name.charAt(0).toUpperCase() + offer.name.slice(1)
    : view.word(`filter-${offer.by}`);
}

const groupMarkup = (
  offer: Labelled,
  inner: Markup,
  i: number,
  { open, layout }: { readonly open: boolean; readonly layout: string },
  view: View,
): Markup =>
  html`<details class="filter" id="${view.id(`filter-${i}`)}"${open && layout === 'beside' && ' open'}${layout === 'above' && html` name="${view.id('group')}"`}><summary><span${isNamed(offer.by) && offer.label === '' && view.langOf({})}>${nameOf(offer, view)}</span></summary>${inner}</details>`;

/** What can be chosen of a group; null if it tells nothing apart. */
function groupOf(
  offer: Labelled,
  counts: FacetCounts,
  chosen: readonly Filter[],
  most: number,
  i: number,
  view: View,
): Markup | null {
  const box = (filter: NamedFilter, label: string, count: number, lang: Markup | false = false): Markup => {
    const isChosen = chosen.some((one) => isSameFilter(filter, one));
    return html`<li><label><input type="checkbox" name="${FILTER_NAME}" value="${filterText(filter)}" id="${view.id(encodeURIComponent(filterText(filter)))}"${isChosen && ' checked'}><span${lang}>${label}</span><span class="filter-count">${count}</span></label></li>`;
  };
  switch (offer.by) {
    case 'available':
      return html`<ul class="filter-values">${box({ by: 'available' }, view.word('filter-available'), counts.available)}</ul>`;
    case 'rating': {
      const steps = [4, 3, 2, 1].filter((least) => (counts.rated[least - 1] ?? 0) > 0);
      if (steps.length === 0) return null;
      return html`<ul class="filter-values">${steps.map((least) => box({ by: 'rating', least }, view.word('stars-and-more', { count: least }), counts.rated[least - 1] ?? 0))}</ul>`;
    }
    case 'price':
      return priceFields(counts, chosen, i, view);
    default: {
      const { by, name } = offer;
      const values = valuesOf({ by, name }, counts, chosen, view);
      if (values.length === 0) return null;
      // Values are in the leading language, whatever the page is in.
      const lang = view.langOf({});
      const item = ({ value, label, count }: FacetValue): Markup => box({ by, name, value }, label, count, lang);
      const isChosen = ({ value }: FacetValue): boolean => chosen.some((one) => isSameFilter({ by, name, value }, one));
      const [first, rest] = [values.slice(0, most), values.slice(most)];
      return html`<div><ul class="filter-values">${first.map(item)}</ul>${
        rest.length > 0 &&
        html`<details class="filter-rest" id="${view.id(`rest-${i}`)}"${rest.some(isChosen) && ' open'}><summary>${view.word('all-values', { count: values.length })}</summary><ul class="filter-values">${rest.map(item)}</ul></details>`
      }</div>`;
    }
  }
}

/** The values of a group in their natural order, with those that are chosen and have nothing left. */
function valuesOf(
  { by, name }: { readonly by: ValueFilterKey; readonly name: string },
  { groups }: FacetCounts,
  chosen: readonly Filter[],
  view: View,
): FacetValue[] {
  const found = groups.find((group) => group.by === by && group.name === name)?.values ?? [];
  const lost = chosen.flatMap((filter) =>
    filter.by === by && filter.name === name && !found.some(({ value }) => value === filter.value)
      ? [{ value: filter.value, label: filter.value, count: 0 }]
      : [],
  );
  const { compare } = new Intl.Collator(view.locale.language, { numeric: true });
  return [...found, ...lost]
    .map((one) => (by === 'attribute' ? { ...one, label: attributeText(one.label, view) } : one))
    .sort((a, b) => compare(a.label, b.label));
}

const attributeText = (text: string, view: View): string =>
  text === 'true' ? view.word('said-yes') : text === 'false' ? view.word('said-no') : text;

function priceFields({ price }: FacetCounts, chosen: readonly Filter[], i: number, view: View): Markup | null {
  const set = chosen.find((filter) => filter.by === 'price');
  if (!price && !set) return null;
  const field = (
    name: string,
    word: 'price-from' | 'price-to',
    value: number | null | undefined,
    hint: string,
  ): Markup =>
    html`<label for="${view.id(`${word}-${i}`)}">${view.word(word)}<input id="${view.id(`${word}-${i}`)}" name="${name}" inputmode="decimal" autocomplete="off" maxlength="13" value="${value ?? ''}" placeholder="${hint}"></label>`;
  return html`<div class="filter-price">${field(PRICE_FROM, 'price-from', set?.from, price ? view.money(price.least) : '')}${field(PRICE_TO, 'price-to', set?.to, price ? view.money(price.most) : '')}</div>`;
}

/** What is chosen, each a link that takes it away. */
function chosenList(chosen: readonly Filter[], counts: FacetCounts, view: View): Markup {
  const labelOf = (filter: Filter): string => {
    switch (filter.by) {
      case 'available':
        return view.word('filter-available');
      case 'rating':
        return view.word('stars-and-more', { count: filter.least });
      case 'price':
        return [
          filter.from === null ? [] : [`${view.word('price-from')} ${filter.from}`],
          filter.to === null ? [] : [`${view.word('price-to')} ${filter.to}`],
        ]
          .flat()
          .join(' ');
      default:
        return (
          valuesOf(filter, counts, [filter], view).find(({ value }) => value === filter.value)?.label ?? filter.value
        );
    }
  };
  const items = chosen.map((filter) => {
    const label = labelOf(filter);
    const left = chosen.filter((one) => one !== filter);
    return html`<li><a href="${addressNarrowedTo(view, left)}" data-follow aria-label="${view.word('remove-filter', { what: label })}"><span${'name' in filter && view.langOf({})}>${label}</span><span aria-hidden="true">×</span></a></li>`;
  });
  const all =
    chosen.length > 1 &&
    html`<li><a href="${addressNarrowedTo(view, [])}" data-follow>${view.word('clear-filters')}</a></li>`;
  return html`<ul class="filters-chosen" id="${view.id('chosen')}">${items}${all}</ul>`;
}
