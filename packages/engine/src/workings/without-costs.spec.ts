import fc from 'fast-check';
import { price } from '../pricing/price-document';
import { documents, setups } from '../testing/arbitraries';
import { printed } from './printed';
import { withoutCosts } from './without-costs';

describe('a price for readers who may not see costs', () => {
  it('is the same price, and nothing in it speaks of a cost', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        for (const line of printed(price(setup, document)).lines) {
          const shown = withoutCosts(line);
          const text = JSON.stringify(shown);
          for (const word of [
            '"cost"',
            '"costTable"',
            '"tableFees"',
            '"pieceCharge"',
            '"byCost"',
          ]) {
            expect(text.replaceAll('"cost":null', '')).not.toContain(word);
          }
          if (line.kind !== 'priced' || shown.kind !== 'priced') continue;
          expect(shown.amount).toBe(line.amount);
          expect(shown.slices.map(({ unitPrice }) => unitPrice)).toEqual(
            line.slices.map(({ unitPrice }) => unitPrice),
          );
          expect(shown.slices.map(({ steps }) => steps.at(-1)?.after)).toEqual(
            line.slices.map(({ steps }) => steps.at(-1)?.after),
          );
        }
      }),
    );
  });
});
