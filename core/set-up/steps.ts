/** The set-up list: what a store needs before it is ready for shoppers, with where each point stands. */
import type { PageCode } from '../pages/page.js';
import type { DesignState } from '../documents/state.js';
import type { SetUpFacts, SetUpPlace, SetUpPoint } from './point.js';
import { delivery } from './points/delivery.js';
import { details } from './points/details.js';
import { homePage } from './points/home-page.js';
import { inspection } from './points/inspection.js';
import { logo } from './points/logo.js';
import { menus } from './points/menus.js';
import { ownTexts } from './points/own-texts.js';
import { products } from './points/products.js';
import { published } from './points/published.js';
import { usualPages } from './points/usual-pages.js';

/** In the order people work. */
const POINTS: readonly SetUpPoint[] = [
  products,
  details,
  logo,
  usualPages,
  ownTexts,
  homePage,
  menus,
  delivery,
  inspection,
  published,
];

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

/** Every step with where it stands. @param state the draft of the design */
export const setUpSteps = (state: DesignState, facts: SetUpFacts): SetUpStep[] =>
  POINTS.map((point) => {
    const { code, title, place } = point;
    const open = [...point.find(state, facts)];
    return {
      ...{ code, title, place },
      done: open.length === 0,
      sentence: open.length === 0 ? point.done(state, facts) : open.map(({ sentence }) => sentence).join(' '),
      pages: open.flatMap(({ pages = [] }) => pages),
    };
  });
