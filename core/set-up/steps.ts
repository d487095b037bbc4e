/** What a store needs before it is ready for shoppers. Each step is done or not by facts; nobody ticks it off. */
import { documentsIn, type DesignState } from '../design/state.js';
import type { PageCode } from '../assign/page.js';
import type { Document, MenuDocument } from '../design/document.js';
import { codeOf, keys, sectionsIn } from '../design/document.js';
import { closeDocument, openDocument } from '../design/draft.js';
import { canonicalJson } from '../design/hash.js';
import { READY_PAGES } from '../design/ready-pages.js';
import { starterDesign } from '../design/starter-design.js';
import { kindName } from '../kinds/kind.js';
import { menuEntries, type MenuEntry } from '../kinds/menu.js';
import { counted, listed, someOf } from '../words.js';
import type { StoreDetails } from './details.js';
import { unreachedPages } from './reached.js';

/** The kind that shows the logo. */
const LOGO = 'logo';

/** What is known of the store besides the draft of its design. */
export interface SetUpFacts {
  readonly storeName: string;
  /** Those that are in no other. */
  readonly collections: readonly { readonly code: string; readonly title: string }[];
  /** ISO 3166-1 code of the home country. */
  readonly country: string;
  /** The countries that some delivery method goes to. */
  readonly delivered: readonly string[];
  /** How many there are, at most `MOST_COUNTED`. */
  readonly products: number;
  /** Whether somebody has published the design, apart from how it came. */
  readonly published: boolean;
  readonly unpublished: number;
  /** What the store says about itself. */
  readonly details: StoreDetails;
}

/** Where a step is done. */
export type SetUpPlace =
  'catalogue' | 'store' | 'header' | 'pages' | 'content' | 'home' | 'menus' | 'delivery' | 'publish';

/** Nobody needs to know more exactly. */
export const MOST_COUNTED = 1000;

export interface SetUpStep {
  readonly code: string;
  readonly title: string;
  readonly place: SetUpPlace;
  readonly done: boolean;
  /** What is so, or what is missing. */
  readonly sentence: string;
  /** The pages to look at, where the step is about some. */
  readonly pages: readonly PageCode[];
}

interface StepKind {
  readonly code: string;
  readonly title: string;
  readonly place: SetUpPlace;
  look(state: DesignState, facts: SetUpFacts): Pick<SetUpStep, 'done' | 'sentence'> & Partial<Pick<SetUpStep, 'pages'>>;
}

