/** Requests: what people and programs ask for. Each is made exact against the draft and comes down to edits. */
import { Problem } from '../../problem.js';
import { byTag } from '../../shapes.js';
import type { Draft } from '../draft.js';
import { doInOrder, type UnitResult } from '../edits/edit.js';
import { LIMITS } from '../limits.js';
import { assign, type AssignRequest } from './assign.js';
import {
  copy,
  insert,
  move,
  remove,
  type CopyRequest,
  type InsertRequest,
  type MoveRequest,
  type RemoveRequest,
} from './nodes.js';
import { create, type CreateRequest } from './create.js';
import { discard, type DiscardRequest } from './discard.js';
import { own, ownList, ownReset, type OwnListRequest, type OwnRequest, type OwnResetRequest } from './own.js';
import { set, type SetRequest } from './set.js';
import { tokens, type TokensRequest } from './tokens.js';
import { unshare, share, type UnshareRequest, type ShareRequest } from './share.js';
import type { EditTools, RequestType } from './type.js';

/** Everything that can be asked of a draft. */
export type EditRequest =
  | InsertRequest
  | RemoveRequest
  | MoveRequest
  | CopyRequest
  | SetRequest
  | CreateRequest
  | DiscardRequest
  | AssignRequest
  | ShareRequest
  | UnshareRequest
  | TokensRequest
  | OwnRequest
  | OwnListRequest
  | OwnResetRequest;

// Each type's own parameter is widened here, once; the discriminator pairs every request with its type again.
const requestTypes = {
  insert,
  remove,
  move,
  copy,
  set,
  create,
  discard,
  assign,
  share,
  unshare,
  tokens,
  own,
  'own-list': ownList,
  'own-reset': ownReset,
} as Record<EditRequest['type'], RequestType<EditRequest>>;

/** The strict schema of a request, by its type. */
export const editRequestSchema = byTag<EditRequest>(
  'type',
  Object.fromEntries(Object.entries(requestTypes).map(([name, type]) => [name, type.schema])),
);

/** Makes requests exact one after the other and applies them, all or none. @throws Problem naming the one refused */
export function applyRequests(requests: readonly EditRequest[], draft: Draft, tools: EditTools): UnitResult {
  if (requests.length > LIMITS.editsPerUnit) {
    throw new Problem('limit-reached', `A unit holds at most ${LIMITS.editsPerUnit} edits.`, {
      place: 'edits',
      remedy: 'Send several units.',
    });
  }
  const exact = (request: EditRequest, now: Draft) => requestTypes[request.type].resolve(request, now, tools);
  return doInOrder(requests, draft, tools.kinds, exact, tools.telling);
}
