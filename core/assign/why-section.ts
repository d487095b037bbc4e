/** Where the value of each field of a section comes from. */
import {
  keys,
  sectionsIn,
  templateCodeOf,
  type Section,
  type TemplateDocument,
  type LookDocument,
  type Values,
} from '../documents/document.js';
import { DEVICES, type Device, type Field, type Fields } from '../fields/field.js';
import { inWords } from '../fields/in-words.js';
import { PLAIN, type Telling } from '../fields/telling.js';
import { decidingKey, isBound, resolveValue, splitKey, type Origin, type Reading } from '../fields/value.js';
import { layValues } from './own.js';
import { FRAME } from '../kinds/frame.js';
import { Problem } from '../problem.js';
import type { KindDescriptions } from '../kinds/kind.js';
import { listed } from '../words.js';
import { lookFields } from '../look/settings.js';
import type { DesignState } from '../documents/state.js';
import { documentsOf, partsOf } from './page-parts.js';
import type { Why } from './why.js';

/** One value of a section: what it is, and where it comes from. */
export interface WhyField {
  /** `values.title`, `frame.space@phone`. */
  readonly field: string;
  readonly label: string;
  readonly value: unknown;
  readonly origin: Origin | 'look' | 'page';
  readonly sentence: string;
}

/** The settings of the look as they count on a page: the store's, and what its template has of its own. */
export interface LookSources {
  readonly look?: LookDocument | undefined;
  readonly template?: TemplateDocument | undefined;
}

const ORIGINS: Record<Origin, string> = {
  own: 'set here',
  device: 'set for this device',
  language: 'set for this language',
  bound: 'taken from the page',
  fallback: 'the fallback, since the page has none',
  default: 'the default',
};

/**
 * A section by its id, wherever it stands on a page: in its template, around it, added, or shared.
 * @throws Problem `no-such-section`
 */
export function sectionOnPage(told: Why, id: string, state: DesignState): Section {
  const documents = documentsOf(partsOf(told, state), state);
  for (const { areas } of documents.values())
    for (const section of sectionsIn(areas)) if (section.id === id) return section;
  throw new Problem('no-such-section', `There is no section “${id}” on this page.`, {
    place: 'section',
    remedy: `Its sections are in ${listed([...documents.keys()].map((key) => templateCodeOf(key) ?? key))}; look there for the ids.`,
  });
}

/** The settings of the look that count on a page. */
export const lookOf = ({ template }: Why, state: DesignState): LookSources => ({
  look: state.get(keys.look),
  template: template ? state.get(keys.template(template.template)) : undefined,
});

/**
 * Every field of a section, on each device where it may differ.
 * @param own what the page has of its own in the section
 */
export function whySection(
  section: Section,
  kinds: KindDescriptions,
  reading: Reading,
  look: LookSources = {},
  telling: Telling = PLAIN,
  own?: Pick<Section, 'values' | 'frame'>,
): WhyField[] {
  const part = (fields: Fields, stored: Values, mine: Values, prefix: string): WhyField[] => {
    const laid = layValues(stored, mine);
    return Object.entries(fields).flatMap(([name, field]) =>
      field.type === 'entries'
        ? []
        : devicesOf(name, laid).map((device) => {
            const decides = decidingKey(name, laid, device, reading.language);
            const isOwn = decides !== null && Object.hasOwn(mine, decides);
            const found = originOf(field, name, laid, device, reading, look);
            const where = differs(name, laid) ? ` on a ${device}` : '';
            return {
              field: `${prefix}.${name}${device === 'desktop' ? '' : `@${device}`}`,
              label: field.label,
              value: found.value,
              origin: isOwn ? 'page' : found.origin,
              sentence: `${field.label}${where} is ${inWords(field, found.value, telling)}: ${isOwn ? 'set for this page alone' : found.because}.`,
            };
          }),
    );
  };
  return [
    ...part(kinds.find(section.kind)?.fields ?? {}, section.values, own?.values ?? {}, 'values'),
    ...part(FRAME, section.frame, own?.frame ?? {}, 'frame'),
  ];
}

/** Smaller devices are told apart only where one of them has a value of its own. */
const devicesOf = (name: string, own: Values): readonly Device[] => (differs(name, own) ? DEVICES : ['desktop']);
const differs = (name: string, own: Values): boolean =>
  Object.keys(own).some((key) => key.startsWith(`${name}@`) && splitKey(key).device !== undefined);

function originOf(
  field: Field,
  name: string,
  own: Values,
  device: Device,
  reading: Reading,
  look: LookSources,
): { value: unknown; origin: WhyField['origin']; because: string } {
  const { value, origin } = resolveValue(field, name, own, device, reading);
  if (field.follows !== undefined && value === field.default) return fromLook(field.follows, look);
  const stored = own[name];
  const source = isBound(stored) && (origin === 'bound' || origin === 'fallback') ? ` (${stored.bind})` : '';
  return { value, origin, because: `${ORIGINS[origin]}${source}` };
}

function fromLook(setting: string, { look, template }: LookSources): ReturnType<typeof originOf> {
  const own = template?.look?.[setting];
  const value = own ?? look?.values?.[setting] ?? lookFields(look?.groundwork)[setting]?.default;
  const whose = own === undefined ? 'the look' : 'the look of this template';
  return { value, origin: 'look', because: `as ${whose} says (${setting})` };
}
