/** Names of documents, and of places in them, as they are written on the command line. */
import { Problem } from '@parlour/core';
import { keys } from '@parlour/core/documents';

/** A template's code, or the key of any document, such as around/header/standard. */
export const documentKey = (name: string): string =>
  name.includes('/') || name === 'look' || name === 'paths' ? name : keys.template(name);

/** How many parts the keys of a type have, for those that hold sections or entries. */
const PARTS: Readonly<Record<string, number>> = {
  around: 3,
  template: 2,
  shared: 2,
  addition: 2,
  menu: 2,
  assignments: 2,
};

export interface Into {
  /** The document, if it was named. */
  readonly document?: string;
  /** The slot or list, if it was named. */
  readonly slot?: { readonly in: string; readonly at: string };
}

/**
 * What `--into` names: a document (`product`, `around/footer/standard`), a slot or list in the document at hand
 * (`p-columns/two`), or one in another document (`template/product/p-columns/two`).
 * @throws Problem `bad-input`
 */
export function readInto(text: string): Into {
  const parts = text.split('/');
  const [first = '', second = ''] = parts;
  if (!second) return { document: documentKey(first) };
  const length = PARTS[first] ?? 0;
  const inside = parts.slice(length);
  const document = length > 0 ? { document: parts.slice(0, length).join('/') } : {};
  const [holder, at] = inside;
  if (inside.length === 0) return document;
  if (inside.length === 2 && holder && at) return { ...document, slot: { in: holder, at } };
  throw new Problem('bad-input', `“${text}” names neither a document nor a slot.`, {
    place: '--into',
    remedy: 'Write a document such as around/footer/standard, or SECTION/SLOT such as p-columns/two.',
  });
}
