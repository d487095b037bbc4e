/** From a store page to the html a shopper gets: assemble, compose, ask, render. */
import { factsOf, nextRuleDate } from '@parlour/core/assign';
import { NO_SHOPPER } from '@parlour/core/commerce';
import { keys, type DesignState, type TemplateDocument } from '@parlour/core/documents';
import {
  needKey,
  NO_QUERY,
  proseNeeds,
  queryText,
  type FormState,
  type Need,
  type PageInfo,
  type QueryName,
} from '@parlour/core/kinds';
import { decimalsOf } from '@parlour/core/money';
import { fontPaths } from '@parlour/core/look';
import { parsePage } from '@parlour/core/pages';
import {
  askPage,
  assemblePage,
  composePage,
  isBeyond,
  kindsScriptPath,
  kindsStylePath,
  lookStylePath,
  renderInstance,
  renderPage,
  type Composition,
  type PageRequest,
  type SectionFault,
} from '@parlour/core/render';
import { consoleOrigin } from '../config.js';
import { answerNeeds } from '../records/answers/answer.js';
import type { Listed } from '../records/answers/part.js';
import { tags } from '../records/tags.js';
import { FORMS_SCRIPT, LOOK_VERSION, PREVIEW_SCRIPT } from './assets.js';
import { buyingOf, pathSourcesOf, type Site } from './context.js';
import { alternatesOf, inLanguage } from './editions.js';
import { addressOf, homeOf, type OpenPage } from './pages.js';
import { addStandIns } from './stand-ins.js';
import { documentHash, fillerOf, hashOfDocument, PAGE, readVersions, versionsOf } from './versions.js';

/** What a shopper asked for, besides the page. */
export interface Asking {
  /** The part of the web address behind `?`. */
  readonly query?: URLSearchParams | undefined;
  /** What came of a form that was just sent. */
  readonly form?: FormState | undefined;
}

export interface Shown {
  /** The page that is shown: what the design chose for home, where home was asked for. */
  readonly page: PageInfo;
  readonly html: string;
  /** What stands in its style element; empty if it has none. */
  readonly style: string;
  /** False for a page of a listing beyond its last one. */
  readonly isThere: boolean;
  /** What it depends on, of the catalogue. */
  readonly tags: ReadonlySet<string>;
  /** The next instant at which it looks different by dates alone. */
  readonly until: string | null;
  readonly showsFacts: boolean;
  /** The page for a shopper with so much in the cart, where that is all of the shopper's that it shows. */
  readonly fill: ((count: number) => string) | null;
  /** Names behind `?` that make another page of it. */
  readonly query: readonly QueryName[];
  readonly faults: readonly SectionFault[];
}

/** A page with all that is needed to render it. */
interface Prepared {
  readonly request: PageRequest;
  readonly composition: Composition;
  readonly page: PageInfo;
  readonly tags: ReadonlySet<string>;
  readonly ruleDate: string | null;
}

/** Null if the kind of the page has no template. */
async function prepare(site: Site, open: OpenPage, { query, form }: Asking): Promise<Prepared | null> {
  const { db, store, state, edition } = site;
  const { locale } = edition;
  const about = await homeOf(site, open);
  const setting = { now: site.now.toISOString(), decimals: decimalsOf(store.currency) };
  const facts = factsOf(about.subject, about.path);
  const parts = assemblePage({ code: about.code, facts }, state, edition.kinds, setting, {
    instead: site.template,
    samples: site.mode === 'preview',
  });
  if (!parts) return null;
  const composition = composePage(parts, edition);
  const { page, needs, faults } = askPage(composition, inLanguage(about, locale), query ?? NO_QUERY, setting.now);
  // What is looked for, or chosen of a listing, makes no page that is worth knowing.
  const asked = page.kind === 'search' || page.query.page === undefined ? '' : queryText({ page: page.query.page });
  // What the home page shows has one web address, wherever it is read.
  const path = addressOf(site, about);
  const alternates = alternatesOf(site, path + asked);
  const listings = await listed(site, page, needs);
  const answers = await answerNeeds(db, {
    listings,
    sources: pathSourcesOf(site),
    needs: [...needs, ...picturesQuoted(needs, state)],
    subject: page.subject,
    ...(composition.shows.length > 0 && {
      own: {
        shows: composition.shows,
        cart: site.basket.asked,
        order: open.order ?? null,
        buying: buyingOf(site),
        shopper: site.shopper ?? NO_SHOPPER,
      },
    }),
  });
  await addStandIns(site, needs, answers.data);
  const request: PageRequest = {
    composition,
    page,
    data: answers.data,
    faults,
    facts: answers.facts,
    form: form ?? null,
    now: setting.now,
    canonical: `${site.origin}${inLanguage({ ...about, path }, locale).path}${asked}`,
    alternates,
    fonts: fontPaths(parts.look, parts.template.look),
    styles: [
      lookStylePath(documentHash(state, keys.look), LOOK_VERSION, overridesHash(parts.template)),
      kindsStylePath(composition.kinds, edition.kinds),
    ],
    ...scriptsOf(site, composition),
    versions: composition.shows.length === 0 ? '' : versionsOf(state, composition, answers.facts),
  };
  const ruleDate = nextRuleDate(parsePage(page.code).kind, state, setting);
  return { request, composition, page, tags: answers.tags, ruleDate };
}

