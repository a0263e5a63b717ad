import type { OpenQuote } from './quotes.feature';
import { beforeSwitch, switchMoves } from './quote-lines';

/** As much of an open quote as these look at. */
function quote(currency: string, each: Readonly<Record<string, string>>): OpenQuote {
  const lines = Object.keys(each).map((id) => ({ id, item: `item ${id}` }));
  const priced = Object.fromEntries(
    Object.entries(each).map(([id, unitPrice]) => [
      id,
      { kind: 'priced', slices: [{ unitPrice }] },
    ]),
  );
  return { editing: { content: { currency, lines } }, priced } as unknown as OpenQuote;
}

describe('what a switch does to the prices of a quote', () => {
  it('names each line that has another price, and only these', () => {
    const before = beforeSwitch(quote('EUR', { a: '18.40', b: '2.00' }), 'From Clubs to Trade');
    expect(switchMoves(quote('EUR', { a: '16.55', b: '2.00' }), before)).toEqual([
      { item: 'item a', now: '18.40 EUR', then: '16.55 EUR' },
    ]);
  });

  it('names every line in both currencies where the currency is another', () => {
    const before = beforeSwitch(quote('EUR', { a: '18.40' }), 'From EUR to USD');
    expect(switchMoves(quote('USD', { a: '19.87' }), before)).toEqual([
      { item: 'item a', now: '18.40 EUR', then: '19.87 USD' },
    ]);
  });
});
