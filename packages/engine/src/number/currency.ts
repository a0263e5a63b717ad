/** An alphabetic currency code of ISO 4217, such as EUR. */
export type CurrencyCode = string;

/**
 * The active currencies of ISO 4217 by their minor digits. Codes without minor digits (metals,
 * bond units, tests) are no currency a price can be in. `Intl` disagrees with ISO for some codes,
 * so this table is the one we follow; it is checked against the `currency-codes` package, which is of
 * before XCG took the place of ANG (ISO 4217 amendment 176, from memory).
 */
const CODES_BY_MINOR_DIGITS: readonly (readonly [number, string])[] = [
  [0, 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF'],
  [
    2,
    'AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP ' +
      'BYN BZD CAD CDF CHE CHF CHW CNY COP COU CRC CUC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR ' +
      'FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD KES KGS KHR KPW ' +
      'KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MXV MYR MZN ' +
      'NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD ' +
      'SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS ' +
      'VED VES WST XCD XCG YER ZAR ZMW ZWG',
  ],
  [3, 'BHD IQD JOD KWD LYD OMR TND'],
  [4, 'CLF UYW'],
];

const MINOR_DIGITS: ReadonlyMap<CurrencyCode, number> = new Map(
  CODES_BY_MINOR_DIGITS.flatMap(([digits, codes]) =>
    codes.split(' ').map((code) => [code, digits] as const),
  ),
);

/** All currency codes a price can be in, in alphabetical order. */
export const CURRENCY_CODES: readonly CurrencyCode[] = [...MINOR_DIGITS.keys()].sort();

export function isCurrencyCode(text: string): text is CurrencyCode {
  return MINOR_DIGITS.has(text);
}

/** The digits after the point that ISO 4217 gives the currency. @throws {RangeError} if unknown */
export function minorDigits(currency: CurrencyCode): number {
  const digits = MINOR_DIGITS.get(currency);
  if (digits === undefined) throw new RangeError(`${currency} is not a currency of ISO 4217`);
  return digits;
}
