/** The inspections there are. */
import { additionPlaces } from './checks/addition-places.js';
import { emptyTemplates } from './checks/empty-templates.js';
import { headings } from './checks/headings.js';
import { htmlInText } from './checks/html-in-text.js';
import { mapAddresses } from './checks/map-addresses.js';
import { requiredSections } from './checks/required-sections.js';
import type { Inspection } from './inspection.js';

export const INSPECTIONS: readonly Inspection[] = [
  requiredSections,
  emptyTemplates,
  headings,
  htmlInText,
  mapAddresses,
  additionPlaces,
];
