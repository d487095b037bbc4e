/**
 * Put: a whole document. Creating, copying and removing templates, and bringing back an earlier revision, come down
 * to this edit. It carries what it replaces, so that it can be taken back.
 */
import { codeText, closed, plainText } from '../../fields/schema.js';
import { Problem } from '../../problem.js';
import { isPageKind, pageKinds } from '../../assign/page.js';
import { FORMAT, keys, templateCodeOf, type AssignmentsDocument, type DocumentKey } from '../document.js';
import type { Draft, DraftDocument, DraftSection, DraftTemplate, Place } from '../draft.js';
import { LIMITS } from '../limits.js';
import { isSame, nameOf, stale } from './common.js';
import type { EditType } from './step.js';

export interface PutEdit {
  readonly type: 'put';
  readonly document: DocumentKey;
  /** The document from now on; null removes it. */
  readonly value: DraftDocument | null;
  readonly was: DraftDocument | null;
}

/** A new, empty template, or a copy of one with content of its own. */
export interface CreateTemplateRequest {
  readonly type: 'create-template';
  readonly name: string;
  /** Needed without `from`. */
  readonly pageKind?: string;
  /** The code of the template to copy. */
  readonly from?: string;
  /** Made from the name if absent. */
  readonly code?: string;
}

export interface RemoveTemplateRequest {
  readonly type: 'remove-template';
  readonly template: string;
}

type Put<R> = EditType<PutEdit, R>;

const applied: Pick<Put<never>, 'apply' | 'invert' | 'describe'> = {
  apply({ document: key, value, was }, draft) {
    const now = draft.get(key) ?? null;
    if (!isSame(now, was))
      throw stale(now ? capitalised(nameOf(now)) : `“${key}”`, now ? 'different from what would be replaced' : 'gone');
    if (value === null && now?.type === 'template') checkUnused(key, now, draft);
    return value;
  },
  invert: ({ value, was, ...rest }) => ({ ...rest, value: was, was: value }),
  describe({ value, was }) {
    if (value && was) return `Replaced ${nameOf(was)}.`;
    return value ? `Made ${nameOf(value)}.` : `Removed ${nameOf(was as DraftDocument)}.`;
  },
};

export const createTemplate: Put<CreateTemplateRequest> = {
  ...applied,
  schema: closed({
    type: plainText(20).oneOf(['create-template']).required(),
    name: plainText(LIMITS.nameLength).required(),
    pageKind: plainText(40).optional(),
    from: codeText().optional(),
    code: codeText().optional(),
  }),
  resolve(request, draft, { newId }) {
    const code = request.code ?? freeCode(request.name, draft);
    if (draft.get(keys.template(code))) {
      throw new Problem('already-there', `There is already a template “${code}”.`, {
        place: 'code',
        remedy: 'Choose another code, or leave it out.',
      });
    }
    if ([...draft.keys()].filter((key) => templateCodeOf(key)).length >= LIMITS.templates) {
      throw new Problem('limit-reached', `A design holds at most ${LIMITS.templates} templates.`, {
        remedy: 'Remove some that no page uses.',
      });
    }
    const value = request.from === undefined ? emptyTemplate(request) : copyOf(request.from, request, draft, newId);
    return { type: 'put', document: keys.template(code), value, was: null };
  },
};

export const removeTemplate: Put<RemoveTemplateRequest> = {
  ...applied,
  schema: closed({ type: plainText(20).oneOf(['remove-template']).required(), template: codeText().required() }),
  resolve({ template }, draft) {
    const was = draft.get(keys.template(template));
    if (!was) throw noTemplate(template);
    return { type: 'put', document: keys.template(template), value: null, was };
  },
};

/** Put edits that turn the draft's documents into others; used when a revision is brought back. */
export const put: Put<never> = {
  ...applied,
  schema: closed({}),
  resolve() {
    throw new Problem('bad-input', 'Whole documents cannot be put from outside.', {
      place: 'type',
      remedy: 'Use the edits for templates.',
    });
  },
};

function emptyTemplate({ name, pageKind = '' }: CreateTemplateRequest): DraftTemplate {
  if (!isPageKind(pageKind)) {
    throw new Problem(
      'no-such-page-kind',
      pageKind ? `There is no page kind “${pageKind}”.` : 'A new template needs a page kind.',
      {
        place: 'pageKind',
        remedy: `Use one of: ${pageKinds().join(', ')}; or name a template to copy.`,
      },
    );
  }
  return {
    format: FORMAT,
    type: 'template',
    name,
    pageKind,
    layout: { width: 'page' },
    areaNames: ['main'],
    sections: {},
  };
}

/** A copy with new section ids, so that two templates never share content by accident. */
function copyOf(from: string, request: CreateTemplateRequest, draft: Draft, newId: () => string): DraftTemplate {
  const original = draft.get(keys.template(from));
  if (!original || original.type !== 'template') throw noTemplate(from);
  if (request.pageKind !== undefined && request.pageKind !== original.pageKind) {
    throw new Problem('wrong-page-kind', `“${original.name}” is a template for ${original.pageKind} pages.`, {
      place: 'pageKind',
      remedy: 'Leave the page kind out when copying.',
    });
  }
  const { sections } = original as DraftTemplate;
  const ids = new Map(Object.keys(sections).map((id) => [id, newId()]));
  const placed = (place: Place): Place =>
    'section' in place ? { ...place, section: ids.get(place.section) as string } : place;
  const copies = Object.values(sections).map((section): DraftSection => ({
    ...section,
    id: ids.get(section.id) as string,
    place: placed(section.place),
  }));
  return {
    ...(original as DraftTemplate),
    name: request.name,
    sections: Object.fromEntries(copies.map((copy) => [copy.id, copy])),
  };
}

function checkUnused(key: DocumentKey, template: DraftDocument & { type: 'template' }, draft: Draft): void {
  const code = templateCodeOf(key);
  const bucket = draft.get(keys.assignments(template.pageKind)) as AssignmentsDocument | undefined;
  if (!bucket) return;
  const pages = Object.keys(bucket.pages).filter((page) => bucket.pages[page] === code);
  if (bucket.standard !== code && pages.length === 0) return;
  const users =
    bucket.standard === code ? `the standard of ${template.pageKind} pages` : `used by ${pages.slice(0, 5).join(', ')}`;
  throw new Problem('still-used', `“${template.name}” is ${users}.`, {
    place: 'template',
    remedy: 'Assign another template to these pages first.',
  });
}

function freeCode(name: string, draft: Draft): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'template';
  for (let n = 1; ; n++) {
    const code = n === 1 ? base : `${base}-${n}`;
    if (!draft.get(keys.template(code))) return code;
  }
}

const noTemplate = (code: string): Problem =>
  new Problem('no-such-template', `There is no template “${code}”.`, {
    place: 'template',
    remedy: 'List the templates to see their codes.',
  });

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
