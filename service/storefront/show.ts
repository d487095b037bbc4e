/** From a store page to the html a shopper gets: assemble, compose, ask, render. */
import {
  askedFor,
  assemblePage,
  composePage,
  currencyDecimals,
  factsOf,
  fontPaths,
  isBeyond,
  keys,
  kindsStylePath,
  lookStylePath,
  needsOf,
  nextRuleDate,
  parsePage,
  queryText,
  renderPage,
  showsFacts,
  type FormState,
  type PageInfo,
  type SectionFault,
  type TemplateDocument,
} from '@parlour/core';
import { consoleOrigin } from '../config.js';
import { answerNeeds } from '../records/answers/answer.js';
import { tags } from '../records/tags.js';
import { LOOK_VERSION } from './assets.js';
import { documentHash, hashOfDocument, type Site } from './context.js';
import { homeOf, patternsFor } from './pages.js';

/** What a shopper asked for, besides the page. */
export interface Asking {
  /** The part of the web address behind `?`. */
  readonly query?: URLSearchParams;
  /** What came of a form that was just sent. */
  readonly form?: FormState;
}

export interface Shown {
  /** The page that is shown: what the design chose for home, where home was asked for. */
  readonly page: PageInfo;
  readonly html: string;
  /** False for a page of a listing beyond its last one. */
  readonly isThere: boolean;
  /** What it depends on, of the catalogue. */
  readonly tags: ReadonlySet<string>;
  /** The next instant at which it looks different by dates alone. */
  readonly until: string | null;
  readonly showsFacts: boolean;
  /** Names behind `?` that make another page of it. */
  readonly query: readonly string[];
  readonly faults: readonly SectionFault[];
}

/** The html of a page; null if its kind has no template. */
export async function showPage(site: Site, asked: PageInfo, { query, form }: Asking = {}): Promise<Shown | null> {
  const { db, config, store, state, mode, origin, edition } = site;
  const about = await homeOf(site, asked);
  const setting = { now: new Date().toISOString(), decimals: currencyDecimals(store.currency) };
  const facts = factsOf(about.subject, about.path);
  const parts = assemblePage({ code: about.code, facts }, state, edition.kinds, setting);
  if (!parts) return null;
  const composition = composePage(parts, edition);
  const page = askedFor(composition, about, Object.fromEntries(query ?? []), setting.now);
  const answers = await answerNeeds(db, {
    sources: { storeId: store.id, patterns: patternsFor(site), state, prefix: edition.locale.prefix },
    needs: needsOf(composition, page, setting.now),
    subject: page.subject,
    cart: showsFacts(composition) ? site.cart : null,
  });
  const { html, until, faults } = renderPage({
    composition,
    page,
    data: answers.data,
    facts: answers.facts,
    form: form ?? null,
    now: setting.now,
    canonical: `${origin}${page.path}${queryText(page.query)}`,
    fonts: fontPaths(parts.look, parts.template.look),
    styles: [
      lookStylePath(documentHash(state, keys.look), LOOK_VERSION, overridesHash(parts.template)),
      kindsStylePath(composition.kinds, edition.kinds.hash),
    ],
    scripts: mode === 'preview' ? [`/assets/preview.js?console=${encodeURIComponent(consoleOrigin(config))}`] : [],
  });
  return {
    page,
    html,
    isThere: !isBeyond(page, answers.data),
    tags: new Set([...answers.tags, tags.page(asked.code), tags.page(page.code)]),
    until: earliest(until, nextRuleDate(parsePage(page.code).kind, state, setting)),
    showsFacts: showsFacts(composition),
    query: composition.query,
    faults,
  };
}

const earliest = (a: string | null, b: string | null): string | null => (a === null || (b !== null && b < a) ? b : a);

/** The hash of a template that overrides settings of the look; its stylesheet is its own. */
const overridesHash = (template: TemplateDocument): string | undefined =>
  template.look && Object.keys(template.look).length ? hashOfDocument(template) : undefined;
