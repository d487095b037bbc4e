/** Countries, currencies, languages and time zones by their names, for choosing. */

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
/** By ISO 4217; those of the past have years in their names. */
export const CURRENCIES: readonly Named[] = Intl.supportedValuesOf('currency')
  .map((value) => ({ value, title: `${currencies.of(value) ?? value} (${value})` }))
  .filter(({ title }) => !/\d{4}/.test(title))
  .sort(byTitle);

const languages = new Intl.DisplayNames('en', { type: 'language', languageDisplay: 'standard' });
// As many as people ask for first; any other can be written as its tag.
const OFTEN =
  'ar-EG bg-BG cs-CZ da-DK de-AT de-CH de-DE el-GR en-AU en-CA en-GB en-IE en-NZ en-US es-ES es-MX et-EE fi-FI fr-BE fr-CA fr-CH fr-FR ga-IE he-IL hr-HR hu-HU it-IT ja-JP ko-KR lt-LT lv-LV nb-NO nl-BE nl-NL pl-PL pt-BR pt-PT ro-RO sk-SK sl-SI sv-SE tr-TR uk-UA';
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
