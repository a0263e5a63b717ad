import { offerWords, verdictWords } from './offer-words';

const OFFER = {
  amount: '4.40',
  currency: 'EUR',
  unit: null,
  minQuantity: '60',
  window: { from: '2026-11-01', until: null },
} as const;

describe('a supplier’s cost in words', () => {
  it('says what it is per, from which quantity, and on which days', () => {
    expect(offerWords(OFFER, 'bag')).toMatch(/^4\.40 EUR per bag, from 60 bag, from .*2026$/);
    const always = {
      ...OFFER,
      minQuantity: '0.000',
      unit: 'pallet',
      window: { from: null, until: null },
    };
    expect(offerWords(always, 'bag')).toBe('4.40 EUR per pallet');
  });

  it('says why it counts or does not', () => {
    expect(verdictWords({ ...OFFER, verdict: 'moreNeeded' }, 'bag')).toMatch(/: needs more$/);
    expect(verdictWords({ ...OFFER, verdict: 'counts' }, 'bag')).toMatch(/: counts$/);
  });
});
