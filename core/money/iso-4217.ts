/**
 * The minor units of every currency, as ISO 4217 has them. Never from `Intl`: its digits are those that people write
 * (CLDR), which differ for a dozen currencies, and they move with the version of Node or of the browser.
 *
 * Source: ISO 4217, list one, published 2024-06-25 by the maintenance agency (SIX); and amendment 176, by which the
 * Caribbean guilder (XCG) is in use since 2025-03-31. Metals, units of account and codes for tests have no minor units
 * (“N.A.”), and nothing can be priced in them: they are left out.
 */

/** Currencies by how many decimals they have. */
const BY_DECIMALS: readonly (readonly [decimals: number, codes: string])[] = [
  [0, 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX VND VUV XAF XOF XPF'],
  [
    2,
    `AED AFN ALL AMD ANG AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CNY COP CRC
     CUC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD
     KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MYR MZN NAD NGN NIO NOK
     NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS
     TMT TOP TRY TTD TWD TZS UAH USD UYU UZS VED VES WST XCD XCG YER ZAR ZMW ZWG`,
  ],
  [3, 'BHD IQD JOD KWD LYD OMR TND'],
  [4, 'UYW'],
];

/** Funds: counted like currencies, but nobody pays with them. */
const FUNDS: readonly (readonly [decimals: number, codes: string])[] = [
  [0, 'UYI'],
  [2, 'BOV CHE CHW COU MXV USN'],
  [4, 'CLF'],
];

const entries = (table: typeof BY_DECIMALS): [string, number][] =>
  table.flatMap(([decimals, codes]) => codes.split(/\s+/).map((code): [string, number] => [code, decimals]));

/** How many decimals each currency has, funds among them. */
export const MINOR_UNITS: ReadonlyMap<string, number> = new Map([...entries(BY_DECIMALS), ...entries(FUNDS)]);

/** The currencies that a store can sell in, in the order of the alphabet. */
export const CURRENCIES: readonly string[] = entries(BY_DECIMALS)
  .map(([code]) => code)
  .sort();
