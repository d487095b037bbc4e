/** Times as clocks in the store show them, and the instants they mean. Instants are kept in UTC. */
import { Temporal } from 'temporal-polyfill';
import { Problem } from '../problem.js';

export interface ZonedInstant {
  /** `2026-11-27T08:00:00.000Z`, the form instants are stored in. */
  readonly instant: string;
  /** Set if the clock shows this time twice that day; the first is meant. */
  readonly twice: boolean;
}

/**
 * The instant a clock time means.
 * @param text `2026-11-27T08:00` in the zone, or an instant with `Z` or an offset
 * @param zone IANA time zone, such as `Europe/Dublin`
 * @param place what the time is called in the message
 * @throws Problem `bad-value`; `skipped-hour` for a time that clocks leave out when daylight saving begins
 */
export function instantOf(text: string, zone: string, place: string): ZonedInstant {
  if (/(Z|[+-]\d\d:\d\d)$/.test(text)) return { instant: readInstant(text, place), twice: false };
  let local: Temporal.PlainDateTime;
  try {
    local = Temporal.PlainDateTime.from(text);
  } catch {
    throw notATime(text, place);
  }
  const earlier = local.toZonedDateTime(zone, { disambiguation: 'earlier' });
  const later = local.toZonedDateTime(zone, { disambiguation: 'later' });
  if (!later.toPlainDateTime().equals(local)) {
    throw new Problem(
      'skipped-hour',
      `Clocks in ${zone} never show ${shownLocal(local)}: daylight saving starts then.`,
      {
        place,
        remedy: `Say ${shownLocal(later.toPlainDateTime())} instead.`,
      },
    );
  }
  return { instant: stored(earlier.toInstant()), twice: !earlier.equals(later) };
}

function readInstant(text: string, place: string): string {
  try {
    return stored(Temporal.Instant.from(text));
  } catch {
    throw notATime(text, place);
  }
}

const stored = (instant: Temporal.Instant): string => instant.toString({ fractionalSecondDigits: 3 });
const shownLocal = (local: Temporal.PlainDateTime): string =>
  local.toString({ smallestUnit: 'minute' }).replace('T', ' ');

const notATime = (text: string, place: string): Problem =>
  new Problem('bad-value', `“${text}” is not a date and time.`, {
    place,
    remedy: 'Write it as 2026-11-27T08:00, in the time zone of the store.',
  });

/** An instant as a clock in the zone shows it, with what must be added to UTC: `2026-11-27 08:00 (+01:00)`. */
export function inZone(instant: string, zone: string): string {
  const zoned = Temporal.Instant.from(instant).toZonedDateTimeISO(zone);
  return `${shownLocal(zoned.toPlainDateTime())} (${zoned.offset})`;
}
