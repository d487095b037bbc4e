/** The checks there are, in the order their findings are told. */
import { additionTarget } from './checks/addition-target.js';
import { assignedPages } from './checks/assigned-pages.js';
import { dates } from './checks/dates.js';
import { format } from './checks/format.js';
import { growth } from './checks/growth.js';
import { ownValues } from './checks/own-values.js';
import { pluralForms } from './checks/plural-forms.js';
import { pointers } from './checks/pointers.js';
import { reachedPaths } from './checks/reached-paths.js';
import { redirects } from './checks/redirects.js';
import { requiredValues } from './checks/required-values.js';
import { ruleSense } from './checks/rule-sense.js';
import { sectionKinds } from './checks/section-kinds.js';
import { shownInItself } from './checks/shown-in-itself.js';
import { signInPage } from './checks/sign-in-page.js';
import { size } from './checks/size.js';
import { valuesHeld } from './checks/values-held.js';
import { values } from './checks/values.js';
import type { Check } from './check.js';

/** Of what edits touch, and of what goes live. */
export const OF_BOTH: readonly Check[] = [
  requiredValues,
  ownValues,
  additionTarget,
  pluralForms,
  assignedPages,
  valuesHeld,
  ruleSense,
  dates,
  pointers,
  reachedPaths,
  shownInItself,
];

/** Of edits alone: a publish sees to it by itself, or has nothing to compare with. */
export const OF_EDITS: readonly Check[] = [redirects, growth];

/** Of what goes live alone: edits cannot bring it about, or may do so for a while. */
export const OF_PUBLISHING: readonly Check[] = [format, size, sectionKinds, values, signInPage];