/** What the listings come to that a page needs. */
async function listed({ db, store, edition, listings }: Site, { subject }: PageInfo, needs: readonly Need[]) {
  const found = new Map<string, Listed>();
  const setting = { db, store, subject, translation: edition.locale.translation };
  // In a transaction, whoever began it loads what is missing, and begins anew.
  const ready = <T>(work: () => Promise<T>): Promise<T> => (db.isTransaction ? work() : listings.loading(work));
  for (const need of needs)
    if (need.type === 'listing') found.set(needKey(need), await ready(() => listings.workOut(need, setting)));
  return found;
}

/** The html of a page; null if its kind has no template. */
export async function showPage(site: Site, asked: OpenPage, asking: Asking = {}): Promise<Shown | null> {
  const prepared = await prepare(site, asked, asking);
  if (!prepared) return null;
  const { request, composition, page, ruleDate } = prepared;
  const { html, style, until, faults } = renderPage(request);
  return {
    page,
    html,
    style,
    isThere: !isBeyond(page, request.data),
    tags: new Set([...prepared.tags, tags.page(asked.code), tags.page(page.code)]),
    until: earliest(until, ruleDate),
    showsFacts: composition.shows.length > 0,
    fill: fillerOf(site.state, request, html),
    query: composition.query,
    faults,
  };
}

/** What has changed of a page that somebody has open. */
export interface Refreshed {
  /** The page is made of something else by now, and must be loaded. */
  readonly reload?: true;
  /** The facts it shows with their versions now. */
  readonly facts?: string;
  /** The html of the sections that differ, by their paths. */
  readonly changed?: Readonly<Record<string, string>>;
}

/** What was done on an open page, and what it has seen. */
export interface RefreshAsked extends Asking {
  /** The versions of the facts as the page shows them. */
  readonly seen: string;
  /** The section that a form was sent from. */
  readonly section: string | undefined;
}

/** The sections of an open page that an action has changed: those whose facts differ, and those of the form. */
export async function refreshed(
  site: Site,
  asked: OpenPage,
  { seen, section, ...asking }: RefreshAsked,
): Promise<Refreshed> {
  const prepared = await prepare(site, asked, asking);
  if (!prepared) return { reload: true };
  const { request, composition } = prepared;
  const now = request.versions ?? '';
  const [was, is] = [readVersions(seen), readVersions(now)];
  if (was.get(PAGE) !== is.get(PAGE)) return { reload: true };
  const changed: Record<string, string> = {};
  for (const [path, { kind }] of composition.instances) {
    const isSent = path === section || (asking.form?.section === '' && kind.ofCheckout);
    const isOld = kind.shows?.some((name) => was.get(name) !== is.get(name));
    if (isSent || isOld) changed[path] = renderInstance(request, path)?.html ?? '';
  }
  return { facts: now, changed };
}

/** The pictures in texts of other pages that sections quote: the design has the texts. */
const picturesQuoted = (needs: readonly Need[], state: DesignState): Need[] =>
  needs.flatMap((need) => {
    const quoted = need.type === 'content' ? state.get(keys.content(need.page.replace(/^content:/, ''))) : undefined;
    if (!quoted) return [];
    return Object.entries(quoted).flatMap(([name, text]) =>
      (name === 'text' || name.startsWith('text@')) && typeof text === 'string' ? proseNeeds(text) : [],
    );
  });

function scriptsOf(
  { mode, config, edition }: Site,
  { instances, kinds }: Composition,
): Pick<PageRequest, 'scripts' | 'formsScript'> {
  const all = [...instances.values()].map(({ kind }) => kind);
  const hasForms = all.some((kind) => kind.hasForms === true || kind.ofCheckout || kind.shows?.length);
  return {
    scripts: [
      ...[kindsScriptPath(kinds, edition.kinds) ?? []].flat(),
      ...(hasForms ? [FORMS_SCRIPT] : []),
      ...(mode === 'preview' ? [`${PREVIEW_SCRIPT}&console=${encodeURIComponent(consoleOrigin(config))}`] : []),
    ],
    formsScript: !hasForms && all.some((kind) => kind.hasForms === 'some') ? FORMS_SCRIPT : undefined,
  };
}

const earliest = (a: string | null, b: string | null): string | null => (a === null || (b !== null && b < a) ? b : a);

/** The hash of a template that overrides settings of the look; its stylesheet is its own. */
const overridesHash = (template: TemplateDocument): string | undefined =>
  template.look && Object.keys(template.look).length ? hashOfDocument(template) : undefined;
