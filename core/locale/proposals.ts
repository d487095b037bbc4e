/** What a store in a country most likely wants: proposals, each of which can be changed. */
import currencies from 'country-to-currency';

/** Proposals for a new store. What cannot be told from the country is null. */
export interface Proposals {
  /** ISO 4217 code. */
  readonly currency: string | null;
  /** BCP 47 tag: the language most people there read, as it is written there. */
  readonly locale: string | null;
  /** Of the IANA time zone database. */
  readonly timeZone: string | null;
}

/** The part of the newer Intl.Locale that knows time zones: a property at first, a method since (ECMA-402, Locale Info). */
interface LocaleZones {
  readonly timeZones?: readonly string[];
  getTimeZones?(): readonly string[];
}

/**
 * @param country ISO 3166-1 code
 * @param here the time zone where this is asked, which counts where the country has several and it is one of them
 */
export function proposalsFor(country: string, here: string): Proposals {
  const locale = localeOf(country);
  // Newer than what TypeScript knows of it.
  const about = (locale ?? {}) as LocaleZones;
  const zones = about.getTimeZones?.() ?? about.timeZones ?? [];
  return {
    currency: Object.entries(currencies).find(([code]) => code === country)?.[1] ?? null,
    locale: locale && `${locale.language}-${country}`,
    timeZone: zones.includes(here) ? here : zones.length === 1 ? (zones[0] ?? null) : null,
  };
}

/** Null for what is no code of a country. */
function localeOf(country: string): Intl.Locale | null {
  if (!/^[A-Z]{2}$/.test(country)) return null;
  const found = new Intl.Locale(`und-${country}`).maximize();
  return found.language === 'und' ? null : found;
}
