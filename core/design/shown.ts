/**
 * What documents show of each other: shared sections, and what additions put into open places and beside sections. No document may come to show
 * itself, and what one comes to show has a size, since each place multiplies what is shown in it.
 */
import { kindName, OPEN_PLACE, SHARED_SECTION } from '../kinds/kind.js';
import { Problem } from '../problem.js';
import { capitalised } from '../words.js';
import { keys, sectionsIn, type DocumentKey, type NodeId, type SectionedDocument, type Values } from './document.js';
import { nameOf } from './document-types.js';
import { isSection, type Draft, type DraftDocument } from './draft.js';
import { LIMITS } from './limits.js';

/** What one document shows, by itself. */
interface Shown {
  readonly sections: number;
  /** Codes of shared sections, and names of open places; one as often as it is shown. */
  readonly shared: readonly string[];
  readonly openPlaces: readonly string[];
  /** The ids of its sections, which additions may stand beside. */
  readonly ids: readonly NodeId[];
}

type AnySection = { readonly id: NodeId; readonly kind: string; readonly values: Values };

function shownBy(sections: Iterable<AnySection>): Shown {
  let count = 0;
  const shared: string[] = [];
  const openPlaces: string[] = [];
  const ids: NodeId[] = [];
  for (const { id, kind, values } of sections) {
    count++;
    ids.push(id);
    const name = kindName(kind);
    if (name === SHARED_SECTION && values['shared']) shared.push(String(values['shared']));
    if (name === OPEN_PLACE) openPlaces.push(String(values['name'] ?? 'extra'));
  }
  return { sections: count, shared, openPlaces, ids };
}

// Documents are never changed in place.
const known = new WeakMap<object, Shown>();

function remembered(document: object, sections: () => Iterable<AnySection>): Shown {
  let shown = known.get(document);
  if (!shown) known.set(document, (shown = shownBy(sections())));
  return shown;
}

/** A state of a design, as far as this check reads it. */
export interface ShowingState {
  keys(): Iterable<DocumentKey>;
  shown(key: DocumentKey): Shown | undefined;
  /** Where an addition goes; undefined for other documents. */
  placeOf(key: DocumentKey): string | undefined;
  /** What a document is called in a sentence. */
  called(key: DocumentKey): string;
}

const PLACES = /^(template|around|shared|addition)\//;

/** A draft read by this check. */
export const showingDraft = (draft: Pick<Draft, 'get' | 'keys'>): ShowingState => ({
  keys: () => draft.keys(),
  shown(key) {
    const document = PLACES.test(key) ? draft.get(key) : undefined;
    return document && remembered(document, () => Object.values(document.nodes).filter(isSection));
  },
  placeOf: (key) => draft.get(key)?.head['place'] as string | undefined,
  called: (key) => nameOf(draft.get(key) as DraftDocument),
});

/** A published state read by this check, with some documents of it changed; undefined for one that is removed. */
export function showingPublished(
  state: { get(key: DocumentKey): unknown; keys(): Iterable<DocumentKey> },
  changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
): ShowingState {
  const fresh = showingDraft({ get: (key) => changed.get(key), keys: () => changed.keys() });
  const published = (key: DocumentKey): SectionedDocument | undefined =>
    PLACES.test(key) ? (state.get(key) as SectionedDocument | undefined) : undefined;
  return {
    *keys() {
      for (const key of state.keys()) if (!changed.has(key)) yield key;
      for (const [key, document] of changed) if (document) yield key;
    },
    shown(key) {
      if (changed.has(key)) return fresh.shown(key);
      const document = published(key);
      return document && remembered(document, () => sectionsIn(document.areas));
    },
    placeOf(key) {
      if (changed.has(key)) return fresh.placeOf(key);
      const document = published(key);
      return document?.type === 'addition' ? document.place : undefined;
    },
    called: (key) => (changed.has(key) ? fresh.called(key) : `“${published(key)?.name ?? key}”`),
  };
}

/** Does a check, so that a refusal names the document that it is about. */
export type AboutDocument = (key: DocumentKey, check: () => void) => void;

/**
 * Checks what changed documents come to show, and what shows them. However many changed, each document of the state is
 * gone through once.
 * @param changed in the order of their changes
 * @throws Problem `shows-itself` naming the way round; `limit-reached`
 */
export function checkShown(changed: Iterable<DocumentKey>, state: ShowingState, about: AboutDocument): void {
  const reach = reachOf(state);
  let shownByOthers: DocumentKey | null = null;
  for (const key of changed) {
    if (!state.shown(key)) continue;
    about(key, () => reach(key, []));
    if (/^(shared|addition)\//.test(key)) shownByOthers = key;
  }
  // What is shown by others makes them larger too.
  if (shownByOthers !== null)
    about(shownByOthers, () => {
      for (const one of state.keys()) if (state.shown(one)) reach(one, []);
    });
}

interface Reach {
  readonly sections: number;
  readonly depth: number;
}

/** Works out how far documents reach, each once. */
function reachOf(state: ShowingState): (key: DocumentKey, way: readonly DocumentKey[]) => Reach {
  const done = new Map<DocumentKey, Reach>();
  let fillings: Map<string, DocumentKey[]> | null = null;
  const addedAt = (where: string): readonly DocumentKey[] => {
    if (!fillings) {
      fillings = new Map();
      for (const key of state.keys()) {
        const place = key.startsWith('addition/') ? state.placeOf(key) : undefined;
        if (!place?.includes(':')) continue;
        const there = fillings.get(place);
        if (there) there.push(key);
        else fillings.set(place, [key]);
      }
    }
    return fillings.get(where) ?? [];
  };
  const reach = (key: DocumentKey, way: readonly DocumentKey[]): Reach => {
    if (way.includes(key)) throw showsItself(key, way, state);
    const finished = done.get(key);
    if (finished) return finished;
    const shown = state.shown(key);
    let sections = shown?.sections ?? 0;
    let depth = 0;
    const inside = [
      ...(shown?.shared ?? []).map(keys.shared),
      ...(shown?.openPlaces ?? []).flatMap((openPlace) => addedAt(`open-place:${openPlace}`)),
      ...(shown?.ids ?? []).flatMap((id) => [...addedAt(`before:${id}`), ...addedAt(`after:${id}`)]),
    ];
    for (const other of inside) {
      const further = reach(other, [...way, key]);
      sections += further.sections;
      depth = Math.max(depth, further.depth + 1);
    }
    if (sections > LIMITS.sectionsShown || depth > LIMITS.shownDepth)
      throw new Problem(
        'limit-reached',
        sections > LIMITS.sectionsShown
          ? `${capitalised(state.called(key))} would come to more than ${LIMITS.sectionsShown} sections, with all that is shown in it.`
          : `${capitalised(state.called(key))} would show sections more than ${LIMITS.shownDepth} deep inside each other.`,
        { place: 'document', remedy: 'Show fewer shared sections or open places in each other.' },
      );
    const found = { sections, depth };
    done.set(key, found);
    return found;
  };
  return reach;
}

function showsItself(key: DocumentKey, way: readonly DocumentKey[], state: ShowingState): Problem {
  const round = way.slice(way.indexOf(key) + 1).map((one) => state.called(one));
  return new Problem(
    'shows-itself',
    `${capitalised(state.called(key))} would show itself${round.length ? `, by way of ${round.slice(0, 5).join(' and ')}` : ''}.`,
    { place: 'document', remedy: 'Show something else there, or remove the section that closes the circle.' },
  );
}
