/** Assign: a template to one store page, or as the standard of a page kind. Without a template: back to the standard. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../fields/schema.js';
import { Problem } from '../../problem.js';
import { PAGE_KINDS, isPageKind, parsePage, type PageCode, type PageKind } from '../../assign/page.js';
import { FORMAT, keys, type AssignmentsDocument, type DocumentKey } from '../document.js';
import type { Draft } from '../draft.js';
import { shown, stale } from './common.js';
import type { EditType } from './step.js';

export interface AssignEdit {
  readonly type: 'assign';
  readonly document: DocumentKey;
  /** The page that gets the template; null for the standard of the kind. */
  readonly page: PageCode | null;
  /** The template's code; null takes the page's own assignment away. */
  readonly template: string | null;
  readonly was: string | null;
}

export interface AssignRequest {
  readonly type: 'assign';
  /** A store page such as `product:K-014`, or a page kind for the standard of all its pages. */
  readonly page: string;
  readonly template: string | null;
}

export const assign: EditType<AssignEdit, AssignRequest> = {
  schema: closed({
    type: plainText(20).oneOf(['assign']).required(),
    page: plainText(120).required(),
    template: codeText().nullable().defined() as yup.Schema,
  }),

  resolve({ page, template }, draft) {
    const isStandard = isPageKind(page);
    const kind = isStandard ? page : parsePage(page).kind;
    const now = bucket(draft, kind);
    return {
      type: 'assign',
      document: keys.assignments(kind),
      page: isStandard ? null : page,
      template,
      was: isStandard ? now.standard : (now.pages[page] ?? null),
    };
  },

  apply({ document: key, page, template, was }, draft) {
    const kind = key.slice('assignments/'.length) as PageKind;
    const now = bucket(draft, kind);
    const current = page === null ? now.standard : (now.pages[page] ?? null);
    if (current !== was) throw stale(`The template of ${page ?? `${kind} pages`}`, shown(current ?? 'the standard'));
    if (template !== null) checkTemplate(draft, kind, template);
    if (page === null) {
      if (template === null && was !== null && Object.keys(now.pages).length > 0) {
        throw new Problem('still-used', `${PAGE_KINDS[kind].name} pages need a standard template.`, {
          place: 'template',
          remedy: 'Name another template.',
        });
      }
      return { ...now, standard: template };
    }
    const { [page]: _own, ...others } = now.pages;
    return { ...now, pages: template === null ? others : { ...others, [page]: template } };
  },

  invert: ({ template, was, ...rest }) => ({ ...rest, template: was, was: template }),

  describe({ document, page, template }, draft) {
    const kind = document.slice('assignments/'.length);
    if (template === null) return `Gave ${page ?? `all ${kind} pages`} back to the standard template.`;
    const found = draft.get(keys.template(template));
    const name = found && 'name' in found ? found.name : template;
    return page === null ? `Made “${name}” the standard of all ${kind} pages.` : `Gave ${page} the template “${name}”.`;
  },
};

function bucket(draft: Draft, kind: PageKind): AssignmentsDocument {
  const found = draft.get(keys.assignments(kind)) as AssignmentsDocument | undefined;
  return found ?? { format: FORMAT, type: 'assignments', pageKind: kind, standard: null, pages: {} };
}

function checkTemplate(draft: Draft, kind: PageKind, code: string): void {
  const template = draft.get(keys.template(code));
  if (!template || template.type !== 'template') {
    throw new Problem('no-such-template', `There is no template “${code}”.`, {
      place: 'template',
      remedy: 'List the templates to see their codes.',
    });
  }
  if (template.pageKind !== kind) {
    throw new Problem(
      'wrong-page-kind',
      `“${template.name}” is a template for ${template.pageKind} pages, not for ${kind} pages.`,
      {
        place: 'template',
        remedy: `Choose a template for ${kind} pages, or copy one.`,
      },
    );
  }
}
