/** The `html` tag: text between the markup is escaped unless it is markup itself. */
import { escapeText } from '../fields/prose.js';
import { sure } from '../sure.js';

/** A place in markup where the sections of a slot go. */
export interface SlotMark {
  /** How many characters of the text stand in front of it. */
  readonly at: number;
  readonly slot: string;
}

const NO_MARKS: readonly SlotMark[] = [];

/** Html that is safe to send. A class, since telling it from text must be one fast `instanceof`. */
export class Markup {
  constructor(
    readonly text: string,
    /** Where slots are filled, in order. What fills them is not part of the text, so that the text may stay the same. */
    readonly marks: readonly SlotMark[] = NO_MARKS,
  ) {}
  toString(): string {
    return this.text;
  }
}

export type Child = Markup | string | number | null | undefined | false | readonly Child[];

/**
 * Markup from a template: texts are escaped, markup is taken as it is, lists are joined, `false` and `null` are nothing.
 * @example
 * html`<p class="note">${text}</p>`
 */
export function html(strings: TemplateStringsArray, ...children: readonly Child[]): Markup {
  // A template has one string more than children, always; it is not looked at here, in the loop that runs most.
  let out = strings[0] as string;
  for (let i = 0; i < children.length; i++) {
    const child = children[i];
    // Nearly all there is, by far: said first, and without a call.
    if (typeof child === 'string') out += escapeText(child);
    else if (child instanceof Markup) {
      if (child.marks !== NO_MARKS) return withMarks(strings, children);
      out += child.text;
    } else if (typeof child === 'number') out += child;
    else if (Array.isArray(child)) {
      // `Array.isArray` makes it a list of anything.
      const text = listText(child as readonly Child[]);
      if (text === null) return withMarks(strings, children);
      out += text;
    }
    out += strings[i + 1] as string;
  }
  return new Markup(out);
}

/** The text of a list; null if there are marks in it. */
function listText(children: readonly Child[]): string | null {
  let out = '';
  for (const child of children) {
    if (typeof child === 'string') out += escapeText(child);
    else if (child instanceof Markup) {
      if (child.marks !== NO_MARKS) return null;
      out += child.text;
    } else if (typeof child === 'number') out += child;
    else if (Array.isArray(child)) {
      // `Array.isArray` makes it a list of anything.
      const text = listText(child as readonly Child[]);
      if (text === null) return null;
      out += text;
    }
  }
  return out;
}

/** The same where slots are marked, which is in few places of few pages. */
function withMarks(strings: TemplateStringsArray, children: readonly Child[]): Markup {
  const marks: SlotMark[] = [];
  let out = sure(strings[0]);
  const add = (child: Child): void => {
    // `Array.isArray` makes it a list of anything.
    if (Array.isArray(child)) return (child as readonly Child[]).forEach(add);
    if (child instanceof Markup) {
      for (const { at, slot } of child.marks) marks.push({ at: at + out.length, slot });
      out += child.text;
    } else if (typeof child === 'string') out += escapeText(child);
    else if (typeof child === 'number') out += child;
  };
  children.forEach((child, i) => {
    add(child);
    out += sure(strings[i + 1]);
  });
  return new Markup(out, marks);
}

/** Markup from text that is known to be safe, such as cleaned prose. */
export const raw = (text: string): Markup => new Markup(text);

/** The place of a slot. */
export const slotMark = (slot: string): Markup => new Markup('', [{ at: 0, slot }]);

export const NOTHING = new Markup('');
