/** Why a store page looks as it does: as data, in sentences, and the shortest way to change each part of it. */
import {
  aroundInWords,
  keys,
  sectionsIn,
  type AssignmentsDocument,
  type DocumentKey,
  type NodeId,
  type Section,
  type Target,
  type TemplateDocument,
  type LookDocument,
  hasSections,
} from '../documents/document.js';
import { inWords, shown } from '../fields/in-words.js';
import { sectionName } from '../design/edits/common.js';
import { kindName, OPEN_PLACE, type KindDescriptions } from '../kinds/kind.js';
import { LOOK_FIELDS, lookFields } from '../look/settings.js';
import { listed } from '../words.js';
import {
  assignedBy,
  counts,
  rulesOf,
  type Assigned,
  type AskedPage,
  type ReadyEntry,
  type RuleSetting,
} from './assigned.js';
import type { DesignState } from '../documents/state.js';
import { regionInWords } from './added.js';
import { regionsOf, type WhyRegion } from './regions.js';
import { ownOnPage, type OwnOnPage } from './own-on-page.js';
import { kindInWords, parsePage } from '../pages/page.js';
import type { Rule, Scalar, SubjectFacts } from '../pages/rule.js';
import { printRule } from '../pages/rule-text.js';
import { additionsFor, MOST_ADDITIONS } from './target.js';

/** The page that is asked about. */
export interface WhyPage extends AskedPage {
  readonly title: string;
  readonly path: string;
  /** Its facts as people wrote them; as rules compare them if absent. */
  readonly written?: SubjectFacts;
}

/** One rule that was tried for the page, and what came of it. */
export interface TriedRule {
  readonly id: string;
  readonly rule: string;
  readonly template: string;
  readonly matched: boolean;
  /** Why it did not match. */
  readonly because: string;
}

/** Everything that decides what a page shows, as data and in sentences. */
export interface Why {
  readonly page: string;
  readonly title: string;
  readonly path: string;
  readonly template: (Assigned & { readonly name: string }) | null;
  /** The template the page would have without what decided. */
  readonly otherwise: string | null;
  readonly tried: readonly TriedRule[];
  readonly regions: readonly WhyRegion[];
  readonly additions: readonly { readonly document: DocumentKey; readonly name: string; readonly place: string }[];
  /** What it has of its own, section by section. */
  readonly own: readonly OwnOnPage[];
  readonly overrides: readonly { readonly setting: string; readonly value: unknown; readonly elsewhere: unknown }[];
  readonly sentences: readonly string[];
  /** What to do to change each part, as commands. */
  readonly change: readonly { readonly what: string; readonly command: string }[];
}

/** The trace that says what made a page what it is. */
export function why(page: WhyPage, state: DesignState, setting: RuleSetting, kinds: KindDescriptions): Why {
  const { kind } = parsePage(page.code);
  const bucket = state.get(keys.assignments(kind));
  const assigned = bucket ? assignedBy(bucket, page, setting) : null;
  const nameOf = (code: string): string => state.get(keys.template(code))?.name ?? code;
  const otherwise = bucket && assigned ? withoutThat(bucket, page, assigned, setting) : null;
  const tried = bucket && assigned?.reason !== 'page' ? triedRules(bucket, page, assigned, setting) : [];
  const template = assigned ? state.get(keys.template(assigned.template)) : undefined;
  const regions = regionsOf(template, state);
  const additions = [...additionsFor(page, state, setting)].flatMap(([place, list]) =>
    list.map(({ key, document }) => ({ document: key, name: document.name, place, target: document.target })),
  );
  const own = ownOnPage(
    page.code,
    {
      template: assigned && keys.template(assigned.template),
      regions,
      additions: additions.map(({ document }) => document),
    },
    state,
    kinds,
  );
  const overrides = overridesOf(template, state.get(keys.look));
  const kindTitle = kindInWords(kind);
  return {
    page: page.code,
    title: page.title,
    path: page.path,
    template: assigned && { ...assigned, name: nameOf(assigned.template) },
    otherwise: otherwise?.template ?? null,
    tried,
    regions,
    additions: additions.map(({ target: _target, ...rest }) => rest),
    own,
    overrides,
    sentences: [
      `${page.title} (${page.code}) is at ${page.path}.`,
      templateSentence(assigned, kindTitle, nameOf, tried),
      ...mismatchSentences(tried, nameOf),
      ...(otherwise
        ? [
            `Otherwise it would have “${nameOf(otherwise.template)}”, ${otherwise.reason === 'rule' ? 'by a rule' : `the standard of ${kindTitle} pages`}.`,
          ]
        : []),
      ...regionSentences(regions, nameOf(assigned?.template ?? '')),
      ...additions.map((one) => additionSentence(one, additionPlaces(template, regions, state), kindTitle, kinds)),
      ...(additions.length >= MOST_ADDITIONS
        ? [`A page takes at most ${MOST_ADDITIONS} additions; any further ones are left out.`]
        : []),
      ...own.map(({ sentence }) => sentence),
      ...overrides.map(
        ({ setting: name, value, elsewhere }) =>
          `${LOOK_FIELDS[name]?.label ?? name} is ${inWords(LOOK_FIELDS[name], value)} on pages of this template; elsewhere it is ${inWords(LOOK_FIELDS[name], elsewhere)}.`,
      ),
    ],
    change: changes(
      page,
      assigned,
      regions,
      additions.map(({ document }) => document),
      own,
    ),
  };
}

