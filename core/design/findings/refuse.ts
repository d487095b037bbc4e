/** Who refuses what is found: edits that would leave a fault, and a publish that shoppers could not be shown. */
import { contentPlaces, languagePaths } from '../../documents/path-sense.js';
import { patternsOf } from '../../documents/paths.js';
import { impliedDocument } from '../document-types.js';
import { keys, type DocumentKey } from '../../documents/document.js';
import { nodeAt, type Draft, type DraftDocument } from '../draft.js';
import type { Edit } from '../edits/edit.js';
import type { DesignState } from '../../documents/state.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import { Problem } from '../../problem.js';
import { wholeOf, type Around, type Check, type Looked } from './check.js';
import { OF_BOTH, OF_EDITS, OF_PUBLISHING } from './checks.js';
import type { Finding, FindingPlace } from './finding.js';

function* findingsOf(checks: readonly Check[], looked: readonly Looked[], around: Around): Generator<Finding> {
  for (const check of checks) yield* check.find(looked, around);
}

/** An edit, and the item of its unit that it comes from. */
export interface AskedEdit {
  readonly edit: Edit;
  readonly item: number;
}

/**
 * Checks what edits touched, in the draft that their unit leaves, since a unit may pass through states that make no
 * sense. Only that is looked at, so that an old fault elsewhere does not stand in the way.
 * @param refuse is given the refusal, with the item that it is about
 */
export function checkEdits(
  asked: readonly AskedEdit[],
  before: Draft,
  after: Draft,
  kinds: KindDescriptions,
  refuse: (item: number, problem: Problem) => never,
): void {
  const touched = touchedBy(asked);
  const looked = [...touched].map(([key, one]) => lookedAt(key, one, before, after));
  let first: { readonly item: number; readonly finding: Finding } | undefined;
  for (const finding of findingsOf([...OF_BOTH, ...OF_EDITS], looked, { design: after, kinds })) {
    const item = itemOf(finding, touched);
    if (!first || item < first.item) first = { item, finding };
  }
  if (first) refuse(first.item, asProblem(first.finding, before));
}

/** What of one document a unit touched, each with the last item that did. */
interface Touched {
  /** The item that touched it last, whatever of it. */
  last: number;
  /** The item that put it in whole. */
  whole: number | undefined;
  readonly paths: Map<string, number>;
  readonly nodes: Map<string, number>;
}

function touchedBy(asked: readonly AskedEdit[]): Map<DocumentKey, Touched> {
  const all = new Map<DocumentKey, Touched>();
  for (const { edit, item } of asked) {
    let touched = all.get(edit.document);
    if (!touched)
      all.set(edit.document, (touched = { last: item, whole: undefined, paths: new Map(), nodes: new Map() }));
    touched.last = item;
    if (edit.type === 'put') touched.whole = item;
    else if (edit.type === 'insert') for (const { id } of edit.nodes) touched.nodes.set(id, item);
    else if (edit.type === 'set' && edit.node === undefined) touched.paths.set(edit.field, item);
    else if (edit.type === 'set' && edit.node !== undefined) touched.nodes.set(edit.node, item);
  }
  return all;
}

function lookedAt(key: DocumentKey, { whole, paths, nodes }: Touched, before: Draft, after: Draft): Looked {
  const was = before.get(key);
  const document = after.get(key);
  if (whole !== undefined) return { ...wholeOf(key, document), before: was };
  const now = document ?? impliedDocument(key) ?? undefined;
  return {
    key,
    before: was,
    document: now,
    isWhole: false,
    paths: [...paths.keys()],
    nodes: now ? [...nodes.keys()].flatMap((id) => nodeAt(now, id) ?? []) : [],
  };
}

/** The item of a unit that a finding is about; that which touched a document first, if it is about another. */
function itemOf({ place: { document, node, field }, lacks }: Finding, touched: ReadonlyMap<DocumentKey, Touched>) {
  const found = touched.get(document) ?? (lacks && touched.get(lacks.document));
  if (!found) return Math.min(...[...touched.values()].map(({ last }) => last));
  const { last, whole, paths, nodes } = found;
  return (node !== undefined ? nodes.get(node) : paths.get(field ?? '')) ?? whole ?? last;
}

function asProblem({ code, sentence, place: { field }, remedy, lacks }: Finding, before: Draft): Problem {
  if (lacks && before.get(lacks.document))
    return new Problem('still-used', `${lacks.sentence}, which would be gone.`, { place: 'document', remedy });
  return new Problem(code, sentence, { remedy, ...(field === undefined ? {} : { place: field }) });
}

/**
 * Checks documents that go live together, in the state that they become part of.
 * @param changed undefined for a document that is removed
 * @throws Problem with the code of what was found, `cannot-publish` for what would be missing; naming document, section
 * and remedy
 */
export function checkPublish(
  changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
  before: Draft,
  after: Draft,
  kinds: KindDescriptions,
): void {
  const looked = [...changed].map(([key, document]) => ({ ...wholeOf(key, document), before: before.get(key) }));
  for (const finding of findingsOf([...OF_PUBLISHING, ...OF_BOTH], looked, { design: after, kinds })) {
    const { code, sentence, place, remedy, lacks } = finding;
    if (!lacks) throw new Problem(code, sentence, { place: placeText(place), remedy });
    const { document, otherwise } = lacks;
    const isGone = before.get(document) !== undefined;
    throw new Problem('cannot-publish', `${lacks.sentence}, which ${isGone ? 'would be gone' : 'is not published'}.`, {
      place: placeText(place),
      remedy: `Publish the changes of “${document}” and “${place.document}” together${otherwise ? `; ${otherwise}` : ''}.`,
    });
  }
}

/** `template/home/s1.title`, or `content/terms.slug`. */
const placeText = ({ document, node, field }: FindingPlace): string =>
  `${document}${node === undefined ? '' : `/${node}`}${field === undefined ? '' : `.${field.replace(/^(values|frame)\./, '')}`}`;

/**
 * Checks that the pages of a state can be reached in a store that speaks further languages.
 * @throws Problem `bad-path` naming the pattern or the page
 */
export function checkLanguages(languages: readonly string[], state: DesignState): void {
  const pages = contentPlaces(state, (key) => state.get(key));
  for (const { field, sentence, remedy } of languagePaths(languages, pages, patternsOf(state.get(keys.paths))))
    throw new Problem('bad-path', sentence, { place: field, remedy });
}
