/** Work on a design: edits, preview, publishing and taking back. */
import { get, post, DESIGN } from '../route.js';
import * as shapes from '../shapes/index.js';

export const draftsRoutes = {
  edit: post(`${DESIGN}/edits`, {
    summary: 'Applies a unit of edits to the draft, all or none.',
    can: 'content.edit',
    body: shapes.unitRequest,
    answer: shapes.unitAnswer,
  }),
  undo: post(`${DESIGN}/undo`, {
    summary: 'Undoes your own latest unit of edits.',
    can: 'content.edit',
    body: shapes.undoRequest,
    answer: shapes.unitAnswer,
  }),
  redo: post(`${DESIGN}/redo`, {
    summary: 'Redoes what you last undid.',
    can: 'content.edit',
    body: shapes.undoRequest,
    answer: shapes.unitAnswer,
  }),
  listChanges: get(`${DESIGN}/changes`, {
    summary: 'The unpublished changes.',
    answer: shapes.changes,
  }),
  preview: post(`${DESIGN}/preview`, {
    summary: 'A link that shows a page of the draft or of a revision, and expires.',
    body: shapes.previewRequest,
    answer: shapes.preview,
    status: 201,
    keyed: false,
  }),
  publish: post(`${DESIGN}/publish`, {
    summary: 'Publishes the draft: shoppers see all of it at once. Content pages that move leave redirects.',
    can: 'design.publish',
    body: shapes.publishRequest,
    answer: shapes.published,
    status: 201,
  }),
  listRevisions: get(`${DESIGN}/revisions`, {
    summary: 'The revisions, newest first.',
    query: shapes.revisionsQuery,
    answer: shapes.revisions,
  }),
  revert: post(`${DESIGN}/revisions/{revision}/revert`, {
    summary: 'Makes an earlier revision live again, as a new revision.',
    can: 'design.publish',
    body: shapes.noteRequest,
    answer: shapes.reverted,
    status: 201,
  }),
} as const;
