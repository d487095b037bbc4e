/** Compile: the sections of a document, in one place of a page, made ready to render. Done once for each edition. */
import type { Section, SectionedDocument } from '../documents/document.js';
import { DEVICES } from '../fields/field.js';
import { escapeText } from '../fields/prose.js';
import { withDefaults, type Reading } from '../fields/value.js';
import { bindingOf } from '../kinds/binding.js';
import { kindClass } from '../kinds/css.js';
import type { PageInfo } from '../kinds/data.js';
import { deviceClasses } from '../kinds/devices.js';
import type { Facts } from '../facts/all.js';
import type { FormState } from '../kinds/form-state.js';
import { FRAME, frameProperties, groundClasses, pictureBehind, type FrameValues } from '../kinds/frame.js';
import { html, type Markup } from '../kinds/html.js';
import { kindName, upgradedValues, type ReadSection, type SectionKind } from '../kinds/kind.js';
import { PageData, type AnswerTo, type Need } from '../kinds/needs.js';
import { propertiesRule } from '../kinds/properties.js';
import { isBoundSomewhere, type Stored } from '../kinds/values.js';
import { htmlId, PATH_JOINT, SectionView, type InstancePath, type ViewedSection } from '../kinds/view.js';
import { ANY_PAGE, fieldMenus, fieldNeeds } from './asked.js';
import { fillingOf, type Filling } from './assemble.js';
import type { Edition } from './edition.js';

/**
 * What a section depends on, besides its own values. *constant*: nothing; *page*: what the page is about; *data*: the
 * catalogue; *facts*: the shopper.
 */
export type ChunkClass = 'constant' | 'page' | 'data' | 'facts';

/** A section made ready. */
export interface CompiledSection {
  readonly section: Section;
  /** Undefined if the kind is missing. */
  readonly kind: SectionKind | undefined;
  readonly path: InstancePath;
  readonly chunk: ChunkClass;
  /** What its view makes, if that is the same on every page. */
  readonly constant: Markup | null;
  /** The opening tags of its frame. */
  readonly open: string;
  /** Instants between which it is shown; empty for no end. Null if it is hidden on every device. */
  readonly shown: { readonly from: string; readonly until: string } | null;
  readonly slots: Readonly<Record<string, readonly CompiledSection[]>>;
  /** The slots that hold sections. */
  readonly held: ReadonlySet<string>;
  readonly filling: Filling | null;
  readonly menus: readonly string[];
  /** The section with the values it has on a page. */
  read(page: PageInfo): ReadSection;
  /**
   * The rule of its custom properties; empty if it has none.
   * @throws whatever its kind throws over them, and for a value that is none
   */
  rule(page: PageInfo): string;
  /** What its view will ask for on a page, except for the links in menus. */
  needs(page: PageInfo): readonly Need[];
}

/** What is known of a section without asking its kind. */
type BaseSection = Pick<CompiledSection, 'section' | 'kind' | 'path' | 'slots' | 'held' | 'open' | 'shown'>;

/** The closing tags of every frame. */
export const FRAME_END = '</div></div>';

export type CompiledAreas = Readonly<Record<string, readonly CompiledSection[]>>;

/**
 * The areas of a document, made ready.
 * @param holder the instance path of what the document stands in; empty for a template
 */
export function compileDocument(document: SectionedDocument, holder: InstancePath, edition: Edition): CompiledAreas {
  return Object.fromEntries(
    Object.entries(document.areas).map(([area, sections]) => [
      area,
      sections.map((section) => compiledOnce(section, holder, edition)),
    ]),
  );
}

/** Pages with something of their own share with the others every section that nothing lies over. */
function compiledOnce(section: Section, holder: InstancePath, edition: Edition): CompiledSection {
  let sections = kept.get(edition);
  if (!sections) kept.set(edition, (sections = new WeakMap()));
  let holders = sections.get(section);
  if (!holders) sections.set(section, (holders = new Map()));
  let found = holders.get(holder);
  if (!found) holders.set(holder, (found = compiled(section, holder, edition)));
  return found;
}

// Sections never change, so what was compiled from one is kept as long as the section and the edition.
const kept = new WeakMap<Edition, WeakMap<Section, Map<InstancePath, CompiledSection>>>();

/** The instance path of something inside another. */
export const pathIn = (holder: InstancePath, id: string): InstancePath =>
  holder === '' ? id : `${holder}${PATH_JOINT}${id}`;

function compiled(section: Section, holder: InstancePath, edition: Edition): CompiledSection {
  const kind = edition.kinds.find(section.kind);
  const path = pathIn(holder, section.id);
  const frame = withDefaults(FRAME, section.frame);
  const slots = Object.fromEntries(
    Object.entries(section.slots ?? {}).map(([name, inner]) => [
      name,
      inner.map((one) => compiledOnce(one, holder, edition)),
    ]),
  );
  const held = new Set(Object.keys(slots).filter((name) => slots[name]?.length));
  const base: BaseSection = {
    section,
    kind,
    path,
    slots,
    held,
    open: frameStart(frame, section, path, edition, kind?.ofListing ?? false),
    shown: shownWhen(frame),
  };
  if (!kind) return { ...base, ...nothingAsked(new Error('A section without a kind has nothing to read.')) };
  try {
    return { ...base, ...compiledKind(kind, section, frame, path, held, edition) };
  } catch (error) {
    // It fails again on the page, in its own place, where it is told.
    return { ...base, ...nothingAsked(error) };
  }
}

