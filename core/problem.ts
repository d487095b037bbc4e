import { sure } from './sure.js';

/** The one error of Parlour: what happened, where, what to do. The same words reach the API, the CLI and the console. */

export interface ProblemPlace {
  /** The field, section, document or argument that is wrong. */
  readonly place?: string;
  /** What to do about it, as a sentence. */
  readonly remedy?: string;
  /** After how many seconds the same may be tried again; sent as `Retry-After`. */
  readonly retryAfter?: number;
}

/** Thrown wherever something is refused. `code` is stable and documented; the message is a sentence for people. */
export class Problem extends Error {
  readonly place: string | undefined;
  readonly remedy: string | undefined;
  readonly retryAfter: number | undefined;
  constructor(
    readonly code: ProblemCode,
    sentence: string,
    { place, remedy, retryAfter }: ProblemPlace = {},
  ) {
    super(sentence);
    this.name = 'Problem';
    this.place = place;
    this.remedy = remedy;
    this.retryAfter = retryAfter;
  }
}

/** Every code with the HTTP status it is answered with and what it means; served at `/docs/problems/CODE`. */
export const PROBLEMS = {
  'bad-input': [400, 'A part of the request is missing, of the wrong type, or not known; `place` names it.'],
  'bad-text': [400, 'A text contains a character that cannot be stored: NUL, or half of a surrogate pair.'],
  'not-json': [400, 'The body could not be read as JSON.'],
  'too-large': [413, 'The body is larger than the route takes.'],
  'not-a-picture': [415, 'The file could not be decoded as a picture.'],
  'signed-out': [401, 'There is no session or token with the request, or it has ended.'],
  'wrong-sign-in': [401, 'The email address or the password is wrong.'],
  'foreign-origin': [403, 'A page of another site sent something that would change state.'],
  'expired-preview': [403, 'The preview link has expired or was not opened in this browser.'],
  'no-such-thing': [404, 'The store or design does not exist, or you do not belong to it.'],
  'no-such-route': [404, 'The API has no such path.'],
  'wrong-method': [405, 'The path exists, but not with this method; `Allow` names those it takes.'],
  'no-such-page': [404, 'No store page has this code.'],
  'no-such-document': [404, 'The design has no document of this name.'],
  'no-such-template': [404, 'The design has no template of this code.'],
  'no-such-starter': [404, 'There is no ready-made template of this code.'],
  'no-such-section': [404, 'The document has no section of this id.'],
  'no-such-revision': [404, 'The design has no revision of this number.'],
  'no-such-page-kind': [400, 'There is no page kind of this name.'],
  'no-such-section-kind': [400, 'There is no section kind of this name and version.'],
  'bad-rule': [400, 'A rule cannot be read, or asks something of pages that they do not have; `place` names where.'],
  'rule-never-matches': [409, 'No page can ever meet all conditions of a rule.'],
  'ends-first': [409, 'A span of time would end before it starts.'],
  'no-such-field': [400, 'The section, frame or document has no such field.'],
  'no-such-place': [400, 'A section cannot go there: no such area or slot, or a kind that does not fit.'],
  'bad-page-code': [400, 'The text does not name a store page.'],
  'bad-file': [400, 'A file cannot be read; `place` names the line.'],
  'bad-tokens': [400, 'Design tokens cannot be read; `place` names the token.'],
  'bad-value': [400, 'A value does not fit its field; `place` names the field.'],
  'wrong-page-kind': [409, 'The template is for pages of another kind.'],
  'already-there': [409, 'The id or code is taken.'],
  'stale-edit': [409, 'Somebody else has changed in the meantime what the edit would change.'],
  'shows-itself': [409, 'A section or an addition would show itself, by way of what it shows.'],
  'bad-path': [409, 'A page could not be reached, or two would have one path; `place` names the pattern or slug.'],
  'circular-move': [409, 'A section cannot be moved into itself or before itself.'],
  'still-used': [409, 'Something still uses what would be removed.'],
  'order-state': [409, 'That cannot happen to the order as it is.'],
  'limit-reached': [409, 'A design, document or unit would grow beyond its limit.'],
  'nothing-to-undo': [409, 'You have no edit to undo or redo.'],
  'skipped-hour': [400, 'This time does not exist, since daylight saving starts then.'],
  'past-time': [409, 'A time that must be in the future has passed.'],
  'merge-conflict': [409, 'Both sides changed the same thing, differently; nothing was guessed.'],
  'not-allowed': [403, 'Your role in the store, or the scope of the token, does not allow this.'],
  'too-many-tries': [429, 'Too many sign-ins have failed; wait and try again.'],
  'too-many-requests': [429, 'One network address or connection has too many requests waiting.'],
  'too-many-streams': [429, 'One person listens to events more often than is allowed at the same time.'],
  'proof-by-email': [403, 'The email address must be proved first: a message with a link was sent to it.'],
  'bad-link': [403, 'The link from a message has expired or was used already.'],
  'bad-invitation': [403, 'The invitation has expired or was used already.'],
  'stale-tag': [412, 'The resource has changed since it was read, or has nothing that `If-Match` could fit.'],
  'reused-key': [409, 'The idempotency key was used for another request before.'],
  'no-such-change': [404, 'The draft has no unpublished change of this id.'],
  'nothing-to-publish': [409, 'The state that would go live is live already.'],
  'store-set-aside': [503, 'The store cannot be loaded; the log of the service says why. It is tried again by itself.'],
  'newer-format': [409, 'A document was written by a newer version of Parlour.'],
  'lacks-section': [409, 'Pages of a template lack what they cannot work without; the remedy names the section.'],
  'empty-template': [409, 'Pages use a template that has no sections.'],
  'untitled-pages': [409, 'Pages of a template show neither their title nor their text. It may be published.'],
  'two-main-headings': [409, 'A page has more than one main heading. It may be published.'],
  'html-in-text': [409, 'Html stands in a field for plain words. It may be published.'],
  'map-address-not-found': [409, 'No place was found for the address of a map. It may be published.'],
  'addition-nowhere': [409, 'An addition goes where none of its pages has a place for it. It may be published.'],
  'cannot-publish': [409, 'A page would not work for shoppers; `place` names the section.'],
  busy: [503, 'As much of this work as can be done at once is under way; try again in a moment.'],
  'took-too-long': [503, 'The work took longer than a request may take and was stopped; nothing was changed.'],
  'disk-full': [503, 'The database has no room left on its disk; nothing was changed.'],
  'database-away': [503, 'The database, or the service itself, cannot be reached right now.'],
  broken: [500, 'A fault on our side; nothing was changed.'],
} as const satisfies Record<string, readonly [status: number, meaning: string]>;

