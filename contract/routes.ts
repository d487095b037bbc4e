/** Every route of the API. Below `/api`; documents and edits belong to one design of one store. */
import { get, post } from './route.js';
import * as shapes from './shapes.js';

const DESIGN = '/stores/{store}/designs/{design}';

export const routes = {
  signIn: post('/sign-in', {
    summary: 'Signs in for the console; the answer sets a session cookie.',
    door: 'open',
    body: shapes.credentials,
    answer: shapes.user,
  }),
  signOut: post('/sign-out', { summary: 'Ends the session.', body: shapes.noBody, answer: shapes.done }),
  createToken: post('/tokens', {
    summary: 'Makes a personal token for programs, sent as “Authorization: Bearer …”.',
    door: 'open',
    body: shapes.tokenRequest,
    answer: shapes.token,
    status: 201,
  }),
  me: get('/me', { summary: 'Who is signed in.', answer: shapes.user }),

  listStores: get('/stores', { summary: 'The stores one belongs to.', answer: shapes.stores }),
  getStore: get('/stores/{store}', { summary: 'One store.', answer: shapes.store }),
  listSectionKinds: get('/section-kinds', {
    summary: 'Every section kind with its fields and their JSON Schema.',
    answer: shapes.sectionKinds,
  }),
  listPictures: get('/stores/{store}/pictures', {
    summary: 'The pictures of a store, newest first.',
    answer: shapes.pictures,
  }),
  addPicture: post('/stores/{store}/pictures', {
    summary: 'Adds a picture; it is re-encoded and kept in several widths.',
    body: 'bytes',
    query: shapes.pictureQuery,
    answer: shapes.picture,
    status: 201,
  }),

  listPages: get(`${DESIGN}/pages`, {
    summary: 'Every store page with its path, its template in the draft, and the reason.',
    query: shapes.pagesQuery,
    answer: shapes.pages,
  }),
  why: get(`${DESIGN}/pages/{page}/why`, {
    summary: 'What makes a page what it is, as data and in sentences.',
    answer: shapes.why,
  }),
  listTemplates: get(`${DESIGN}/templates`, {
    summary: 'The templates of the draft with the number of pages that use them.',
    answer: shapes.templates,
  }),
  listDocuments: get(`${DESIGN}/documents`, {
    summary: 'Every document of the draft: templates, arrangements, menus, theme, assignments.',
    answer: shapes.documents,
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

  edit: post(`${DESIGN}/edits`, {
    summary: 'Does a unit of edits on the draft, all or none.',
    body: shapes.unitRequest,
    answer: shapes.unitAnswer,
  }),
  undo: post(`${DESIGN}/undo`, {
    summary: 'Takes back one’s own latest unit.',
    body: shapes.undoRequest,
    answer: shapes.unitAnswer,
  }),
  redo: post(`${DESIGN}/redo`, {
    summary: 'Does again what was undone last.',
    body: shapes.undoRequest,
    answer: shapes.unitAnswer,
  }),
  listChanges: get(`${DESIGN}/changes`, {
    summary: 'What the draft has that is not published.',
    answer: shapes.changes,
  }),

  preview: post(`${DESIGN}/preview`, {
    summary: 'An address that shows a page of the draft and expires.',
    body: shapes.previewRequest,
    answer: shapes.preview,
    status: 201,
  }),
  publish: post(`${DESIGN}/publish`, {
    summary: 'Puts the draft live, for all visitors in one moment.',
    body: shapes.noteRequest,
    answer: shapes.revision,
    status: 201,
  }),
  listRevisions: get(`${DESIGN}/revisions`, {
    summary: 'The published states, newest first.',
    query: shapes.revisionsQuery,
    answer: shapes.revisions,
  }),
  revert: post(`${DESIGN}/revisions/{revision}/revert`, {
    summary: 'Brings a published state back, as a new revision.',
    body: shapes.noteRequest,
    answer: shapes.reverted,
    status: 201,
  }),
} as const;

export type Routes = typeof routes;
