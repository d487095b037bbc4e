/** What differs between two states of a design, as data and in sentences. */
import type { Fields } from '../fields/field.js';
import { CASING } from '../sections/casing.js';
import type { KindSet } from '../sections/kind.js';
import { sectionsIn, type Areas, type Document, type DocumentKey, type Section, type SectionId } from './document.js';
import { isSame, nameOf, sectionName, shown } from './edits/common.js';
import { openDocument } from './draft.js';

export interface Change {
  readonly document: DocumentKey;
  readonly type: 'added' | 'removed' | 'moved' | 'changed';
  readonly section?: SectionId;
  readonly sentence: string;
}

/** The changes from one state of a document to another; undefined means there is none. */
export function compareDocuments(
  key: DocumentKey,
  before: Document | undefined,
  after: Document | undefined,
  kinds: KindSet,
): Change[] {
  if (isSame(before, after)) return [];
  const name = capitalised(nameOf(openDocument((after ?? before) as Document)));
  if (!before || !after) {
    return [{ document: key, type: after ? 'added' : 'removed', sentence: `${name} is ${after ? 'new' : 'removed'}.` }];
  }
  if ('areas' in before && 'areas' in after) {
    const changes = [
      ...headChanges(key, before, after, name),
      ...sectionChanges(key, before.areas, after.areas, name, kinds),
    ];
    return changes.length ? changes : [{ document: key, type: 'changed', sentence: `${name} is different.` }];
  }
  if (before.type === 'assignments' && after.type === 'assignments') {
    const pages = [...new Set([...Object.keys(before.pages), ...Object.keys(after.pages)])].filter(
      (page) => before.pages[page] !== after.pages[page],
    );
    const changes = pages.map(
      (page) => `${page} uses ${after.pages[page] ? `“${after.pages[page]}”` : 'the standard template'}.`,
    );
    if (before.standard !== after.standard)
      changes.unshift(`The standard of ${after.pageKind} pages is “${after.standard}”.`);
    return changes.map((sentence) => ({ document: key, type: 'changed', sentence }));
  }
  return [{ document: key, type: 'changed', sentence: `${name} is changed.` }];
}

type Head = Exclude<Document, { type: 'theme' | 'menu' | 'assignments' }>;

function headChanges(key: DocumentKey, before: Head, after: Head, name: string): Change[] {
  const sentences: string[] = [];
  if (before.name !== after.name) sentences.push(`${name} was called “${before.name}”.`);
  if (before.type === 'template' && after.type === 'template' && before.layout.width !== after.layout.width) {
    sentences.push(`${name}: the width is ${after.layout.width}, not ${before.layout.width}.`);
  }
  return sentences.map((sentence) => ({ document: key, type: 'changed', sentence }));
}

interface Spot {
  readonly section: Section;
  readonly place: string;
  readonly before: Section | undefined;
}

function sectionChanges(document: DocumentKey, before: Areas, after: Areas, name: string, kinds: KindSet): Change[] {
  const old = spots(before);
  const now = spots(after);
  const changes: Change[] = [];
  const add = (type: Change['type'], section: Section, sentence: string): void => {
    changes.push({ document, type, section: section.id, sentence: `${name}: ${sentence}` });
  };
  for (const [id, { section }] of old)
    if (!now.has(id)) add('removed', section, `${sectionName(section, kinds)} is removed.`);
  const moved = movedSections(old, now);
  for (const [id, spot] of now) {
    const { section } = spot;
    const was = old.get(id);
    if (!was) {
      add('added', section, `${sectionName(section, kinds)} is new.`);
      continue;
    }
    if (moved.has(id)) {
      const where = spot.before ? `above ${sectionName(spot.before, kinds)}` : `to the end of ${spot.place}`;
      add('moved', section, `${sectionName(section, kinds)} moved ${where}.`);
    }
    for (const sentence of valueChanges(was.section, section, kinds)) add('changed', section, sentence);
  }
  return changes;
}

function spots(areas: Areas): Map<SectionId, Spot> {
  const found = new Map<SectionId, Spot>();
  const visit = (siblings: readonly Section[], place: string): void =>
    siblings.forEach((section, i) => found.set(section.id, { section, place, before: siblings[i + 1] }));
  for (const [area, list] of Object.entries(areas)) visit(list, area);
  for (const section of sectionsIn(areas)) {
    for (const [slot, list] of Object.entries(section.slots ?? {})) visit(list, `${slot} of ${section.id}`);
  }
  return found;
}

/** The fewest sections whose moves explain the new order: those outside the longest common run of each place. */
function movedSections(old: Map<SectionId, Spot>, now: Map<SectionId, Spot>): Set<SectionId> {
  const moved = new Set<SectionId>();
  const byPlace = new Map<string, SectionId[]>();
  const rank = new Map([...old.keys()].map((id, i) => [id, i]));
  for (const [id, { place }] of now) {
    const was = old.get(id);
    if (!was) continue;
    if (was.place !== place) moved.add(id);
    else byPlace.set(place, [...(byPlace.get(place) ?? []), id]);
  }
  for (const ids of byPlace.values()) {
    const kept = longestRising(ids.map((id) => rank.get(id) as number));
    ids.forEach((id, i) => kept.has(i) || moved.add(id));
  }
  return moved;
}

/** Indexes of a longest rising subsequence (patience sorting; Fredman 1975). */
function longestRising(numbers: readonly number[]): Set<number> {
  const tops: number[] = [];
  const previous: number[] = [];
  numbers.forEach((value, i) => {
    let pile = tops.findIndex((top) => (numbers[top] as number) >= value);
    if (pile < 0) pile = tops.length;
    previous[i] = pile > 0 ? (tops[pile - 1] as number) : -1;
    tops[pile] = i;
  });
  const kept = new Set<number>();
  for (let i = tops.at(-1) ?? -1; i >= 0; i = previous[i] as number) kept.add(i);
  return kept;
}

function valueChanges(before: Section, after: Section, kinds: KindSet): string[] {
  const name = sectionName(after, kinds);
  if (before.kind !== after.kind) return [`${name} is of another kind or version.`];
  const kind = kinds.find(after.kind);
  return (['values', 'casing'] as const).flatMap((part) =>
    [...new Set([...Object.keys(before[part]), ...Object.keys(after[part])])]
      .filter((field) => !isSame(before[part][field], after[part][field]))
      .map((field) => {
        const fields: Fields = part === 'casing' ? CASING : (kind?.fields ?? {});
        const label = (Object.hasOwn(fields, field) ? fields[field]?.label : undefined) ?? field;
        const was = before[part][field];
        const now = after[part][field];
        return isPlain(was) && isPlain(now)
          ? `${label} of ${name} is ${shown(now)}, was ${shown(was)}.`
          : `${label} of ${name} is changed.`;
      }),
  );
}

const isPlain = (value: unknown): boolean =>
  value === undefined || (typeof value !== 'object' && !String(value).includes('<'));
const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