/** What a page would have if what decided about its template were not there. */
function withoutThat(
  bucket: AssignmentsDocument,
  page: AskedPage,
  assigned: Assigned,
  setting: RuleSetting,
): Assigned | null {
  if (assigned.reason === 'standard') return null;
  const next = rulesOf(bucket, setting.decimals).find(
    (rule) => rule.id !== assigned.rule && counts(rule, setting.now) && rule.matches(page.facts),
  );
  if (next) return { template: next.template, reason: 'rule', rule: next.id };
  return bucket.standard === undefined ? null : { template: bucket.standard, reason: 'standard' };
}

function triedRules(
  bucket: AssignmentsDocument,
  page: WhyPage,
  assigned: Assigned | null,
  setting: RuleSetting,
): TriedRule[] {
  const tried: TriedRule[] = [];
  for (const rule of rulesOf(bucket, setting.decimals)) {
    const matched = rule.id === assigned?.rule;
    tried.push({
      id: rule.id,
      rule: printRule(rule.when),
      template: rule.template,
      matched,
      because: matched ? '' : whyNot(rule, page, setting),
    });
    if (matched) break;
  }
  return tried;
}

function whyNot(rule: ReadyEntry, { facts, written = facts }: WhyPage, { now, decimals }: RuleSetting): string {
  if (rule.off) return 'it is switched off';
  if (!counts(rule, now)) return rule.from > now ? 'it has not started yet' : 'it has ended';
  const about = new Set(rule.failing(facts).map(({ fact }) => fact));
  return listed([...about].map((fact) => actually(fact, written, decimals)));
}

function actually(fact: string, facts: SubjectFacts, decimals: number): string {
  const values = facts.get(fact) ?? [];
  if (values.length === 0) return `it has no ${fact}`;
  const written = (value: Scalar): string => (fact === 'price' ? String(Number(value) / 10 ** decimals) : shown(value));
  return `its ${fact} is ${listed(values.map(written))}`;
}

function overridesOf(template: TemplateDocument | undefined, look: LookDocument | undefined): Why['overrides'] {
  return Object.entries(template?.look ?? {}).map(([setting, value]) => ({
    setting,
    value,
    elsewhere: look?.values?.[setting] ?? lookFields(look?.groundwork)[setting]?.default,
  }));
}

const MOST_SENTENCES = 50;

/** Why the rules before did not match. All of them are in `tried`; nobody reads hundreds of sentences. */
function mismatchSentences(tried: readonly TriedRule[], nameOf: (code: string) => string): string[] {
  const missed = tried.filter((one) => !one.matched);
  const more = missed.length - MOST_SENTENCES;
  return [
    ...missed
      .slice(0, MOST_SENTENCES)
      .map((one) => `The rule ${one.rule} for “${nameOf(one.template)}” does not match: ${one.because}.`),
    ...(more > 0 ? [`${more === 1 ? 'One more rule does' : `${more} more rules do`} not match either.`] : []),
  ];
}

