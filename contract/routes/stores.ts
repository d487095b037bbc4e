/** Stores, their team, section kinds, starters and pictures. */
import { get, patch, post, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const storesRoutes = {
  listStores: get('/stores', {
    summary: 'The stores you belong to, or those of them that are closed.',
    query: shapes.closedQuery,
    answer: shapes.stores,
  }),
  getStore: get('/stores/{store}', { summary: 'One store.', answer: shapes.store }),
  listGroundworks: get('/groundworks', {
    summary: 'What a design can build on: rules, regions and standard templates.',
    answer: shapes.groundworks,
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
    summary: 'Invites somebody, by email if that is set up, otherwise with a link that is shown once. It works once.',
    can: 'team.manage',
    body: shapes.inviteRequest,
    answer: shapes.invitation,
    status: 201,
    secret: ['link'],
  }),
  changeMember: patch('/stores/{store}/team/{email}', {
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
  setLanguages: patch('/stores/{store}/languages', {
    summary: 'Sets the languages that the storefront speaks besides its leading one; each is at /TAG.',
    can: 'store.manage',
    body: shapes.languagesRequest,
    answer: shapes.store,
  }),
  setDetails: patch('/stores/{store}/details', {
    summary:
      'Sets the name, address, email address, telephone number or opening hours of a store, as shoppers read them; at once.',
    can: 'store.manage',
    body: shapes.detailsRequest,
    answer: shapes.store,
  }),
  listSectionKinds: get('/stores/{store}/kinds', {
    summary: 'Every section kind of a store: its description, and the JSON Schema of its fields.',
    answer: shapes.sectionKinds,
  }),
  listStarters: get('/stores/{store}/starters', {
    summary:
      'Ready-made templates to begin with, the standard one of each page kind first; and ready-made content pages.',
    query: shapes.startersQuery,
    answer: shapes.starters,
  }),
  listPictures: get('/stores/{store}/pictures', {
    summary: 'The pictures of a store, newest first.',
    query: shapes.picturesQuery,
    answer: shapes.pictures,
  }),
  getPicture: get('/stores/{store}/pictures/{hash}', {
    summary: 'One picture, and where it is used.',
    answer: shapes.pictureUses,
  }),
  removePicture: remove('/stores/{store}/pictures/{hash}', {
    summary: 'Deletes a picture for good; refused while anything uses it, or a kept revision shows it.',
    can: 'content.edit',
    answer: shapes.done,
  }),
  addPicture: post('/stores/{store}/pictures', {
    summary:
      'Adds a picture; it is encoded anew in several widths. A drawing (SVG) is kept without what could run or load something, which is told.',
    can: 'content.edit',
    body: 'bytes',
    query: shapes.pictureQuery,
    answer: shapes.addedPicture,
    status: 201,
  }),
} as const;
