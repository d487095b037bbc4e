/**
 * What documents show of each other: shared sections, and what additions put into open places and beside sections. No
 * document may come to show itself, and what one comes to show has a size, since each place multiplies what is shown in
 * it. However many changed, each document of the design is gone through once.
 */
import { keys, type DocumentKey, type NodeId } from '../../../documents/document.js';
import { nameOf } from '../../document-types.js';
import { isSection, type DraftDocument } from '../../draft.js';
import { LIMITS } from '../../limits.js';
import { kindName, OPEN_PLACE, SHARED_SECTION } from '../../../kinds/kind.js';
import { Problem } from '../../../problem.js';
import { capitalised } from '../../../words.js';
import type { Check, Design } from '../check.js';
import { caught } from '../finding.js';

export const shownInItself: Check = {
  *find(looked, { design }) {
    const reach = reachOf(design);
    let shownByOthers: DocumentKey | null = null;
    for (const { key } of looked) {
      if (!shownIn(key, design)) continue;
      yield* caught({ document: key }, () => reach(key, []));
      if (/^(shared|addition)\//.test(key)) shownByOthers = key;
    }
    // What is shown by others makes them larger too.
    if (shownByOthers !== null)
      yield* caught({ document: shownByOthers }, () => {
        for (const one of design.keys()) if (shownIn(one, design)) reach(one, []);
      });
  },
};

/** What one document shows, by itself. */
interface Shown {
  readonly sections: number;
  /** Codes of shared sections, and names of open places; one as often as it is shown. */
  readonly shared: readonly string[];
  readonly openPlaces: readonly string[];
  /** The ids of its sections, which additions may stand beside. */
  readonly ids: readonly NodeId[];
}

const HOLD_SECTIONS = /^(template|around|shared|addition)\//;

function shownIn(key: DocumentKey, design: Design): Shown | undefined {
  const document = HOLD_SECTIONS.test(key) ? design.get(key) : undefined;
  if (!document) return undefined;
  let shown = known.get(document);
  if (!shown) known.set(document, (shown = shownBy(document)));
  return shown;
}

// Draft documents are never changed in place, so what each shows is looked for once.
const known = new WeakMap<DraftDocument, Shown>();

function shownBy({ nodes }: DraftDocument): Shown {
  const shared: string[] = [];
  const openPlaces: string[] = [];
  const ids: NodeId[] = [];
  for (const node of Object.values(nodes)) {
    if (!isSection(node)) continue;
    ids.push(node.id);
    const name = kindName(node.kind);
    if (name === SHARED_SECTION && node.values['shared']) shared.push(String(node.values['shared']));
    if (name === OPEN_PLACE) openPlaces.push(String(node.values['name'] ?? 'extra'));
  }
  return { sections: ids.length, shared, openPlaces, ids };
}

const called = (key: DocumentKey, design: Design): string => {
  const document = design.get(key);
  return document ? nameOf(document) : `“${key}”`;
};

interface Reach {
  readonly sections: number;
  readonly depth: number;
}

/** Works out how far documents reach, each once. */
function reachOf(design: Design): (key: DocumentKey, way: readonly DocumentKey[]) => Reach {
  const done = new Map<DocumentKey, Reach>();
  let fillings: Map<string, DocumentKey[]> | null = null;
  const addedAt = (where: string): readonly DocumentKey[] => {
    if (!fillings) {
      fillings = new Map();
      for (const key of design.keys()) {
        const place = key.startsWith('addition/') ? design.get(key)?.head['place'] : undefined;
        if (typeof place !== 'string' || !place.includes(':')) continue;
        const there = fillings.get(place);
        if (there) there.push(key);
        else fillings.set(place, [key]);
      }
    }
    return fillings.get(where) ?? [];
  };
  const reach = (key: DocumentKey, way: readonly DocumentKey[]): Reach => {
    if (way.includes(key)) throw showsItself(key, way, design);
    const finished = done.get(key);
    if (finished) return finished;
    const shown = shownIn(key, design);
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
          ? `${capitalised(called(key, design))} would come to more than ${LIMITS.sectionsShown} sections, with all that is shown in it.`
          : `${capitalised(called(key, design))} would show sections more than ${LIMITS.shownDepth} deep inside each other.`,
        { place: 'document', remedy: 'Show fewer shared sections or open places in each other.' },
      );
    const found = { sections, depth };
    done.set(key, found);
    return found;
  };
  return reach;
}

function showsItself(key: DocumentKey, way: readonly DocumentKey[], design: Design): Problem {
  const round = way.slice(way.indexOf(key) + 1).map((one) => called(one, design));
  return new Problem(
    'shows-itself',
    `${capitalised(called(key, design))} would show itself${round.length ? `, by way of ${round.slice(0, 5).join(' and ')}` : ''}.`,
    { place: 'document', remedy: 'Show something else there, or remove the section that closes the circle.' },
  );
}
