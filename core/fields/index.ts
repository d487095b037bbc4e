/** Fields: types, values, validation, formatted text. */
export * from './field.js';
export * from './make.js';
export { checkValue, fieldSchema, isInstant, normalInstant } from './schema.js';
export * from './value.js';
export * from './json-schema.js';
export { inWords } from './in-words.js';
export * from './telling.js';
export {
  BREAK_MARK,
  cleanProse,
  escapeText,
  isSafeHref,
  PROSE_LIMITS,
  proseFault,
  proseParts,
  proseWords,
} from './prose.js';
export * from './text-pictures.js';
export { isEmailAddress } from './email-address.js';
