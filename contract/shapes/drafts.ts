/** Edits, and what happens to a draft. */
import { array, boolean, number, string, type Schema } from 'yup';
import { codeText, closed, plainText } from '@parlour/core';
import { editRequestSchema, LIMITS, type Edit, type EditRequest } from '@parlour/core/design';
import { typed, somePages } from './common.js';

export const unitRequest = closed({
  /** Made by the caller; the same unit sent twice is done once. */
  unit: codeText().required(),
  /** Only tells what the edits would do, and which pages would change. */
  dryRun: boolean().optional(),
  /** With `dryRun`: the `next` of the pages before. */
  pagesAfter: plainText(1000).optional(),
  // Its forms are those of the requests, in `byTag`.
  edits: array(editRequestSchema.required() as Schema<EditRequest>)
    .strict()
    .min(1)
    .max(LIMITS.editsPerUnit)
    .required(),
});

export const unitAnswer = closed({
  /** The draft's sequence number after the unit. */
  seq: number().integer().required(),
  edits: array(typed<Edit>({ type: 'object' })).required(),
  sentences: array(string().required()).required(),
  /** With `dryRun`: the pages that would look different. */
  pages: somePages.optional().default(undefined),
});

export const undoRequest = closed({ unit: codeText().required() });

export const change = closed({
  id: string().required(),
  document: string().required(),
  /** The document in words. */
  called: string().required(),
  type: string().oneOf(['added', 'removed', 'moved', 'changed']).required(),
  node: string().optional(),
  field: string().optional(),
  sentence: string().required(),
});

export const changes = closed({
  changes: array(change).required(),
  seq: number().integer().required(),
  live: number().integer().required(),
  /** Whether the person asking has something to undo or redo. */
  undo: boolean().required(),
  redo: boolean().required(),
});

export const event = closed({
  seq: number().integer().required(),
  unit: string().required(),
  type: string().oneOf(['do', 'undo', 'redo', 'publish', 'merge']).required(),
  author: string().required(),
  at: string().required(),
  documents: array(string().required()).required(),
  sentences: array(string().required()).required(),
});

/** An event as it is sent: with what was done, or null where that is more than everybody should be sent. */
export const sentEvent = event.shape({
  edits: array(typed<Edit>({ type: 'object' }))
    .nullable()
    .defined(),
});

export const log = closed({ events: array(event).required(), next: number().integer().nullable().defined() });

export const logQuery = closed({
  after: number().integer().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
  limit: number().integer().min(1).max(500).optional(),
});

export const presence = closed({ page: plainText(120).defined() });
