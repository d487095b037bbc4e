/** The one error of Parlour: what happened, where, what to do. The same words reach the API, the CLI and the console. */

export interface ProblemPlace {
  /** The field, section, document or argument that is wrong. */
  readonly place?: string;
  /** What to do about it, as a sentence. */
  readonly remedy?: string;
}

/** Thrown wherever something is refused. `code` is stable and documented; the message is a sentence for people. */
export class Problem extends Error {
  readonly place: string | undefined;
  readonly remedy: string | undefined;
  constructor(
    readonly code: ProblemCode,
    sentence: string,
    { place, remedy }: ProblemPlace = {},
  ) {
    super(sentence);
    this.name = 'Problem';
    this.place = place;
    this.remedy = remedy;
  }
}

/** Every code with the HTTP status it is answered with. */
export const PROBLEMS = {
  'bad-input': 400,
  'bad-text': 400,
  'not-json': 400,
  'too-large': 413,
  'not-a-picture': 415,
  'signed-out': 401,
  'wrong-sign-in': 401,
  'not-allowed': 403,
  'foreign-origin': 403,
  'no-such-thing': 404,
  'no-such-route': 404,
  'no-such-page': 404,
  'no-such-page-kind': 400,
  'bad-page-code': 400,
  'no-such-document': 404,
  'no-such-template': 404,
  'no-such-section': 404,
  'no-such-section-kind': 400,
  'no-such-field': 400,
  'no-such-place': 400,
  'no-such-revision': 404,
  'bad-value': 400,
  'wrong-page-kind': 409,
  'wrong-order': 400,
  'already-there': 409,
  'stale-edit': 409,
  'circular-move': 409,
  'still-used': 409,
  'limit-reached': 409,
  'nothing-to-undo': 409,
  'nothing-to-publish': 409,
  'newer-format': 409,
  'cannot-publish': 409,
  'expired-preview': 403,
  'database-away': 503,
  broken: 500,
} as const;

export type ProblemCode = keyof typeof PROBLEMS;
