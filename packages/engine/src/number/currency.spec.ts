import iso4217 from 'currency-codes';
import { CURRENCY_CODES, isCurrencyCode, minorDigits } from './currency';

// Source: ISO 4217 list one, as the currency-codes package carries it.
const WITHOUT_MINOR_UNIT = 'XAG XAU XBA XBB XBC XBD XDR XPD XPT XSU XTS XUA XXX'.split(' ');

describe('the currencies', () => {
  it('are the codes of ISO 4217 that have a minor unit, with its digits', () => {
    const gone = [...WITHOUT_MINOR_UNIT, 'ANG'];
    const expected = iso4217.codes().filter((code) => !gone.includes(code));
    // the Caribbean guilder, since the list that the package carries
    expect(CURRENCY_CODES).toEqual([...expected, 'XCG'].sort());
    expect(minorDigits('XCG')).toBe(2);
    for (const code of expected) {
      expect(minorDigits(code))
        .withContext(code)
        .toBe(iso4217.code(code)?.digits ?? -1);
    }
  });

  it('say no to a code that is none', () => {
    expect(isCurrencyCode('EUR')).toBeTrue();
    expect(isCurrencyCode('XXX')).toBeFalse();
    expect(isCurrencyCode('eur')).toBeFalse();
    expect(() => minorDigits('QQQ')).toThrowError(RangeError);
  });
});
