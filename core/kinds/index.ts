/** What a section kind is, and what its view is made with. */
export * from './frame.js';
export { GO_ON, TRAP } from './sent-from.js';
export * from './kind.js';
export * from './data.js';
export * from './needs.js';
export * from './listing.js';
export { pageNumber, pagesOf, pagesShown } from './paging.js';
export * from './query.js';
export type { FormState } from './form-state.js';
export { css, scopedCss } from './css.js';
export { html, Markup, raw } from './html.js';
export type { Script } from './script.js';
export { focusOf, type Properties } from './properties.js';
export * from './menu.js';
export * from './binding.js';
export * from './picture.js';
export { htmlId, idInPath, PATH_JOINT, type InstancePath, type View } from './view.js';
export * from './prose-needs.js';
