/** The `html` tag: text between the markup is escaped unless it is markup itself. */
import { escapeText } from '../fields/prose.js';

/** Html that is safe to send. A class, since telling it from text must be one fast `instanceof`. */
export class Markup {
  constructor(readonly text: string) {}
  toString(): string {
    return this.text;
  }
}

export type Child = Markup | string | number | null | undefined | false | readonly Child[];

export function html(strings: TemplateStringsArray, ...children: readonly Child[]): Markup {
  let out = strings[0] as string;
  for (let i = 0; i < children.length; i++) out += childText(children[i]) + (strings[i + 1] as string);
  return new Markup(out);
}

function childText(child: Child): string {
  if (child instanceof Markup) return child.text;
  if (typeof child === 'string') return escapeText(child);
  if (typeof child === 'number') return String(child);
  if (Array.isArray(child)) {
    let out = '';
    for (const one of child as readonly Child[]) out += childText(one);
    return out;
  }
  return '';
}

/** Markup from text that is known to be safe, such as cleaned prose. */
export const raw = (text: string): Markup => new Markup(text);

export const NOTHING = new Markup('');
