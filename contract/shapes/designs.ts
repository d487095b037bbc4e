/** Designs, publishing, comparing, timed changes. */
import { array, boolean, number, string } from 'yup';
import { codeText, closed, plainText } from '@parlour/core';
import { LIMITS } from '@parlour/core/design';
import type { SetUpPlace } from '@parlour/core/set-up';
import { groundworkCode, somePages, typed } from './common.js';
import { change } from './drafts.js';

export const noteRequest = closed({ note: plainText(500).optional() });

export const publishRequest = closed({
  note: plainText(500).optional(),
  /** Ids of the changes to publish; all of them if absent. */
  changes: array(plainText(500).required()).strict().min(1, '${path} must name at least one').max(5000).optional(),
  /** The draft’s state that was looked at; refused if it has changed since, so that nothing goes live unseen. */
  seq: number().integer().max(Number.MAX_SAFE_INTEGER).optional(),
});

export const compareQuery = closed({
  /** `draft`, `live`, a revision's number, or one of them in another design: `summer/draft`. */
  from: plainText(120).optional(),
  to: plainText(120).optional(),
  /** `yes` also tells which pages look different. */
  pages: string().oneOf(['yes', 'no']).optional(),
  /** The `next` of the pages before. */
  pagesAfter: plainText(1000).optional(),
});

const redirects = array(closed({ from: string().required(), to: string().required() })).required();

export const comparison = closed({
  from: string().required(),
  to: string().required(),
  changes: array(change).required(),
  pages: somePages.optional().default(undefined),
  /** From live to the draft: the redirects that publishing it would make. */
  redirects,
});

export const design = closed({
  code: string().required(),
  name: string().required(),
  live: boolean().required(),
  revision: number().integer().required(),
  /** How many changes shoppers would see if it were published. */
  unpublished: number().integer().required(),
  /** The code of the groundwork it builds on. */
  groundwork: groundworkCode.required(),
  created: string().required(),
});

export const setUp = closed({
  steps: array(
    closed({
      code: string().required(),
      title: string().required(),
      /** Where it is done: `catalogue`, `store`, `header`, `pages`, `content`, `home`, `menus`, `delivery` or `publish`. */
      place: typed<SetUpPlace>({ type: 'string' }),
      done: boolean().required(),
      /** What is so, or what is missing. */
      sentence: string().required(),
      /** The pages to look at, where it is about some. */
      pages: array(string().required()).required(),
    }),
  ).required(),
});

export const copiedDesign = design.concat(
  closed({
    /** What does not follow another groundwork because it was changed in the design, in sentences. */
    kept: array(string().required()).required(),
  }),
);

export const restoreDesignRequest = closed({ design: codeText().required() });

export const designs = closed({ designs: array(design).required() });

export const designRequest = closed({
  name: plainText(LIMITS.nameLength).required(),
  code: codeText().optional(),
  /** The design to copy; the live one if absent. */
  copyOf: codeText().optional(),
  /** Another groundwork for the copy to build on; what is its own stays. */
  groundwork: groundworkCode.optional(),
});

export const designChange = closed({ name: plainText(LIMITS.nameLength).required() });

export const merged = closed({
  sentences: array(string().required()).required(),
  /** What both changed, differently; the design kept its own. */
  conflicts: array(string().required()).required(),
});

export const timedRequest = closed({
  name: plainText(LIMITS.nameLength).required(),
  changes: array(plainText(500).required()).strict().min(1, '${path} must name at least one').max(5000).required(),
  /** In the store’s time zone (`2026-11-27T08:00`), or an instant with `Z`. */
  from: plainText(40).required(),
  until: plainText(40).optional(),
});

export const timedChange = closed({
  id: number().integer().required(),
  name: string().required(),
  author: string().required(),
  state: string().oneOf(['waiting', 'live', 'over', 'conflict', 'cancelled']).required(),
  from: string().required(),
  until: string().nullable().defined(),
  /** The times as a clock in the store shows them, with the offset. */
  times: string().required(),
  sentences: array(string().required()).required(),
  report: array(string().required()).required(),
});

export const timedChanges = closed({ timedChanges: array(timedChange).required() });

const REVISION = {
  number: number().integer().required(),
  note: string().defined(),
  author: string().required(),
  created: string().required(),
  reverts: number().integer().nullable().defined(),
  live: boolean().required(),
};
export const revision = closed(REVISION);
export const published = closed({
  ...REVISION,
  /** Where pages were that it has moved, and where each old path leads now. */
  redirects,
});

export const revisions = closed({ revisions: array(revision).required(), next: string().nullable().defined() });

export const revisionsQuery = closed({
  cursor: plainText(20).optional(),
  limit: number().integer().min(1).max(200).optional(),
});

export const reverted = closed({ revision, sentences: array(string().required()).required() });
