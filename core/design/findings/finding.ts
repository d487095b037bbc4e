/** What is found in a design when it is looked at, in words. Checks find it; who refuses or lists it reads it. */
import type { DocumentKey, NodeId } from '../../documents/document.js';
import { Problem, type ProblemCode } from '../../problem.js';

/**
 * How bad it is. *fault*: no design may hold it, so an edit that leaves it is refused. *blocker*: a draft may hold it,
 * but shoppers cannot be shown it, so it does not go live. *warning*: it may go live, and is most likely not meant.
 * *hint*: something could be better.
 */
export type Severity = 'fault' | 'blocker' | 'warning' | 'hint';

/** Where in a design something is. */
export interface FindingPlace {
  readonly document: DocumentKey;
  /** The section or entry. */
  readonly node?: NodeId;
  /** `values.title`, `frame.until`, or a value of the document itself, such as `slug`. */
  readonly field?: string;
}

export interface Finding {
  /** Stable, for programs; `/docs/problems/CODE` tells each. */
  readonly code: ProblemCode;
  readonly sentence: string;
  readonly severity: Severity;
  readonly place: FindingPlace;
  /** What to do, as a sentence. */
  readonly remedy: string;
  /** The document that is not there, and what wants it of it, as in “Home page *uses the template “x”*”. */
  readonly lacks?: Lack;
}

export interface Lack {
  readonly document: DocumentKey;
  readonly sentence: string;
  /** Another way out than publishing both. */
  readonly otherwise?: string;
}

/** Throws the first of some findings as a refusal that says nothing of documents. */
export function refuseAny(findings: Iterable<Finding>): void {
  for (const { code, sentence, place, remedy } of findings)
    throw new Problem(code, sentence, { remedy, ...(place.field === undefined ? {} : { place: place.field }) });
}

/** The findings of a check that throws the first fault it meets. */
export function* caught(place: FindingPlace, work: () => void, severity: Severity = 'fault'): Generator<Finding> {
  try {
    work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { code, message: sentence, place: field, remedy = '' } = error;
    yield { code, sentence, severity, remedy, place: field === undefined ? place : { field, ...place } };
  }
}
