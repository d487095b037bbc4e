/** From a store page to the html a shopper gets: assemble, compose, ask, render. */
import { createHash } from 'node:crypto';
import {
  askedFor,
  assemblePage,
  canonicalJson,
  composePage,
  currencyDecimals,
  factsOf,
  fontPaths,
  isBeyond,
  isSinglePage,
  keys,
  kindsStylePath,
  lookStylePath,
  methodsIn,
  needsOf,
  nextRuleDate,
  parsePage,
  queryText,
  renderInstance,
  PageData,
  renderPage,
  translatedContent,
  type AssembledPage,
  type Buying,
  type Composition,
  type FactName,
  type Facts,
  type FormState,
  type Locale,
  type PageInfo,
  type PageRequest,
  type SectionFault,
  type TemplateDocument,
} from '@parlour/core';
import { consoleOrigin } from '../config.js';
import { answerNeeds } from '../records/answers/answer.js';
import { tags } from '../records/tags.js';
import { FORMS_SCRIPT, LIVELY_SCRIPT, LOOK_VERSION, PREVIEW_SCRIPT } from './assets.js';
import { documentHash, hashOfDocument, type Site } from './context.js';
import { prefixOf } from './editions.js';
import { homeOf, patternsFor, type OpenPage } from './pages.js';

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
  readonly query: readonly string[];
  readonly faults: readonly SectionFault[];
}

/** Everything about buying that a site's store has set. */
export const buyingOf = ({ store, edition }: Site): Buying => ({
  methods: methodsIn(edition.locale.translation, store.delivery),
  country: store.country,
});

/** A page with all that is needed to render it. */
interface Prepared {
  readonly request: PageRequest;
  readonly composition: Composition;
  readonly page: PageInfo;
  readonly tags: ReadonlySet<string>;
  readonly ruleDate: string | null;
}

/** Null if the kind of the page has no template. */
async function prepare(site: Site, asked: OpenPage, { query, form }: Asking): Promise<Prepared | null> {
  const { db, store, state, edition } = site;
  const { locale } = edition;
  const about = await homeOf(site, asked);
  const setting = { now: new Date().toISOString(), decimals: currencyDecimals(store.currency) };
  const facts = factsOf(about.subject, about.path);
  const parts = assemblePage({ code: about.code, facts }, state, edition.kinds, setting);
  if (!parts) return null;
  const composition = composePage(parts, edition);
  const page = askedFor(composition, inLanguage(about, locale), Object.fromEntries(query ?? []), setting.now);
  const answers = await answerNeeds(db, {
    sources: {
      storeId: store.id,
      patterns: patternsFor(site),
      state,
      prefix: locale.prefix,
      translation: locale.translation,
    },
    needs: needsOf(composition, page, setting.now),
    subject: page.subject,
    ...(composition.shows.length > 0 && {
      own: { cart: site.cart, order: asked.order ?? null, buying: buyingOf(site) },
    }),
  });
  const request: PageRequest = {
    composition,
    page,
    data: answers.data,
    facts: answers.facts,
    form: form ?? null,
    now: setting.now,
    canonical: `${site.origin}${page.path}${queryText(page.query)}`,
    alternates: alternatesOf(site, about.path + queryText(page.query)),
    fonts: fontPaths(parts.look, parts.template.look),
    styles: [
      lookStylePath(documentHash(state, keys.look), LOOK_VERSION, overridesHash(parts.template)),
      kindsStylePath(composition.kinds, edition.kinds.hash),
    ],
    scripts: scriptsOf(site, composition),
    versions: composition.shows.length === 0 ? '' : versionsOf(site, composition, answers.facts),
  };
  const ruleDate = nextRuleDate(parsePage(page.code).kind, state, setting);
  return { request, composition, page, tags: answers.tags, ruleDate };
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
    fill: fillerOf(site, request, html),
    query: composition.query,
    faults,
  };
}