/** In the order people work. A new step is a new entry. */
const STEPS: readonly StepKind[] = [
  {
    code: 'products',
    title: 'Something to sell',
    place: 'catalogue',
    look: (_state, { products }) =>
      products
        ? {
            done: true,
            sentence: `The catalogue has ${products < MOST_COUNTED ? counted(products, 'product') : 'over a thousand products'}.`,
          }
        : { done: false, sentence: 'The catalogue is empty. Try the store with a sample catalogue meanwhile.' },
  },
  {
    code: 'details',
    title: 'Who you are',
    place: 'store',
    look(_state, { details: { street, city, email } }) {
      const missing = [...(street && city ? [] : ['the address']), ...(email ? [] : ['an email address'])];
      return missing.length
        ? { done: false, sentence: `Shoppers and the law want to know: ${listed(missing)}.` }
        : { done: true, sentence: `You are in ${city ?? ''}, and reached at ${email ?? ''}.` };
    },
  },
  {
    code: 'logo',
    title: 'A logo',
    place: 'header',
    look: (state) =>
      [...documentsIn(state, 'around')].some(
        ([key, { areas }]) =>
          key.startsWith('around/header/') &&
          [...sectionsIn(areas)].some(({ kind, values }) => kindName(kind) === LOGO && values['logo']),
      )
        ? { done: true, sentence: 'A header shows your logo.' }
        : { done: false, sentence: 'The header shows the name of the store until there is a logo.', pages: ['home'] },
  },
  {
    code: 'pages',
    title: 'The usual pages',
    place: 'pages',
    look(state) {
      const missing = READY_PAGES.filter(({ code }) => state.get(keys.content(code)) === undefined);
      return missing.length
        ? { done: false, sentence: `Missing: ${someOf(missing.map(({ title }) => `“${title}”`))}.` }
        : { done: true, sentence: 'About, reach us, delivery, terms and privacy are there.' };
    },
  },
  {
    code: 'texts',
    title: 'Texts of your own',
    place: 'content',
    look(state) {
      const ready = [...documentsIn(state, 'content')].filter(([, page]) => page.readyMade);
      if (ready.length === 0) return { done: true, sentence: 'No page has a ready-made text any more.' };
      return {
        done: false,
        sentence: `Read what these say, and make it yours: ${someOf(ready.map(([, { title }]) => `“${title}”`))}.`,
        pages: ready.map(([key]) => `content:${codeOf(key)}`),
      };
    },
  },
  {
    code: 'home',
    title: 'A front page',
    place: 'home',
    look(state, { storeName }) {
      const { groundwork = '' } = state.get(keys.look) ?? {};
      const key = keys.template('home');
      const first = starterDesign(storeName, groundwork).get(key);
      const untouched = formOf(first) === formOf(state.get(key));
      return untouched
        ? { done: false, sentence: 'The home page is as it came. Say what you make, and show it.', pages: ['home'] }
        : { done: true, sentence: 'The home page is yours.', pages: ['home'] };
    },
  },
  {
    code: 'menus',
    title: 'A way to everything',
    place: 'menus',
    look(state, { collections }) {
      const reached = new Set([...documentsIn(state, 'menu')].flatMap(([, menu]) => reachedBy(menu)));
      const lost = reached.has('all-collections')
        ? []
        : collections.filter(({ code }) => !reached.has(`collection:${code}`));
      if (reached.size === 0 && lost.length === 0) return { done: false, sentence: 'No menu leads anywhere yet.' };
      const unreached = unreachedPages(state);
      const titleOf = (code: string): string => state.get(keys.content(code))?.title ?? code;
      const sentences = [
        ...(lost.length ? [`No menu leads to ${someOf(lost.map(({ title }) => `“${title}”`))}.`] : []),
        ...(unreached.length ? [`Nothing leads to ${someOf(unreached.map((code) => `“${titleOf(code)}”`))}.`] : []),
      ];
      return {
        done: sentences.length === 0,
        sentence: sentences.join(' ') || 'Every collection and every content page can be reached.',
        pages: [...lost.map(({ code }) => `collection:${code}`), ...unreached.map((code) => `content:${code}`)],
      };
    },
  },
  {
    code: 'delivery',
    title: 'Delivery methods',
    place: 'delivery',
    look: (_state, { country, delivered }) =>
      delivered.includes(country)
        ? { done: true, sentence: `You deliver to ${counted(delivered.length, 'country', 'countries')}.` }
        : { done: false, sentence: 'Nothing is delivered in your own country yet, so nobody there can buy.' },
  },
  {
    code: 'publish',
    title: 'Published',
    place: 'publish',
    look: (_state, { published, unpublished }) =>
      published
        ? {
            done: true,
            sentence: unpublished ? `Live, with ${counted(unpublished, 'change')} unpublished.` : 'Everything is live.',
          }
        : { done: false, sentence: 'Shoppers still see the store as it came.' },
  },
];

/** Every step with where it stands. @param state the draft of the design */
export const setUpSteps = (state: DesignState, facts: SetUpFacts): SetUpStep[] =>
  STEPS.map(({ code, title, place, look }) => ({ code, title, place, pages: [], ...look(state, facts) }));

/** The same text for the same content, however it was stored. */
const formOf = (document: Document | undefined): string =>
  document ? canonicalJson(closeDocument(openDocument(document))) : '';

const reachedBy = (menu: MenuDocument): PageCode[] =>
  menuEntries(menu, null).flatMap(function reached({ link, entries }: MenuEntry): PageCode[] {
    return [...(link && 'to' in link ? [link.to] : []), ...entries.flatMap(reached)];
  });
