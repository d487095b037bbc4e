/**
 * A listing of 24 cards, rendered cold: 50 data sets in turn, nothing kept between two of them, the result as UTF-8
 * bytes. Beside one hand-written function that makes the identical bytes with the same escaping, and beside template
 * languages that make the same.
 */
import { performance } from 'node:perf_hooks';
import { createSSRApp, h } from 'vue';
import { renderToString } from '@vue/server-renderer';
import { Eta } from 'eta';
import handlebars from 'handlebars';
import { starterDesign } from '@parlour/core/design';
import { stateOf } from '@parlour/core/documents';
import { NO_QUERY, PageData } from '@parlour/core/kinds';
import { makeLocale } from '@parlour/core/locale';
import { assemblePage, askPage, composePage, renderPage } from '@parlour/core/render';
import { SHIPPED_KINDS } from '@parlour/core/sections';
import { escape, listingByHand } from './listing-by-hand.mjs';
import { alternate } from './rounds.mjs';

const SETS = 50;
const CARDS = 24;
const TURNS = 40;
const STORE = { name: 'Bench & Sons', currency: 'EUR', locale: 'en-IE', country: 'IE', details: {} };
const RULES = { now: '2026-11-23T10:00:00Z', decimals: 2 };
const WORDS = ['Gannet', 'Skerry', '“Lantern”', 'Öland', 'Harbour & co', 'Reed', 'Tern', 'Marram', "Piper's", 'Foil'];

/** Products as a real catalogue has them: some reduced, some sold out, some in several versions, some with odd titles. */
const cardOf = (n) => ({
  code: `P-${n}`,
  path: `/item/product-${n}`,
  title: `${WORDS[n % 10]} ${WORDS[(n * 7) % 10]} ${n}`,
  brand: WORDS[(n * 3) % 10],
  price: 900 + ((n * 377) % 20_000),
  wasPrice: n % 7 === 0 ? 25_000 : null,
  varies: n % 3 === 0,
  available: n % 11 !== 0,
  picture: {
    hash: String(n).padStart(64, '0'),
    width: 1200,
    height: 1200,
    alt: `${WORDS[n % 10]}, seen from the side`,
    widths: [320, 640, 960, 1200],
  },
});

export function prepared() {
  const documents = new Map(starterDesign(STORE.name).entries());
  // Menus cost the same for all; the page is about its cards.
  documents.delete('menu/header-links');
  documents.delete('menu/help');
  const parts = assemblePage({ code: 'collection:C-1', facts: new Map() }, stateOf(documents), SHIPPED_KINDS, RULES);
  const locale = makeLocale({ language: STORE.locale, currency: STORE.currency });
  const composition = composePage(parts, { kinds: SHIPPED_KINDS, store: STORE, locale, mode: 'live' });
  return Array.from({ length: SETS }, (_, set) => {
    const collection = {
      code: 'C-1',
      slug: 'all',
      title: `All of set ${set}`,
      description: 'Everything.',
      parents: [],
    };
    const about = {
      code: 'collection:C-1',
      kind: /** @type {const} */ ('collection'),
      title: collection.title,
      path: '/browse/all',
      description: collection.description,
      subject: { collection },
      query: {},
      listing: null,
    };
    const { page, needs } = askPage(composition, about, NO_QUERY, RULES.now);
    const data = new PageData();
    const cards = Array.from({ length: CARDS }, (_, i) => cardOf(set * CARDS + i));
    for (const need of needs)
      data.set(need, need.type === 'listing' ? { cards, total: 240, counts: null } : need.type === 'path' ? '/' : null);
    return {
      composition,
      page,
      data,
      cards,
      facts: { 'cart-count': 0 },
      canonical: 'http://bench.example/browse/all',
      fonts: ['/fonts/a.woff2', '/fonts/b.woff2'],
      styles: ['/styles/a.css', '/styles/b.css'],
      scripts: [],
      now: RULES.now,
    };
  });
}

/**
 * The ways of making the page, for the prepared sets.
 * @throws Error if a section of the page fails, or if one way makes other bytes than the hand-written function: then
 * nothing would be compared.
 */
export async function equalWays(sets) {
  const ways = {
    ours: (set) => Buffer.from(renderPage(set).html),
    floor: (set) => Buffer.from(listingByHand(set, STORE)),
    ...templated(),
  };
  // A section that fails would cost an error, which is no measure of a page.
  const [fault] = sets.flatMap((set) => renderPage(set).faults);
  if (fault) throw new Error(`The ${fault.kind} of the listing could not be shown.`, { cause: fault.error });
  for (const [name, make] of Object.entries(ways))
    for (const set of sets)
      if (!(await make(set)).equals(ways.floor(set)))
        throw new Error(`The listing of ${name} is not the hand-written one.`);
  return ways;
}

