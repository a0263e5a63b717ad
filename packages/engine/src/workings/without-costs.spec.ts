import fc from 'fast-check';
import { price } from '../pricing/price-document';
import { documents, setups } from '../testing/arbitraries';
import { decimal } from '../number/decimal';
import type { Floor } from '../setup/floor';
import { basePrice, documentOf, factsOf, itemOf, lineOf, setupOf } from '../testing/saltmarsh';
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

  it('says what is below an amount or a part of the base price, and nothing of a margin', () => {
    const cost = { kind: 'standard', amount: decimal('18'), currency: 'EUR', unit: null } as const;
    const facts = factsOf({ customer: null, items: [itemOf({ costs: [cost] })] });
    const at = (least: Floor['least'], then: Floor['then']): unknown => {
      const floors = [{ id: 'a', reach: { kind: 'all' }, least, then } as const];
      const setup = setupOf({ basePrices: [basePrice('20.00')], floors });
      const [line] = printed(price(setup, documentOf('1', { facts, lines: [lineOf('1')] }))).lines;
      const shown = line && withoutCosts(line);
      return shown?.kind === 'priced' && [shown.floor?.least?.kind, shown.floor?.short?.amount];
    };
    const amount = { kind: 'amount', amount: decimal('25'), currency: 'EUR' } as const;
    expect(at(amount, 'warn')).toEqual(['amount', '5.00']);
    const part = { kind: 'ofBasePrice', percent: decimal('110') } as const;
    expect(at(part, 'hold')).toEqual(['ofBasePrice', '2.00']);
    const margin = { kind: 'margin', percent: decimal('20') } as const;
    expect(at(margin, 'hold')).toEqual([undefined, undefined]);
    // lifted, its price says it already, and nothing else does
    const setup = setupOf({
      basePrices: [basePrice('20.00')],
      floors: [{ id: 'a', reach: { kind: 'all' }, least: margin, then: 'lift' }],
    });
    const [line] = printed(price(setup, documentOf('1', { facts, lines: [lineOf('1')] }))).lines;
    const lifted = line && withoutCosts(line);
    expect(lifted?.kind === 'priced' && lifted.floor).toEqual(
      jasmine.objectContaining({ lifted: '2.50', least: null, short: null, untested: null }),
    );
  });
});
