/** The designs of a store: copying, switching, comparing, timed changes, and what happens to them. */
import { get, patch, post, DESIGN } from '../route.js';
import * as shapes from '../shapes/index.js';

export const designsRoutes = {
  listDesigns: get('/stores/{store}/designs', {
    summary: 'The designs of a store, or its archived ones.',
    query: shapes.archivedQuery,
    answer: shapes.designs,
  }),
  createDesign: post('/stores/{store}/designs', {
    summary: 'Creates a design as a copy of another, with its draft.',
    can: 'design.publish',
    body: shapes.designRequest,
    answer: shapes.copiedDesign,
    status: 201,
  }),
  getDesign: get(DESIGN, { summary: 'One design.', answer: shapes.design }),
  getSetUp: get(`${DESIGN}/set-up`, {
    summary: 'What the store needs before it is ready for shoppers, and what of it is done.',
    answer: shapes.setUp,
  }),
  renameDesign: patch(DESIGN, {
    summary: 'Gives a design another name.',
    can: 'design.edit',
    body: shapes.designChange,
    answer: shapes.design,
  }),
  archiveDesign: post(`${DESIGN}/archive`, {
    summary: 'Archives a design; nothing is deleted.',
    can: 'design.publish',
    body: shapes.noBody,
    answer: shapes.done,
  }),
  restoreDesign: post('/stores/{store}/restored-designs', {
    summary: 'Restores an archived design, as it was.',
    can: 'design.publish',
    body: shapes.restoreDesignRequest,
    answer: shapes.design,
    status: 201,
  }),
  goLive: post(`${DESIGN}/live`, {
    summary: 'Shoppers see this design from now on, as it was last published.',
    can: 'design.publish',
    body: shapes.noteRequest,
    answer: shapes.design,
  }),
  updateFromLive: post(`${DESIGN}/update-from-live`, {
    summary: 'Brings changes that the live design has published since into the draft.',
    can: 'design.edit',
    body: shapes.noBody,
    answer: shapes.merged,
  }),
  compare: get(`${DESIGN}/compare`, {
    summary: 'What differs between the draft, live and revisions, also of two designs.',
    query: shapes.compareQuery,
    answer: shapes.comparison,
  }),
  readLog: get(`${DESIGN}/log`, {
    summary: 'What happened to the design, in order; the same as the events send.',
    query: shapes.logQuery,
    answer: shapes.log,
  }),
  events: get(`${DESIGN}/events`, {
    summary: 'Server-sent events: what happens to the design, and who is there. Last-Event-ID brings what was missed.',
    stream: true,
    answer: shapes.sentEvent,
  }),
  bePresent: post(`${DESIGN}/presence`, {
    summary: 'Says which page you are looking at; others see it in the events.',
    body: shapes.presence,
    answer: shapes.done,
  }),
  listTimedChanges: get(`${DESIGN}/timed-changes`, {
    summary: 'Changes that are live from one time until another.',
    answer: shapes.timedChanges,
  }),
  addTimedChange: post(`${DESIGN}/timed-changes`, {
    summary: 'Takes chosen changes out of the draft and sets when they are live.',
    can: 'design.publish',
    body: shapes.timedRequest,
    answer: shapes.timedChange,
    status: 201,
  }),
  cancelTimedChange: post(`${DESIGN}/timed-changes/{timed}/cancel`, {
    summary: 'Puts waiting changes back into the draft, or takes live ones back now.',
    can: 'design.publish',
    body: shapes.noBody,
    answer: shapes.timedChange,
  }),
} as const;
