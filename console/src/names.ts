/** Countries, currencies, languages and time zones by their names, for choosing. */
import { CURRENCIES as SOLD_IN } from '@parlour/core/money';

export interface Named {
  /** The code that is stored. */
  readonly value: string;
  readonly title: string;
}

const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
/** No countries: groups of them, and private use. */
const NO_COUNTRY = /^(EU|EZ|UN|QO|ZZ|X[A-Z])$/;
const byTitle = (a: Named, b: Named): number => a.title.localeCompare(b.title);

const regions = new Intl.DisplayNames('en', { type: 'region', fallback: 'none' });
export const countryName = (code: string): string => regions.of(code) ?? code;

/** By ISO 3166-1. */
export const COUNTRIES: readonly Named[] = LETTERS.flatMap((a) => LETTERS.map((b) => a + b))
  .flatMap((value) => {
    const title = NO_COUNTRY.test(value) ? undefined : regions.of(value);
    return title ? [{ value, title }] : [];
  })
  .sort(byTitle);

const currencies = new Intl.DisplayNames('en', { type: 'currency' });
export const CURRENCIES: readonly Named[] = SOLD_IN.map((value) => ({
  value,
  title: `${currencies.of(value) ?? value} (${value})`,
})).sort(byTitle);

const languages = new Intl.DisplayNames('en', { type: 'language', languageDisplay: 'standard' });
// Those that people ask for; the command line and the API take any tag.
const OFTEN = [
  'af-ZA ar-AE ar-EG ar-MA ar-SA az-AZ bg-BG bn-BD bs-BA ca-ES cs-CZ cy-GB da-DK de-AT de-CH de-DE de-LI de-LU el-GR',
  'en-AU en-CA en-GB en-IE en-IN en-NZ en-SG en-US en-ZA es-AR es-CL es-CO es-ES es-MX et-EE eu-ES fa-IR fi-FI fil-PH',
  'fr-BE fr-CA fr-CH fr-FR fr-LU ga-IE gl-ES he-IL hi-IN hr-HR hu-HU hy-AM id-ID is-IS it-CH it-IT ja-JP ka-GE kk-KZ',
  'ko-KR lb-LU lt-LT lv-LV mk-MK ms-MY mt-MT nb-NO nl-BE nl-NL nn-NO pl-PL pt-BR pt-PT ro-RO sk-SK sl-SI sq-AL sr-RS',
  'sv-SE sw-KE ta-IN te-IN th-TH tr-TR uk-UA ur-PK vi-VN zh-CN zh-HK zh-TW',
].join(' ');
/** By BCP 47, with those of the browser. */
export const LANGUAGES: readonly Named[] = [...new Set([...navigator.languages, ...OFTEN.split(' ')])]
  .map((value) => ({ value, title: `${languages.of(value) ?? value} (${value})` }))
  .sort(byTitle);

/** Of the IANA time zone database, the browser's own among them. */
export const OWN_TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
export const TIME_ZONES: readonly Named[] = [
  ...new Set([OWN_TIME_ZONE, 'UTC', ...Intl.supportedValuesOf('timeZone')]),
].map((value) => ({ value, title: value.replaceAll('_', ' ') }));

/** Whether a thing is found by what is typed: its name holds it, or it is the code, which then finds nothing else. */
export function isFound(title: string, typed: string, all: readonly Named[]): boolean {
  const code = all.find(({ value }) => value.toLowerCase() === typed.trim().toLowerCase());
  return code ? code.title === title : title.toLowerCase().includes(typed.trim().toLowerCase());
}
