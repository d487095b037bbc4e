/** Looks at a design as a whole: its templates as pages show them. */
import { keys, codeOf, type DocumentKey } from '../documents/document.js';
import { documentsIn, type DesignState } from '../documents/state.js';
import { ruleEntry } from '../documents/heads.js';
import type { KindSet } from '../kinds/kind.js';
import { kindInWords, needsOf, PAGE_KINDS, pageKinds, type PageKind } from '../pages/page.js';
import { templateForAll } from '../render/assemble.js';
import { counted } from '../words.js';
import type { Inspected, InspectedTemplate, Inspecting } from './inspection.js';
import { INSPECTIONS } from './inspections.js';
import { shownOn } from './shown.js';

/** Everything that is found in a design, the gravest first. */
export const inspectDesign = (state: DesignState, kinds: KindSet): Inspected[] =>
  byGravity([...inspectionOf(state, kinds)].flat());

/** The same a part at a time, for those who let others have a turn in between. */
export function* inspectionOf(state: DesignState, kinds: KindSet): Generator<readonly Inspected[]> {
  const around = inspecting(state, kinds);
  const users = usersIn(state);
  for (const kind of pageKinds())
    for (const [key, { pageKind }] of documentsIn(state, 'template')) {
      const one = pageKind === kind ? inspectedTemplate(codeOf(key), around, users) : null;
      if (one) yield ofTemplate(one, around);
    }
  for (const { design } of INSPECTIONS) if (design) yield [...design(around)];
}

export const byGravity = (found: readonly Inspected[]): Inspected[] =>
  [...found].sort((a, b) => GRAVITY.indexOf(a.severity) - GRAVITY.indexOf(b.severity));
const GRAVITY = ['fault', 'blocker', 'warning', 'hint'] as const;

/** What is found in one template alone. */
export function inspectTemplate(state: DesignState, kinds: KindSet, code: string): Inspected[] {
  const around = inspecting(state, kinds);
  const one = inspectedTemplate(code, around, usersIn(state));
  return one ? byGravity(ofTemplate(one, around)) : [];
}

/**
 * The blockers that a change of what is live brings: of the templates in use that it touches.
 * @param changed the documents in which the states differ
 */
export function blockersAfter(
  before: DesignState,
  after: DesignState,
  kinds: KindSet,
  changed: ReadonlySet<DocumentKey>,
): Inspected[] {
  const around = inspecting(after, kinds);
  const users = usersIn(after);
  const usedBefore = usersIn(before);
  const isOfAll = [...changed].some((key) => key.startsWith('addition/'));
  return [...users.keys()].flatMap((code) => {
    const kind = after.get(keys.template(code))?.pageKind;
    const isNew = changed.has(keys.template(code)) || !usedBefore.has(code);
    // Others are blank, or not, whatever stands around them; and they may be many.
    if (kind === undefined || (!isNew && Object.keys(needsOf(kind)).length === 0)) return [];
    const one = inspectedTemplate(code, around, users);
    const isTouched = one !== null && (isNew || isOfAll || touches(one, changed));
    return isTouched ? ofTemplate(one, around).filter(({ severity }) => severity === 'blocker') : [];
  });
}

const touches = ({ parts }: InspectedTemplate, changed: ReadonlySet<DocumentKey>): boolean =>
  [...parts.documents].some((key) => changed.has(key));

const ofTemplate = (one: InspectedTemplate, around: Inspecting): Inspected[] =>
  INSPECTIONS.flatMap(({ template }) => [...(template?.(one, around) ?? [])]);

function inspecting(state: DesignState, kinds: KindSet): Inspecting {
  const around: Inspecting = {
    state,
    kinds,
    usedBy: (kind) => templatesOf(kind, around).filter(({ users }) => users !== null),
  };
  return around;
}

function templatesOf(kind: PageKind, around: Inspecting): InspectedTemplate[] {
  const users = usersIn(around.state);
  return [...documentsIn(around.state, 'template')].flatMap(([key, { pageKind }]) => {
    const one = pageKind === kind ? inspectedTemplate(codeOf(key), around, users) : null;
    return one ? [one] : [];
  });
}

function inspectedTemplate(
  code: string,
  { state, kinds }: Inspecting,
  users: ReadonlyMap<string, string>,
): InspectedTemplate | null {
  const parts = templateForAll(code, state, kinds);
  if (!parts) return null;
  return { code, template: parts.template, parts, shown: shownOn(parts, kinds), users: users.get(code) ?? null };
}

/** The templates that pages use, with those pages in words, as in “which *the cart page uses*”. */
function usersIn(state: DesignState): ReadonlyMap<string, string> {
  let found = kept.get(state);
  if (found) return found;
  const users = new Map<string, string>();
  for (const kind of pageKinds()) {
    const { standard, pages = {}, lists } = state.get(keys.assignments(kind)) ?? {};
    const name = kindInWords(kind);
    const counts = new Map<string, number>();
    for (const template of Object.values(pages)) counts.set(template, (counts.get(template) ?? 0) + 1);
    for (const [template, count] of counts)
      users.set(template, `${counted(count, `${name} page`)} ${count === 1 ? 'uses' : 'use'}`);
    for (const { values } of lists?.['rules'] ?? []) {
      const { template = '', off } = ruleEntry(values);
      if (template !== '' && !off) users.set(template, `${name} pages use by a rule`);
    }
    if (standard !== undefined)
      users.set(standard, PAGE_KINDS[kind].subject === null ? `the ${name} page uses` : `${name} pages use`);
  }
  kept.set(state, (found = users));
  return found;
}

// The state of a revision never changes; the one of a draft lives as long as one request.
const kept = new WeakMap<DesignState, ReadonlyMap<string, string>>();
