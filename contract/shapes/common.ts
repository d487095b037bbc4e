/** What many shapes need. */
import { array, boolean, mixed, number, string, type Schema } from 'yup';
import { closed } from '@parlour/core';
import type { JsonSchema } from '@parlour/core/fields';
import { GROUNDWORKS } from '@parlour/core/groundworks';
import { pageKinds } from '@parlour/core/pages';

/** A JSON value whose TypeScript type core declares; `json` says its form. */
// The value is Parlour’s own; the type is for whoever reads it.
export const typed = <T>(json: JsonSchema) => mixed<NonNullable<T>>().required().meta({ json }) as Schema<T>;

/** The number that a list goes on before: as high as numbers of rows go. */
export const listedBefore = () => number().integer().min(1).max(2_147_483_647).optional();

export const noBody = closed({});

export const done = closed({ done: boolean().required() });

export const groundworkCode = string().oneOf(GROUNDWORKS.map(({ code }) => code));

const yesOrNo = string().oneOf(['yes', 'no']).optional();
/** Lists what was archived, or closed, instead of what is in use. */
export const archivedQuery = closed({ archived: yesOrNo });
export const closedQuery = closed({ closed: yesOrNo });

const REASONS = ['page', 'rule', 'standard'] as const;
export const reason = string().oneOf(REASONS).required();
export const wantedReason = string().oneOf(REASONS).optional();

export const pageKind = string().oneOf(pageKinds()).required();

/** Pages that look different: some of them, and how many in all. */
export const somePages = closed({
  total: number().integer().required(),
  some: array(closed({ page: string().required(), title: string().required() })).required(),
  /** What `pagesAfter` says to get the next ones; null if there are no more. */
  next: string().nullable().defined(),
  /** False while the list of pages is being worked out: then some may be missing. */
  complete: boolean().required(),
});
