/** Which settings of cards count: those of the look, of the template, of a section. */
import type { LookDocument, Values } from '../documents/document.js';
import { withDefaults } from '../fields/value.js';
import { CARD_SETTINGS, type CardSettings } from './card-settings.js';
import { lookFields } from './settings.js';

const NO_OVERRIDES: Values = {};
// Documents never change, so what they come to is worked out once.
const settled = new WeakMap<LookDocument, WeakMap<Values, CardSettings>>();

/** What a look says of cards. @param overrides settings that a template has of its own */
export function cardSettingsOf(look: LookDocument, overrides: Values = NO_OVERRIDES): CardSettings {
  let found = settled.get(look);
  if (!found) settled.set(look, (found = new WeakMap()));
  let settings = found.get(overrides);
  if (!settings) found.set(overrides, (settings = settledBy(look, overrides)));
  return settings;
}

function settledBy({ groundwork, values }: LookDocument, overrides: Values): CardSettings {
  const fields = Object.entries(lookFields(groundwork)).filter(([name]) => Object.hasOwn(CARD_SETTINGS, name));
  // They are choices and texts, one for each setting.
  return withDefaults(Object.fromEntries(fields), { ...values, ...overrides }) as unknown as CardSettings;
}

/**
 * What counts for the cards of a section.
 * @param section its own fields; “look”, or an empty text, stands for what the look says
 * @param page what the look says on its page; the usual where that is not known
 */
export function cardSettingsFor(section: CardSettings, page: CardSettings = USUAL): CardSettings {
  const own = NAMES.filter((name) => section[name] !== 'look' && section[name] !== '');
  return own.length === 0 ? page : { ...page, ...Object.fromEntries(own.map((name) => [name, section[name]])) };
}

const NAMES = Object.keys(CARD_SETTINGS) as (keyof CardSettings)[];
const USUAL = withDefaults(CARD_SETTINGS, {}) as CardSettings;
