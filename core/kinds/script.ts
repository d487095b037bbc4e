/** What makes sections livelier in the browser. They work without. */

/**
 * The script of a kind, called with each of its sections once the page is there. It goes to browsers as the text of this
 * one function, so it may use nothing from outside of itself; it stands in a file of its own, `NAME.script.js`, as it
 * speaks to the DOM.
 */
export type Script = (section: never) => void;
