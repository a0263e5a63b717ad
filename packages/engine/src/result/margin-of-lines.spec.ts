import { priceDocument } from '../pricing/price-document';
import { compileSetup } from '../compile/compile-setup';
import { costOf, documentOf, factsOf, itemOf, lineOf, setupOf } from '../testing/saltmarsh';
import { marginOfLines } from './margin-of-lines';
import { serialized } from '../number/serialized';

describe('the margin of several lines', () => {
  const lines = (cost: string | null, ...quantities: string[]) => {
    const costs = cost === null ? [] : [costOf(cost)];
    const facts = factsOf({ items: [itemOf({ costs })] });
    const document = documentOf('1', {
      facts,
      lines: quantities.map((quantity, index) => lineOf(quantity, { id: String(index) })),
    });
    return serialized(priceDocument(compileSetup(setupOf({ levels: [] })), document)).lines;
  };

  it('is that of their amounts over their costs, not the mean of their margins', () => {
    // 3 x 18.40 and 1 x 18.40 over 4 x 9.20; then 18.40 over 9.20 and 18.40 over 13.80
    expect(marginOfLines(lines('9.20', '3', '1'))).toEqual({ margin: '50', withoutCost: 0 });
    const two = [...lines('9.20', '3'), ...lines('13.80', '1')];
    expect(marginOfLines(two)).toEqual({ margin: '43.75', withoutCost: 0 });
  });

  it('leaves out lines whose cost nobody knows, and counts them', () => {
    expect(marginOfLines([...lines('9.20', '1'), ...lines(null, '5')])).toEqual({
      margin: '50',
      withoutCost: 1,
    });
    expect(marginOfLines(lines(null, '1'))).toBeNull();
    expect(marginOfLines([])).toBeNull();
  });
});