/** What to put into a page that shows how much is in the cart, and nothing else of a shopper. */
function fillerOf({ state }: Pick<Site, 'state'>, request: PageRequest, html: string): Shown['fill'] {
  const { composition, page, now, facts, versions = '' } = request;
  if (composition.shows.join() !== 'cart-count') return null;
  const shown = [...composition.instances.values()].filter(({ kind }) => kind.shows?.length);
  const holes = shown.map(({ compiled: { path } }) => [path, renderInstance(request, path)?.html ?? ''] as const);
  // Of the data only what the holes need is worth keeping.
  const data = new PageData();
  for (const need of [...shown].flatMap(({ compiled }) => compiled.needs(page)))
    data.set(need, request.data.get(need) as never);
  const lean: PageRequest = { composition, page, data, facts, now, canonical: '', fonts: [], styles: [], scripts: [] };
  return (count) => {
    const own = { ...facts, 'cart-count': count };
    const filled = { ...lean, facts: own };
    let out = html.replace(versions, () => versionsOf({ state }, composition, own));
    for (const [path, empty] of holes) out = out.replace(empty, () => renderInstance(filled, path)?.html ?? '');
    return out;
  };
}

/** What has changed of a page that somebody has open. */
export interface Refreshed {
  /** The page is made of something else by now, and must be loaded. */
  readonly reload?: true;
  /** The facts it shows with their versions now. */
  readonly facts?: string;
  /** The html of the sections that differ, by their paths. */
  readonly sections?: Readonly<Record<string, string>>;
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
  const sections: Record<string, string> = {};
  for (const [path, { kind }] of composition.instances) {
    const isSent = path === section || (asking.form?.section === '' && kind.ofCheckout);
    const isOld = kind.shows?.some((name) => was.get(name) !== is.get(name));
    if (isSent || isOld) sections[path] = renderInstance(request, path)?.html ?? '';
  }
  return { facts: now, sections };
}

// The documents of a page are the same object for all pages that have them, in one state of a design.
const madeOf = new WeakMap<AssembledPage, string>();

/** What the page itself is made of, among the versions of its facts. */
const PAGE = 'page';

/** `page=… cart=… totals=…`: by these an open page tells what it has seen. */
function versionsOf({ state }: Pick<Site, 'state'>, { parts, shows }: Composition, facts: Facts): string {
  let made = madeOf.get(parts);
  if (made === undefined)
    madeOf.set(
      parts,
      (made = hashText(canonicalJson([...parts.documents].sort().map((key) => documentHash(state, key))))),
    );
  const versions = shows.map((name: FactName) => `${name}=${hashText(canonicalJson(facts[name]))}`);
  return [`${PAGE}=${made}`, ...versions].join(' ');
}

const hashText = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 12);

const readVersions = (text: string): Map<string, string> =>
  new Map(text.split(' ').flatMap((one) => (one.includes('=') ? [one.split('=', 2) as [string, string]] : [])));

/** A page in the words of a language. */
function inLanguage(page: PageInfo, { prefix, translation, word }: Locale): PageInfo {
  const path = prefix + (prefix !== '' && page.path === '/' ? '' : page.path);
  const { kind, subject } = page;
  if (subject && 'content' in subject && translation !== null) {
    const content = translatedContent(subject.content, translation);
    return { ...page, path, title: content.title, description: content.description ?? '', subject: { content } };
  }
  return { ...page, path, title: isSinglePage(kind) ? word(`page-${kind}`) : page.title };
}

/** Where a page is in each language of the store; nothing if there is one language. */
function alternatesOf({ store, origin }: Site, path: string): PageRequest['alternates'] {
  if (store.languages.length === 0 || path === '') return [];
  return [
    { language: store.locale, address: origin + path },
    ...store.languages.map((language) => ({
      language,
      address: `${origin}${prefixOf(language)}${path === '/' ? '' : path}`,
    })),
  ];
}

const scriptsOf = ({ mode, config, edition }: Site, { instances, kinds }: Composition): string[] => [
  ...(kinds.some((name) => edition.kinds.find(name)?.enlivened) ? [LIVELY_SCRIPT] : []),
  ...([...instances.values()].some(({ kind }) => kind.hasForms || kind.ofCheckout || kind.shows?.length)
    ? [FORMS_SCRIPT]
    : []),
  ...(mode === 'preview' ? [`${PREVIEW_SCRIPT}&console=${encodeURIComponent(consoleOrigin(config))}`] : []),
];

const earliest = (a: string | null, b: string | null): string | null => (a === null || (b !== null && b < a) ? b : a);

/** The hash of a template that overrides settings of the look; its stylesheet is its own. */
const overridesHash = (template: TemplateDocument): string | undefined =>
  template.look && Object.keys(template.look).length ? hashOfDocument(template) : undefined;
