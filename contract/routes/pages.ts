/** Store pages, and the documents of a draft. */
import { get, DESIGN } from '../route.js';
import * as shapes from '../shapes/index.js';

export const pagesRoutes = {
  listPages: get(`${DESIGN}/pages`, {
    summary: 'Every store page with its path, its template in the draft, and the reason.',
    query: shapes.pagesQuery,
    answer: shapes.pages,
  }),
  why: get(`${DESIGN}/pages/{page}/why`, {
    summary: 'Why a page looks the way it does, as data and in sentences.',
    query: shapes.whyQuery,
    answer: shapes.why,
  }),
  getPageParts: get(`${DESIGN}/pages/{page}/parts`, {
    summary:
      'What a page is made of: its template or another, what is around it, what is added, and all their documents.',
    query: shapes.partsQuery,
    answer: shapes.pageParts,
  }),
  listFindings: get(`${DESIGN}/findings`, {
    summary: 'What is found when the draft is looked at: what cannot be published, and what is most likely not meant.',
    query: shapes.findingsQuery,
    answer: shapes.findings,
  }),
  getReach: get(`${DESIGN}/document/reach`, {
    summary: 'How many pages show a document with sections, and how many of them have something of their own there.',
    query: shapes.documentQuery,
    answer: shapes.reach,
  }),
  listTemplates: get(`${DESIGN}/templates`, {
    summary: 'The templates of the draft with the number of pages that use them.',
    answer: shapes.templates,
  }),
  listDocuments: get(`${DESIGN}/documents`, {
    summary: 'Every document of the draft: templates, arrangements, menus, look, assignments.',
    answer: shapes.documents,
  }),
  listContent: get(`${DESIGN}/content`, {
    summary: 'The content pages of the draft: who may see each, and which menus lead to it.',
    answer: shapes.contentPages,
  }),
  listAdditions: get(`${DESIGN}/additions`, {
    summary:
      'The additions of the draft by place, in the order they come there: for which pages, and how many those are.',
    answer: shapes.additions,
  }),
  listMenus: get(`${DESIGN}/menus`, {
    summary: 'The menus of the draft: where each is used, and entries whose page is gone.',
    answer: shapes.menus,
  }),
  getDocument: get(`${DESIGN}/document`, {
    summary: 'One document of the draft, such as template/home.',
    query: shapes.documentQuery,
    answer: shapes.document,
  }),
  drawPlan: get(`${DESIGN}/plan`, {
    summary: 'The plan view of a template or of a store page, as SVG and as text.',
    query: shapes.planQuery,
    answer: shapes.plan,
  }),
} as const;
