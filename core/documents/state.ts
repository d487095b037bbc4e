/** The documents of one state of a design, read by their keys. */
import type { Document, DocumentKey, DocumentOf } from './document.js';

/** Reads the documents of one state of a design. */
export interface DesignState {
  /** The document of a key, as the type of the key says; undefined if there is none. */
  get<K extends DocumentKey>(key: K): DocumentOf<K> | undefined;
  keys(): Iterable<DocumentKey>;
}

/** What the keys of a type of document begin with. */
export type KeyStart =
  'template' | 'around' | 'shared' | 'addition' | 'menu' | 'content' | 'words' | 'assignments' | 'own';

/** All documents of one type, with their keys. @example documentsIn(state, 'menu') */
export function* documentsIn<S extends KeyStart>(
  state: DesignState,
  start: S,
): Generator<readonly [key: `${S}/${string}`, document: DocumentOf<`${S}/${string}`>]> {
  for (const key of state.keys()) {
    if (!isKeyOf(key, start)) continue;
    const document = state.get(key);
    if (document) yield [key, document];
  }
}

/** Whether a key is of such a document. */
export const isKeyOf = <S extends KeyStart>(key: DocumentKey, start: S): key is `${S}/${string}` =>
  key.startsWith(`${start}/`);

/** A state of which every document is at hand. */
export type WholeState = DesignState & ReadonlyMap<DocumentKey, Document>;

/** A state of these documents. What is stored under a key is of its type: edits and the checks of what goes live let nothing else in. */
export const stateOf = (documents: Iterable<readonly [DocumentKey, Document]>): WholeState =>
  // A map cannot say that the type of a key tells that of its value.
  new Map(documents) as ReadonlyMap<DocumentKey, Document> as WholeState;