export async function measureListing() {
  const sets = prepared();
  const ways = await equalWays(sets);
  const timed = (make) => async () => {
    const start = performance.now();
    for (let turn = 0; turn < TURNS; turn++) for (const set of sets) await make(set);
    return ((performance.now() - start) * 1000) / (TURNS * SETS);
  };
  const synchronous = (make) => () => {
    const start = performance.now();
    for (let turn = 0; turn < TURNS; turn++) for (const set of sets) make(set);
    return ((performance.now() - start) * 1000) / (TURNS * SETS);
  };
  const rows = [];
  for (const name of ['ours', 'eta', 'handlebars', 'vue']) {
    const time = name === 'vue' ? timed : synchronous;
    const found = await alternate({ ours: time(ways[name]), floor: synchronous(ways.floor) });
    const what = name === 'ours' ? 'a cold listing of 24 cards' : `  the same by ${name}`;
    rows.push({ what, ...found, unit: 'µs, less is better' });
  }
  return rows;
}

/** The cards by template languages; what is around them is hand-written for all, which is in their favour. */
function templated() {
  const around = (set, cards) => Buffer.from(listingByHand(set, STORE, cards));
  const facts = (set) => set.cards.map((card) => ({ ...card, ...describe(card, set) }));
  const eta = new Eta({ autoTrim: false });
  const etaCards = eta.compile(
    CARD.replaceAll(/\{\{#if (\w+)\}\}/g, '<% if (card.$1) { %>')
      .replaceAll('{{else}}', '<% } else { %>')
      .replaceAll('{{/if}}', '<% } %>')
      .replaceAll(/\{\{(\w+)\}\}/g, '<%= card.$1 %>')
      .replace(/^/, '<% for (const card of it.cards) { %>')
      .replace(/$/, '<% } %>'),
  );
  eta.config.escapeFunction = escape;
  handlebars.Utils.escapeExpression = (value) => escape(String(value));
  const hbs = handlebars.compile(`{{#each cards}}${CARD}{{/each}}`);
  return {
    eta: (set) => around(set, eta.render(etaCards, { cards: facts(set) })),
    handlebars: (set) => around(set, hbs({ cards: facts(set) })),
    vue: async (set) => {
      const app = createSSRApp({ render: () => facts(set).map(vueCard) });
      const cards = await renderToString(app);
      return around(set, cards.replaceAll('<!--[-->', '').replaceAll('<!--]-->', '').replaceAll('<!---->', ''));
    },
  };
}

const CARD = `<li class="card"><div class="card-picture"><img src="{{src}}" srcset="{{srcset}}" sizes="{{sizes}}" width="{{width}}" height="{{height}}" alt="{{alt}}" loading="lazy"></div><h2 class="card-title"><a href="{{path}}">{{title}}</a></h2><div class="card-brand">{{brand}}</div><div>{{#if was}}<span class="amount amount-reduced">{{shown}}</span> <s class="amount was">{{was}}</s>{{else}}<span class="amount">{{shown}}</span>{{/if}}{{#if isSoldOut}} <span class="quiet">· sold out</span>{{/if}}</div></li>`;

function describe({ picture, price, wasPrice, varies, available }, { composition }) {
  const { locale } = composition.edition;
  const path = (width) => `/pictures/${picture.hash}/${width}`;
  return {
    src: path(picture.widths[1]),
    srcset: picture.widths.map((width) => `${path(width)} ${width}w`).join(', '),
    sizes: '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw',
    width: picture.width,
    height: picture.height,
    alt: picture.alt,
    shown: varies ? `from ${locale.money(price)}` : locale.money(price),
    was: wasPrice === null ? null : locale.money(wasPrice),
    isSoldOut: !available,
  };
}

const vueCard = (card) =>
  h('li', { class: 'card' }, [
    h('div', { class: 'card-picture' }, [
      h('img', {
        src: card.src,
        srcset: card.srcset,
        sizes: card.sizes,
        width: card.width,
        height: card.height,
        alt: card.alt,
        loading: 'lazy',
      }),
    ]),
    h('h2', { class: 'card-title' }, [h('a', { href: card.path }, card.title)]),
    h('div', { class: 'card-brand' }, card.brand),
    h('div', [
      ...(card.was
        ? [h('span', { class: 'amount amount-reduced' }, card.shown), ' ', h('s', { class: 'amount was' }, card.was)]
        : [h('span', { class: 'amount' }, card.shown)]),
      ...(card.isSoldOut ? [' ', h('span', { class: 'quiet' }, '· sold out')] : []),
    ]),
  ]);
