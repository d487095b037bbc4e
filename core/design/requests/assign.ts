/** Assign: a template to store pages, one or hundreds, or as the standard of a page kind. */
import * as yup from 'yup';
import { codeText, closed, plainText } from '../../shapes.js';
import { isPageKind, kindInWords, PAGE_KINDS, parsePage, type PageKind } from '../../pages/page.js';
import { Problem } from '../../problem.js';
import { counted } from '../../words.js';
import { keys } from '../../documents/document.js';
import { documentIn } from '../edits/common.js';
import { nameOfKey, type SetEdit } from '../edits/set.js';
import { LIMITS } from '../limits.js';
import { typeTag, type RequestType } from './type.js';
import { sure } from '../../sure.js';

/**
 * Gives pages a template, or a page kind its standard.
 * @example
 * { type: 'assign', pages: ['product:K-014'], template: 'festival' }
 */
export interface AssignRequest {
  readonly type: 'assign';
  /** Store pages such as `product:K-014`; a page kind such as `product` means the standard of all its pages. */
  readonly pages: readonly string[];
  /** The template's code; null takes the page's own assignment away. */
  readonly template: string | null;
}

/** See `AssignRequest`. */
export const assign: RequestType<AssignRequest> = {
  schema: closed({
    type: typeTag('assign'),
    pages: yup.array(plainText(120).required()).strict().min(1).max(LIMITS.pagesPerAssign).required(),
    template: codeText().nullable().defined(),
  }),
  resolve({ pages, template }, draft) {
    const next = template === null ? {} : { value: template };
    const edits = [...new Set(pages)].flatMap((page): SetEdit[] => {
      const isStandard = isPageKind(page);
      const kind: PageKind = isStandard ? page : parsePage(page).kind;
      const document = keys.assignments(kind);
      const field = isStandard ? 'standard' : `pages.${page}`;
      const was = documentIn(draft, document).head[field];
      if (isStandard && template === null)
        throw new Problem('still-used', `${PAGE_KINDS[kind].name} pages need a standard template.`, {
          place: 'template',
          remedy: 'Name another template.',
        });
      if (was === (template ?? undefined)) return [];
      return [{ type: 'set', document, field, ...next, ...(was === undefined ? {} : { was }) }];
    });
    if (edits.length < 2) return { edits };
    const kind = kindInWords(parsePageKind(sure(pages[0])));
    return {
      edits,
      sentence:
        template === null
          ? `${counted(edits.length, `${kind} page`)} follow the rules and the standard again.`
          : `${counted(edits.length, `${kind} page`)} have the template “${nameOfKey(draft)(keys.template(template))}”.`,
    };
  },
};

const parsePageKind = (page: string): PageKind => (isPageKind(page) ? page : parsePage(page).kind);
