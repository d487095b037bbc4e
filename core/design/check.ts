/** The check of a whole document before it may be published. */
import { Problem } from '../problem.js';
import { checkKeyed } from '../fields/value.js';
import { kindRef, type KindDescriptions } from '../kinds/kind.js';
import { capitalised } from '../words.js';
import { headField, nameOf } from './document-types.js';
import type { Document, DocumentKey } from './document.js';
import { inTodaysFormat } from './formats.js';
import { isSection, openDocument, type DraftDocument, type DraftSection } from './draft.js';
import { nodeField } from './edits/common.js';
import { checkAlone } from './edits/sense.js';
import { canonicalJson } from './hash.js';
import { LIMITS } from './limits.js';

/**
 * Checks that shoppers can be shown a document.
 * @throws Problem `cannot-publish` naming document, section and remedy; `newer-format`
 */
export function checkDocument(key: DocumentKey, document: Document, kinds: KindDescriptions): void {
  inTodaysFormat(document, `“${key}”`, key);
  const opened = openDocument(document);
  const size = canonicalJson(document).length;
  if (size > LIMITS.documentBytes)
    throw new Problem(
      'limit-reached',
      `${capitalised(nameOf(opened))} is ${size} bytes large; at most ${LIMITS.documentBytes} are allowed.`,
      {
        place: key,
        remedy: 'Split it, or shorten its texts.',
      },
    );
  for (const [path, value] of Object.entries(opened.head)) {
    const field = headField(opened.type, path);
    if (field) pointing(`${key}/${path}`, () => checkKeyed(field, path, value));
  }
  pointing(key, () => checkAlone(opened));
  for (const node of Object.values(opened.nodes)) {
    const place = `${key}/${node.id}`;
    if (isSection(node) && !isCurrent(node, opened, place, kinds)) continue;
    for (const part of ['values', 'frame'] as const) {
      for (const [name, value] of Object.entries(node[part] ?? {}))
        pointing(`${place}.${name}`, () => checkKeyed(nodeField(opened, node, `${part}.${name}`, kinds), name, value));
    }
  }
}

/** False for values of an older version, which are upgraded when they are compiled. @throws if the kind is missing */
function isCurrent(node: DraftSection, document: DraftDocument, place: string, kinds: KindDescriptions): boolean {
  const kind = kinds.find(node.kind);
  if (kind) return node.kind === kindRef(kind);
  throw new Problem(
    'cannot-publish',
    `${nameOf(document)} has a section of the kind “${node.kind}”, which does not exist.`,
    { place, remedy: `Remove section ${node.id}, or restore the kind.` },
  );
}

function pointing(place: string, work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    throw new Problem(error.code, error.message, { place, ...(error.remedy ? { remedy: error.remedy } : {}) });
  }
}