/** What went wrong, for programs; the page `/docs/problems/CODE` tells each. */
export type ProblemCode = keyof typeof PROBLEMS;

export const isProblemCode = (code: string): code is ProblemCode => Object.hasOwn(PROBLEMS, code);

/** The HTTP status a problem is answered with. */
export const problemStatus = (code: ProblemCode): number => PROBLEMS[code][0];

const DOCUMENT =
  /^((?:template|shared|addition|menu|content|assignments)\/[^/.]+|around\/[^/]+\/[^/.]+|look|paths)(?:\/([^/.]+))?(?:\.(.+))?$/;
/** What people call the places that programs name shortly. */
const PLACES: Readonly<Record<string, string>> = {
  node: 'Section or entry',
  kind: 'Section kind',
  was: 'The value as it was',
};

/**
 * The place of a problem as a person would say it.
 * @example
 * placeInWords('values.title'); // Field title
 * placeInWords('edits[2].pageKind'); // Edit 3, page kind
 */
export function placeInWords(place: string): string {
  const [, edit, inside = ''] = /^edits\[(\d+)\]\.?(.*)$/.exec(place) ?? [];
  if (edit !== undefined)
    return [`Edit ${Number(edit) + 1}`, ...(inside ? [lower(placeInWords(inside))] : [])].join(', ');
  if (place.startsWith('--')) return `Option ${place}`;
  const [, document, section, field] = DOCUMENT.exec(place) ?? [];
  if (document)
    return [`Document ${document}`, section && `section ${section}`, field && lower(placeInWords(`values.${field}`))]
      .filter(Boolean)
      .join(', ');
  const [, part, name] = /^(values|head|frame)\.(.+)$/.exec(place) ?? [];
  if (name) return part === 'frame' ? `Frame, field ${name}` : `Field ${name}`;
  if (Object.hasOwn(PLACES, place)) return sure(PLACES[place]);
  const words = place.replace(/([a-z])([A-Z])/g, (_, end: string, start: string) => `${end} ${start.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
