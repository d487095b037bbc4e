/** Every route of the API. Below `/api`; documents and edits belong to one design of one store. */
import { get, patch, post, remove } from './route.js';
import * as shapes from './shapes/index.js';

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
    summary: 'Creates a personal token for programs, sent as “Authorization: Bearer …”.',
    door: 'open',
    body: shapes.tokenRequest,
    answer: shapes.token,
    status: 201,
  }),
  me: get('/me', { summary: 'Who is signed in.', answer: shapes.user }),

  changePassword: post('/password', {
    summary: 'Changes your password; other sessions end.',
    body: shapes.passwordRequest,
    answer: shapes.done,
  }),
  forgotPassword: post('/forgotten-password', {
    summary: 'Sends a link for a new password to a mail address, if it has an account.',
    door: 'open',
    body: shapes.forgottenRequest,
    answer: shapes.done,
  }),
  setForgottenPassword: post('/new-password', {
    summary: 'Sets the password of the account a link was sent to; all its sessions end.',
    door: 'open',
    body: shapes.newPasswordRequest,
    answer: shapes.user,
  }),
  listTokens: get('/tokens', { summary: 'Your tokens and when they were used.', answer: shapes.personalTokens }),
  removeToken: remove('/tokens/{token}', { summary: 'Removes a token; it stops working.', answer: shapes.done }),
  join: post('/join', {
    summary: 'Accepts an invitation: creates the account, or adds the store to it.',
    door: 'open',
    body: shapes.joinRequest,
    answer: shapes.user,
    status: 201,
  }),

  createStore: post('/stores', {
    summary: 'Creates a store with every page it needs; the caller becomes its owner.',
    body: shapes.storeRequest,
    answer: shapes.store,
    status: 201,
  }),
  closeStore: post('/stores/{store}/close', {
    summary: 'Closes a store: its storefront goes offline, nothing is deleted.',
    can: 'store.manage',
    body: shapes.noBody,
    answer: shapes.done,
  }),
  reopenStore: post('/reopened-stores', {
    summary: 'Reopens a closed store, as it was; for those who may close it.',
    body: shapes.reopenStoreRequest,
    answer: shapes.store,
    status: 201,
  }),
  getTeam: get('/stores/{store}/team', {
    summary: 'Who works on the store, and who is invited.',
    answer: shapes.team,
  }),
  invite: post('/stores/{store}/invitations', {
    summary: 'Invites somebody, by mail if that is set up, otherwise with a link that is shown once. It works once.',
    can: 'team.manage',
    body: shapes.inviteRequest,
    answer: shapes.invitation,
    status: 201,
    secret: ['link'],
  }),
  changeMember: patch('/stores/{store}/team/{mail}', {
    summary: 'Gives a member another role, or none (null), which also withdraws an invitation.',
    can: 'team.manage',
    body: shapes.memberChange,
    answer: shapes.team,
  }),
  listAudit: get('/stores/{store}/audit', {
    summary: 'Who did what and when, apart from edits; newest first.',
    can: 'team.manage',
    query: shapes.auditQuery,
    answer: shapes.audit,
  }),

  listDesigns: get('/stores/{store}/designs', {
    summary: 'The designs of a store, or its archived ones.',
    query: shapes.archivedQuery,
    answer: shapes.designs,
  }),
  createDesign: post('/stores/{store}/designs', {
    summary: 'Creates a design as a copy of another, with its draft.',
    can: 'design.publish',
    body: shapes.designRequest,
    answer: shapes.design,
    status: 201,
  }),
  getDesign: get(DESIGN, { summary: 'One design.', answer: shapes.design }),
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
  bringIn: post(`${DESIGN}/bring-in`, {
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
    answer: shapes.event,
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

  listStores: get('/stores', {
    summary: 'The stores you belong to, or those of them that are closed.',
    query: shapes.closedQuery,
    answer: shapes.stores,
  }),
  getStore: get('/stores/{store}', { summary: 'One store.', answer: shapes.store }),
  listSectionKinds: get('/section-kinds', {
    summary: 'Every section kind with its fields and their JSON Schema.',
    answer: shapes.sectionKinds,
  }),
  listStarters: get('/starters', {
    summary: 'Ready-made templates to begin with, the standard one of each page kind first.',
    query: shapes.startersQuery,
    answer: shapes.starters,
  }),
  listPictures: get('/stores/{store}/pictures', {
    summary: 'The pictures of a store, newest first.',
    answer: shapes.pictures,
  }),
  addPicture: post('/stores/{store}/pictures', {
    summary: 'Adds a picture; it is re-encoded and kept in several widths.',
    can: 'content.edit',
    body: 'bytes',
    query: shapes.pictureQuery,
    answer: shapes.picture,
    status: 201,
  }),

  getProduct: get('/stores/{store}/products/{product}', {
    summary: 'One product, as rules and pages see it.',
    answer: shapes.product,
  }),
  changeProduct: patch('/stores/{store}/products/{product}', {
    summary:
      'Changes a product; what is absent stays. Shoppers see it at once, and the templates of its pages are updated.',
    can: 'catalogue.edit',
    body: shapes.productChange,
    answer: shapes.product,
  }),

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
  listTemplates: get(`${DESIGN}/templates`, {
    summary: 'The templates of the draft with the number of pages that use them.',
    answer: shapes.templates,
  }),
  listDocuments: get(`${DESIGN}/documents`, {
    summary: 'Every document of the draft: templates, arrangements, menus, look, assignments.',
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
    summary: 'Publishes the draft: shoppers see all of it at once.',
    can: 'design.publish',
    body: shapes.publishRequest,
    answer: shapes.revision,
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

export type Routes = typeof routes;
