/** What documents want of others by their codes: templates, arrangements, shared sections. */
import { kindInWords, type PageKind } from '../../../pages/page.js';
import { aroundInWords, codeOf, keys, type DocumentKey } from '../../../documents/document.js';
import { nameOf } from '../../document-types.js';
import type { DraftDocument, DraftNode } from '../../draft.js';
import { kindName, SHARED_SECTION } from '../../../kinds/kind.js';
import { capitalised } from '../../../words.js';
import type { Check, Design } from '../check.js';
import type { Finding, FindingPlace, Lack } from '../finding.js';
import { headValue, ruleEntry } from '../../../documents/heads.js';

/** One thing that a document wants of another. */
interface Pointer {
  readonly to: DocumentKey;
  /** The value of the document itself that says so, or the id of the section or entry. */
  readonly at: string;
  readonly isNode: boolean;
  /** What pages of the kind may use. */
  readonly pageKind?: PageKind;
}

export const pointers: Check = {
  *find(looked, { design }) {
    const gone = new Set<DocumentKey>();
    for (const { key, document, isWhole, paths, nodes } of looked) {
      if (!document) {
        gone.add(key);
        continue;
      }
      const touched = new Set([...paths, ...nodes.map(({ id }) => id)]);
      for (const pointer of pointersOf(document))
        if (isWhole || touched.has(pointer.at)) yield* faultsOf(key, document, pointer, design);
    }
    if (gone.size === 0) return;
    for (const key of design.keys()) {
      const document = design.get(key);
      if (!document) continue;
      for (const pointer of pointersOf(document))
        if (gone.has(pointer.to)) yield* faultsOf(key, document, pointer, design);
    }
  },
};

// Draft documents are never changed in place, so what each points at is looked for once.
const known = new WeakMap<DraftDocument, readonly Pointer[]>();

function pointersOf(document: DraftDocument): readonly Pointer[] {
  let found = known.get(document);
  if (!found) known.set(document, (found = [...pointersIn(document)]));
  return found;
}

const AROUND = 'around.';
const AROUND_KEY = 'around/';

function* pointersIn({ type, head, nodes }: DraftDocument): Generator<Pointer> {
  const pageKind = headValue(head, 'pageKind');
  for (const [path, value] of Object.entries(head)) {
    if (type === 'assignments' && (path === 'standard' || path.startsWith('pages.')))
      yield { to: keys.template(String(value)), at: path, isNode: false, pageKind };
    if (type === 'template' && path.startsWith(AROUND) && value !== 'none')
      yield {
        to: `${AROUND_KEY}${path.slice(AROUND.length)}/${String(value)}`,
        at: path,
        isNode: false,
      };
  }
  for (const node of Object.values(nodes)) {
    if (type === 'assignments')
      yield { to: keys.template(ruleEntry(node.values).template ?? ''), at: node.id, isNode: true, pageKind };
    const shared = sharedBy(node);
    if (shared !== '') yield { to: keys.shared(shared), at: node.id, isNode: true };
  }
}

function sharedBy({ kind, values: { shared } }: DraftNode): string {
  return kind !== undefined && kindName(kind) === SHARED_SECTION && typeof shared === 'string' ? shared : '';
}

function* faultsOf(
  key: DocumentKey,
  document: DraftDocument,
  { to, at, isNode, pageKind }: Pointer,
  design: Design,
): Generator<Finding> {
  const place = { document: key, ...(isNode && { node: at }) };
  const [start, middle = '', end = ''] = to.split('/');
  const code = end || middle;
  const lacking = (use: string, otherwise?: string): Lack => ({
    document: to,
    sentence: `${capitalised(nameOf(document))} ${use}`,
    ...(otherwise === undefined ? {} : { otherwise }),
  });
  if (pageKind !== undefined) {
    for (const fault of templateFaults(to, pageKind, place, design))
      yield design.get(to) ? fault : { ...fault, lacks: lacking(`use the template “${code}”`) };
    return;
  }
  if (design.get(to)) return;
  if (start === 'around')
    yield {
      code: 'no-such-document',
      sentence: `There is no arrangement “${code}” of the ${aroundInWords(middle)}.`,
      severity: 'fault',
      place: { ...place, field: 'value' },
      remedy: middle === 'side' ? 'Create it first.' : 'Create it first, or say “none” to leave the region out.',
      lacks: lacking(`chooses the arrangement “${code}”`),
    };
  else
    yield {
      code: 'no-such-document',
      sentence: `There is no shared section “${code}”.`,
      severity: 'fault',
      place: { ...place, field: 'values.shared' },
      remedy: 'List the documents to see which there are, or share a section first.',
      lacks: lacking(
        `shows the shared section “${code}”`,
        `if there is none, choose another one in section ${at}, or remove it`,
      ),
    };
}

/** What is wrong with a template for pages of a kind: it is not there, or for others. */
export function* templateFaults(
  key: DocumentKey,
  kind: PageKind,
  place: FindingPlace,
  design: Pick<Design, 'get'>,
): Generator<Finding> {
  const template = design.get(key);
  const common = { severity: 'fault', place: { ...place, field: 'template' } } as const;
  if (!template) {
    yield {
      ...common,
      code: 'no-such-template',
      sentence: `There is no template “${codeOf(key)}”.`,
      remedy: 'List the templates to see their codes.',
    };
    return;
  }
  const own = headValue(template.head, 'pageKind');
  if (own !== kind)
    yield {
      ...common,
      code: 'wrong-page-kind',
      sentence: `“${String(template.head['name'])}” is a template for ${kindInWords(own)} pages, not for ${kindInWords(kind)} pages.`,
      remedy: `Choose a template for ${kindInWords(kind)} pages, or copy one.`,
    };
}
