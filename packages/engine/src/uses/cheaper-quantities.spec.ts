import { compileSetup } from '../compile/compile-setup';
import { decimal, print } from '../number/decimal';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  setupOf,
} from '../testing/saltmarsh';
import { serialized } from '../number/serialized';
import { cheaperQuantities } from './cheaper-quantities';
import { priceDocument } from '../pricing/price-document';

describe('a larger quantity that costs less', () => {
  const facts = factsOf({ customer: null });
  const found = (
    setup: Parameters<typeof setupOf>[0],
    quantity: string,
    changes: Parameters<typeof documentOf>[1] = {},
  ): string[] => {
    const compiled = compileSetup(setupOf(setup));
    const document = documentOf(quantity, { facts, ...changes });
    const lines = serialized(priceDocument(compiled, document).lines);
    return cheaperQuantities(compiled, document, lines).map(
      ({ quantity: of, more, saves }) => `${print(more)} more, ${print(of)}: ${print(saves)}`,
    );
  };
  const basePrices = [basePrice('31.00')];

  it('is told with what it saves, to the next tier and to the first', () => {
    // 24 at 29.45 are 706.80, 25 at 27.28 are 682.00
    const breaks = [breakOf({ '10': '-5', '25': '-12' })];
    expect(found({ basePrices, breaks }, '24')).toEqual(['1 more, 25: 24.80']);
    // 9 at 31.00 are 279.00, 10 at 29.45 are 294.50
    expect(found({ basePrices, breaks }, '9')).toEqual([]);
    const steep = [breakOf({ '10': '-15' })];
    expect(found({ basePrices, breaks: steep }, '9')).toEqual(['1 more, 10: 15.50']);
  });

  it('is in the unit of the line', () => {
    const items = [itemOf({ units: [{ unit: 'box', factor: decimal('4'), digits: 0 }] })];
    const of = factsOf({ customer: null, items });
    const lines = [lineOf('2', { unit: 'box' })];
    // 8 at 31.00 are 248.00; 12 at 18.60 are 223.20
    const breaks = [breakOf({ '10': '-40' })];
    expect(found({ basePrices, breaks }, '1', { facts: of, lines })).toEqual(['1 more, 3: 24.80']);
  });

  it('is none where the item has lost the unit that its break is measured in', () => {
    const box = itemOf({ units: [{ unit: 'box', factor: decimal('4'), digits: 0 }] });
    const measure = { kind: 'quantity', unit: 'box' } as const;
    const compiled = compileSetup(
      setupOf({ basePrices, breaks: [breakOf({ '2': '-5', '3': '-40' }, { measure })] }),
    );
    const of = (item: typeof box) =>
      documentOf('11', { facts: factsOf({ customer: null, items: [item] }) });
    const lines = serialized(priceDocument(compiled, of(box)).lines);
    expect(cheaperQuantities(compiled, of(box), lines).length).toBe(1);
    expect(cheaperQuantities(compiled, of(itemOf({ units: [] })), lines)).toEqual([]);
  });

  it('is none where units are priced tier by tier, or the next tier is by request', () => {
    const own = breakOf({ '10': '-5', '25': '-12' }, { mode: 'incremental' });
    expect(found({ basePrices, breaks: [own] }, '24')).toEqual([]);
    const asked = breakOf({ '25': { kind: 'byRequest' } });
    expect(found({ basePrices, breaks: [asked] }, '24')).toEqual([]);
  });
});