function templateSentence(
  assigned: Assigned | null,
  kindName: string,
  nameOf: (code: string) => string,
  tried: readonly TriedRule[],
): string {
  if (!assigned) return `No template is assigned to ${kindName} pages.`;
  const name = `“${nameOf(assigned.template)}” (${assigned.template})`;
  switch (assigned.reason) {
    case 'page':
      return `It has the template ${name}, assigned to this page.`;
    case 'rule':
      return `It has the template ${name}, by the rule ${tried.at(-1)?.rule ?? ''}.`;
    case 'standard':
      return `It has the template ${name}, the standard of ${kindName} pages.`;
  }
}

function regionSentences(regions: readonly WhyRegion[], template: string): string[] {
  const standard = regions.filter(({ reason }) => reason === 'standard').map(({ region }) => region);
  return [
    ...(standard.length ? [`Around it, as on every page: ${listed(standard.map(aroundInWords))}.`] : []),
    ...regions.flatMap(({ region, reason, document, name }) =>
      reason === 'standard'
        ? []
        : [
            `The template “${template}” ${document ? `chooses “${name}” for its ${aroundInWords(region)}` : `leaves the ${aroundInWords(region)} out`}.`,
          ],
    ),
  ];
}

/** Where additions can go on a page, besides its regions: the open places and the sections of its template and around it. */
interface AdditionPlaces {
  readonly openPlaces: ReadonlySet<string>;
  readonly sections: ReadonlyMap<NodeId, Section>;
}

function additionPlaces(
  template: TemplateDocument | undefined,
  regions: readonly WhyRegion[],
  state: DesignState,
): AdditionPlaces {
  const around = regions.map(({ document }) => (document === null ? undefined : state.get(document)));
  const sections = [template, ...around].flatMap((one) => (one && hasSections(one) ? [...sectionsIn(one.areas)] : []));
  const openPlaces = sections.filter(({ kind }) => kindName(kind) === OPEN_PLACE);
  return {
    openPlaces: new Set(openPlaces.map(({ values }) => String(values['name'] ?? 'extra'))),
    sections: new Map(sections.map((section) => [section.id, section])),
  };
}

function additionSentence(
  { name, place, target }: { readonly name: string; readonly place: string; readonly target: Target },
  { openPlaces, sections }: AdditionPlaces,
  kindInSentence: string,
  kinds: KindDescriptions,
): string {
  const why = targetInWords(target, kindInSentence);
  const [where = '', code = ''] = place.split(':');
  if (code === '') {
    const region = regionInWords(place);
    return `“${name}” is added ${region.startsWith('the ') ? `to ${region}` : region}, ${why}.`;
  }
  if (where === 'open-place')
    return openPlaces.has(code)
      ? `“${name}” is added to the open place “${code}”, ${why}.`
      : `“${name}” is meant for this page, ${why}, but there is no open place “${code}” on it.`;
  const section = sections.get(code);
  return section
    ? `“${name}” is added right ${where} ${sectionName(section, kinds)} (section ${code}), ${why}.`
    : `“${name}” is meant for this page, ${why}, but there is no section ${code} on it.`;
}

function targetInWords(target: Parameters<typeof targetText>[0], kindName: string): string {
  return targetText(target) ?? `since this is a ${kindName} page`;
}

function targetText(target: { page?: string; pageKind?: string; when?: Rule | null }): string | null {
  if (target.page !== undefined) return 'for this page only';
  return target.when ? `by the rule ${printRule(target.when)}` : null;
}

function changes(
  page: WhyPage,
  assigned: Assigned | null,
  regions: readonly WhyRegion[],
  additions: readonly DocumentKey[],
  own: readonly OwnOnPage[],
): Why['change'] {
  const { kind, code } = parsePage(page.code);
  return [
    { what: 'the template of this page', command: `parlour assign ${code === null ? kind : page.code} TEMPLATE` },
    ...(assigned?.reason === 'rule' ? [{ what: 'the rule', command: `parlour rule list ${kind}` }] : []),
    ...(assigned?.reason === 'page'
      ? [{ what: 'back to rules and standard', command: `parlour assign ${page.code} --standard` }]
      : []),
    ...(assigned
      ? [{ what: 'the sections of the template', command: `parlour template show ${assigned.template}` }]
      : []),
    ...regions.flatMap(({ region, document }) =>
      document ? [{ what: `the ${aroundInWords(region)}`, command: `parlour document show ${document}` }] : [],
    ),
    ...additions.map((document) => ({ what: 'what is added', command: `parlour document show ${document}` })),
    ...(own.length > 0 ? [{ what: 'what it has of its own', command: `parlour page own ${page.code}` }] : []),
  ];
}
