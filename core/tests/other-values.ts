/** Values of a field that differ from its default, so that it can be seen whether they change something. */
import { checkValue, type Field } from '../fields/index.js';

export function otherValues(field: Field): unknown[] {
  const candidates = ((): readonly unknown[] => {
    switch (field.type) {
      case 'choice':
        return Object.keys(field.choices);
      case 'font':
        return ['karla', 'bitter'];
      case 'number':
        return [field.min, field.max];
      case 'toggle':
        return [!field.default];
      case 'text':
        return ['season'];
      case 'colour':
        return ['#7b1fa2'];
      default:
        return [];
    }
  })();
  for (const value of candidates) checkValue(field, value, field.label);
  return candidates.filter((value) => value !== field.default);
}
