/** Discard: a document is taken out of the design, and whatever pointed at it with it. */
import { codeText, closed } from '../../shapes.js';
import { Problem } from '../../problem.js';
import { capitalised, counted } from '../../words.js';
import { nameOf, typeOfKey } from '../document-types.js';
import { codeOf, keys, type DocumentKey } from '../../documents/document.js';
import { kindInWords } from '../../pages/page.js';
import { isSection, type Draft, type DraftDocument, type DraftNode } from '../draft.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import { documentIn, namesLike } from '../edits/common.js';
import type { Edit } from '../edits/edit.js';
import { templateFaults } from '../findings/checks/pointers.js';
import { refuseAny } from '../findings/finding.js';
import { CREATABLE } from './create.js';
import { documentKeySchema, typeTag, type RequestType } from './type.js';
import { isOneOf } from '../../one-of.js';
import { headValue } from '../../documents/heads.js';

/**
 * Removes a document; whatever used it goes back to the standard.
 * @example
 * { type: 'discard', document: 'template/festival', instead: 'product' }
 */
export interface DiscardRequest {
  readonly type: 'discard';
  readonly document: DocumentKey;
  /** For a template: the code of the one its pages get instead. Without it they go by the rules and the standard. */
  readonly instead?: string;
}

/** See `DiscardRequest`. */
export const discard: RequestType<DiscardRequest> = {
  schema: closed({ type: typeTag('discard'), document: documentKeySchema(), instead: codeText().optional() }),
  resolve({ document: key, instead }, draft, { kinds }) {
    const was = draft.get(key);
    if (!was)
      throw new Problem(
        key.startsWith('template/') ? 'no-such-template' : 'no-such-document',
        `This design has no “${key}”.`,
        { place: 'document', remedy: namesLike(key, draft) },
      );
    if (!isOneOf(CREATABLE, was.type) || key.endsWith('/standard'))
      throw new Problem('still-used', `${capitalised(nameOf(was))} cannot be removed.`, {
        place: 'document',
        remedy: 'Change it instead.',
      });
    const released = releases[was.type]?.(key, was, draft, { instead, kinds }) ?? { edits: [], words: '' };
    return {
      edits: [...released.edits, { type: 'put', document: key, value: null, was }],
      sentence: `Removed ${nameOf(was)}.${released.words && ` ${released.words}`}`,
    };
  },
};

interface Released {
  readonly edits: readonly Edit[];
  readonly words: string;
}
interface Releasing {
  readonly instead: string | undefined;
  readonly kinds: KindDescriptions;
}
type Release = (key: DocumentKey, document: DraftDocument, draft: Draft, releasing: Releasing) => Released;

const releases: Partial<Record<DraftDocument['type'], Release>> = {
  template: releaseTemplate,
  content: releaseContent,
  arrangement: releaseArrangement,
  shared: (key, document, draft) => refuseIfUsed(document, usersOf(draft, 'shared', codeOf(key))),
  menu: (key, document, draft, { kinds }) => refuseIfUsed(document, menuUsers(draft, codeOf(key), kinds)),
};

function releaseTemplate(key: DocumentKey, { head }: DraftDocument, draft: Draft, { instead }: Releasing): Released {
  const kind = headValue(head, 'pageKind');
  const bucketKey = keys.assignments(kind);
  const bucket = documentIn(draft, bucketKey);
  const code = codeOf(key);
  if (instead === code)
    throw new Problem('bad-value', 'A template cannot replace itself.', {
      place: 'instead',
      remedy: 'Name another template, or leave it out.',
    });
  if (instead !== undefined) refuseAny(templateFaults(keys.template(instead), kind, { document: bucketKey }, draft));
  if (bucket.head['standard'] === code && instead === undefined)
    throw new Problem('still-used', `“${String(head['name'])}” is the standard of ${kindInWords(kind)} pages.`, {
      place: 'document',
      remedy: 'Say which template becomes the standard instead.',
    });
  const next = instead === undefined ? {} : { value: instead };
  const heads = Object.entries(bucket.head).filter(
    ([path, value]) => value === code && (path === 'standard' || path.startsWith('pages.')),
  );
  const rules = Object.values(bucket.nodes).filter((node) => node.values['template'] === code);
  const pages = heads.filter(([path]) => path !== 'standard').length;
  const become =
    instead === undefined
      ? 'the next rule that matches, or the standard'
      : `“${String(draft.get(keys.template(instead))?.head['name'])}”`;
  const touched = [pages ? counted(pages, 'page') : '', rules.length ? counted(rules.length, 'rule') : '']
    .filter(Boolean)
    .join(' and ');
  return {
    edits: [
      ...heads.map(([field]): Edit => ({ type: 'set', document: bucketKey, field, was: code, ...next })),
      ...rules.map((node): Edit =>
        instead === undefined
          ? { type: 'remove', document: bucketKey, nodes: [node] }
          : { type: 'set', document: bucketKey, node: node.id, field: 'values.template', was: code, ...next },
      ),
    ],
    words:
      touched && `${capitalised(touched)} that used it now ${pages + rules.length === 1 ? 'has' : 'have'} ${become}.`,
  };
}

function releaseContent(key: DocumentKey, _document: DraftDocument, draft: Draft): Released {
  const own = keys.own(`content:${codeOf(key)}`);
  const was = draft.get(own);
  return {
    edits: was ? [{ type: 'put', document: own, value: null, was }] : [],
    words: was ? 'What it had of its own in the sections of its template is removed too.' : '',
  };
}

function releaseArrangement(key: DocumentKey, { head }: DraftDocument, draft: Draft): Released {
  const place = headValue(head, 'region');
  const field = `around.${place}`;
  const code = codeOf(key);
  const users = [...draft.keys()].filter((one) => draft.get(one)?.head[field] === code);
  const [have, their] = users.length === 1 ? ['has', 'its'] : ['have', 'their'];
  const back = place === 'side' ? `only ${their} own side area` : 'the standard one';
  return {
    edits: users.map((document): Edit => ({ type: 'set', document, field, was: code })),
    words: users.length ? `${capitalised(counted(users.length, 'template'))} that chose it ${have} ${back} again.` : '',
  };
}

/** Refuses to discard what sections still show. */
function refuseIfUsed(document: DraftDocument, users: readonly DocumentKey[]): Released {
  if (users.length === 0) return { edits: [], words: '' };
  throw new Problem(
    'still-used',
    `${capitalised(nameOf(document))} is shown by sections in ${users.slice(0, 5).join(', ')}.`,
    {
      place: 'document',
      remedy: 'Remove those sections, or choose something else in them, first.',
    },
  );
}

/** The documents with a section whose field holds a code. */
export const usersOf = (draft: Draft, field: string, code: string): DocumentKey[] =>
  documentsWith(draft, ({ values }) => values[field] === code);

/** The documents with a section that shows a menu, also one that does so by default. */
export const menuUsers = (draft: Draft, code: string, kinds: KindDescriptions): DocumentKey[] =>
  documentsWith(draft, ({ kind, values }) =>
    Object.entries(kinds.find(kind)?.fields ?? {}).some(
      ([name, field]) => field.type === 'reference' && field.to === 'menu' && (values[name] ?? field.default) === code,
    ),
  );

const documentsWith = (draft: Draft, isOne: (section: DraftNode & { readonly kind: string }) => boolean) =>
  [...draft.keys()].filter(
    (key) =>
      typeOfKey(key) !== null &&
      Object.values(draft.get(key)?.nodes ?? {}).some((node) => isSection(node) && isOne(node)),
  );
