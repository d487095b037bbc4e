/** Drafts, edits, requests, compare, merge, findings, and what a design begins with. */
export * from './moved-pages.js';
export * from './document-types.js';
export * from './draft.js';
export * from './limits.js';
export * from './ids.js';
export * from './edits/edit.js';
export * from './requests/request.js';
export * from './compare.js';
export * from './difference.js';
export * from './merge.js';
export * from './findings/finding.js';
export * from './findings/check.js';
export { OF_BOTH, OF_EDITS, OF_PUBLISHING } from './findings/checks.js';
export { checkLanguages, checkPublish } from './findings/refuse.js';
export * from './formats.js';
export * from './content-edit.js';
export * from './starter-design.js';
export * from './specimen.js';
export * from './visible.js';
export type { InsertEdit } from './edits/insert.js';
export type { MoveEdit } from './edits/move.js';
export type { PutEdit } from './edits/put.js';
export type { RemoveEdit } from './edits/remove.js';
export type { SetEdit } from './edits/set.js';
export type { UpgradeEdit } from './edits/upgrade.js';
export { CREATABLE, type Creatable, type CreateRequest } from './requests/create.js';
export type { AssignRequest } from './requests/assign.js';
export type { DiscardRequest } from './requests/discard.js';
export type { CopyRequest, InsertRequest, MoveRequest, RemoveRequest } from './requests/nodes.js';
export type { SetRequest } from './requests/set.js';
export type { OwnListRequest, OwnRequest, OwnResetRequest } from './requests/own.js';
export type { TokensRequest } from './requests/tokens.js';
export type { UnshareRequest, ShareRequest } from './requests/share.js';
export { menuUsers, usersOf } from './requests/discard.js';
export { freeCode, Unpredictable, type EditTools, type PlaceRequest } from './requests/type.js';
export {
  documentIn,
  fieldsOfNode,
  isSame,
  namesLike,
  nodeField,
  nodeIn,
  sectionName,
  splitField,
} from './edits/common.js';