/** What a section asks for and how it looks, as its kind says. @throws whatever its kind throws */
function compiledKind(
  kind: SectionKind,
  section: Section,
  frame: FrameValues,
  path: InstancePath,
  held: ReadonlySet<string>,
  edition: Edition,
): Omit<CompiledSection, keyof BaseSection> {
  const stored: Stored = { ...section, values: upgradedValues(kind, section.kind, section.values) };
  const language = edition.locale.translation;
  const reading: Reading = {
    word: (name) => edition.locale.word(name),
    ...(language === null ? {} : { language }),
  };
  const readWith = (more: Reading): ReadSection => withPicture(kind.read(stored, more), frame);
  const same = readWith(reading);
  const isBound = isBoundSomewhere(stored);
  const asked = fieldNeeds(kind.fields, same.values);
  const read = (page: PageInfo): ReadSection =>
    isBound ? readWith({ ...reading, binding: (name) => bindingOf(page, name) }) : same;
  const menus = fieldMenus(kind.fields, same.values);
  const ruleOf = (one: ReadSection): string => propertiesRule(path, { ...frameProperties(frame), ...one.properties() });
  const sameRule = isBound ? null : ruleIfAny(() => ruleOf(same));
  const isFixed = sameRule !== null && !kind.shows?.length;
  const constant = isFixed ? constantOf(same, { path, kind, held, values: same.values }, edition) : null;
  const asks = asked.length + menus.length + same.needs(ANY_PAGE).length > 0;
  return {
    chunk: kind.shows?.length ? 'facts' : constant ? 'constant' : asks ? 'data' : 'page',
    constant,
    filling: fillingOf(kind.name, same.values),
    menus,
    read,
    rule: (page) => sameRule ?? ruleOf(read(page)),
    needs(page) {
      const here = read(page);
      return [...(isBound ? fieldNeeds(kind.fields, here.values) : asked), ...here.needs(page)];
    },
  };
}

/** A section with the picture of its frame behind it. One that shows nothing has no picture either. */
function withPicture(section: ReadSection, frame: FrameValues): ReadSection {
  const picture = pictureBehind(frame);
  if (!picture) return section;
  return {
    ...section,
    needs: (page) => [...section.needs(page), { type: 'picture', hash: picture.picture }],
    view(given) {
      const inner = section.view(given);
      return inner.text === '' ? inner : html`<div class="frame-back">${given.picture(picture, '100vw')}</div>${inner}`;
    },
  };
}

/** A section that cannot be read. @param error what whoever reads it is told */
const nothingAsked = (error: unknown): Omit<CompiledSection, keyof BaseSection> => ({
  chunk: 'page',
  constant: null,
  filling: null,
  menus: [],
  read(): ReadSection {
    throw error;
  },
  rule: () => '',
  needs: () => [],
});

/** Thrown out of a view that looks at more than what is the same on every page. */
class Varies extends Error {}

/** The view of a section before there is a page: it knows the store and its words, and nothing else. */
class PagelessView extends SectionView {
  constructor(edition: Edition, section: ViewedSection) {
    super({ ...edition, ...WITHOUT_PAGE }, section);
  }
  override get page(): PageInfo {
    throw new Varies();
  }
  override address(): never {
    throw new Varies();
  }
  override get form(): FormState | null {
    throw new Varies();
  }
  override fact<N extends keyof Facts>(): Facts[N] {
    throw new Varies();
  }
  override data<N extends Need>(): AnswerTo<N> {
    throw new Varies();
  }
  override isNow(): never {
    throw new Varies();
  }
  override claim(): never {
    throw new Varies();
  }
  override menu(): never {
    throw new Varies();
  }
}

const WITHOUT_PAGE = {
  page: ANY_PAGE,
  facts: {},
  form: null,
  data: new PageData(),
  menus: new Map(),
  now: '',
  claimed: new Set<string>(),
  noteDates: () => undefined,
};

/**
 * What a section makes on every page, or null if that differs. A view that looks at nothing of the page makes the same
 * everywhere, so it is tried without one.
 */
function constantOf(same: ReadSection, section: ViewedSection, edition: Edition): Markup | null {
  try {
    return same.view(new PagelessView(edition, section));
  } catch {
    // What fails for another reason fails again on the page, where it is told.
    return null;
  }
}

/** The same on every page, or null where it fails: then it fails again on the page, where it is told. */
function ruleIfAny(rule: () => string): string | null {
  try {
    return rule();
  } catch {
    return null;
  }
}

function frameStart(
  frame: FrameValues,
  section: Section,
  path: InstancePath,
  { mode }: Edition,
  ofListing: boolean,
): string {
  const { width, background, space, align, textSize, textWeight, textCase, hidden } = frame;
  const texts = [textSize, textWeight, textCase]
    .filter((one) => one !== 'usual' && one !== 'written')
    .map((one) => ` texts-${one}`);
  const hide = DEVICES.filter((device) => hidden[device]).map((device) => ` hide-${device}`);
  const classes = `frame w-${width} ${groundClasses(frame)}${background === 'none' ? '' : ` back back-${background}`} ${deviceClasses('space', space)} ${deviceClasses('align', align)} ${kindClass(kindName(section.kind))}${[...texts, ...hide].join('')}`;
  const marks = `${ofListing ? ' data-of-listing' : ''}${mode === 'preview' ? ` data-section="${escapeText(path)}"` : ''}`;
  return `<div class="${escapeText(classes)}" id="${escapeText(htmlId(path))}"${marks}><div class="frame-in">`;
}

const shownWhen = ({ hidden, from, until }: FrameValues): CompiledSection['shown'] =>
  DEVICES.every((device) => hidden[device]) ? null : { from, until };
