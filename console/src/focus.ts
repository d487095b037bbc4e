/**
 * `v-focus`: the first field of a page has the focus from the moment it is there. The component library gives it once
 * the field has been seen, which is late enough to take it away from somebody who types in the next one by then.
 */
import type { Directive } from 'vue';

export const focus: Directive<HTMLElement> = {
  mounted: (element) => element.querySelector('input')?.focus(),
};
