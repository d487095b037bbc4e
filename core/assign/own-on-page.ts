/** What a page has of its own, told section by section. */
import { keys, sectionsIn, type NodeId, type Section, type Values } from '../documents/document.js';
import type { DesignState } from '../documents/state.js';
import { sectionName } from '../design/edits/common.js';
import type { Fields } from '../fields/field.js';
import { splitKey } from '../fields/value.js';
import { FRAME } from '../kinds/frame.js';
import type { KindDescriptions } from '../kinds/kind.js';
import type { PageCode } from '../pages/page.js';
import { listed } from '../words.js';
import { isForSection, isWholeList } from './own.js';
import { documentsOf, type PageParts } from './page-parts.js';

/** What a page has of its own in one section. */
export interface OwnOnPage {
  readonly section: NodeId;
  /** The section in words; the kind it was for, if it is not there. */
  readonly name: string;
  /** What is the page’s own: `values.title`, `frame.tone@phone`, or the name of a list. */
  readonly fields: readonly string[];
  /** False if the page does not show the section: it is gone, or another one by now. */
  readonly isShown: boolean;
  readonly sentence: string;
}

export function ownOnPage(
  page: PageCode,
  parts: PageParts,
  state: DesignState,
  kinds: KindDescriptions,
): readonly OwnOnPage[] {
  const own = state.get(keys.own(page));
  if (!own) return [];
  const shown = new Map<NodeId, Section>();
  for (const { areas } of documentsOf(parts, state).values())
    for (const section of sectionsIn(areas)) shown.set(section.id, section);
  return (own.areas['main'] ?? []).map((mine): OwnOnPage => {
    const there = shown.get(mine.id);
    const isShown = there !== undefined && isForSection(mine, there);
    const fields: Fields = kinds.find(mine.kind)?.fields ?? {};
    const lists = Object.keys(fields).filter((name) => isWholeList(own, mine.id, name));
    const name = isShown ? sectionName(there, kinds) : (kinds.find(mine.kind)?.title ?? mine.kind);
    const labels = [
      ...labelsOf(mine.values, fields),
      ...labelsOf(mine.frame, FRAME),
      ...labelsOf(asValues(lists), fields),
    ];
    return {
      section: mine.id,
      name,
      fields: [
        ...Object.keys(mine.values).map((key) => `values.${key}`),
        ...Object.keys(mine.frame).map((key) => `frame.${key}`),
        ...lists,
      ],
      isShown,
      sentence: isShown
        ? `Of its own, for this page alone: ${listed(labels)} in ${name} (section ${mine.id}).`
        : `It has values of its own for section ${mine.id}, a ${name} that is not on this page; they are kept, and shown once it is.`,
    };
  });
}

const asValues = (names: readonly string[]): Values => Object.fromEntries(names.map((name) => [name, true]));

const labelsOf = (values: Values, fields: Fields): string[] => [
  ...new Set(Object.keys(values).map((key) => fields[splitKey(key).name]?.label ?? key)),
];
