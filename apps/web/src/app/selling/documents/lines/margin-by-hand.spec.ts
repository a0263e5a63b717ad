import type { PricedLineForm } from '@honest-ledger/contracts';
import { discountToMargin, marginToType, priceToMargin } from './margin-by-hand';
import { openView } from '../../../testing/documents';

/** The line of the quote, with what it costs. */
function costing(each: string | null, changes: Partial<PricedLineForm> = {}): PricedLineForm {
  const [line] = Object.values(openView().priced);
  if (line?.kind !== 'priced') throw new Error('it has a price');
  const cost = each && {
    kind: 'last',
    each,
    amount: String(Number(each) * Number(line.quantity)),
    margin: '41.17647058...',
    markup: null,
  };
  return { ...line, cost: cost === '' ? null : cost, ...changes } as PricedLineForm;
}

describe('a margin by hand', () => {
  it('is the price of a line that leaves it', () => {
    // 10.00 / 0.7 is 14.2857...
    expect(priceToMargin(costing('10.00'), '30', 'halfAwayFromZero')).toEqual({ price: '14.29' });
    expect(priceToMargin(costing(null), '30', 'halfAwayFromZero')).toEqual({
      sentence: 'Nobody knows what it costs',
    });
    expect(priceToMargin(costing('10.00'), '100', 'halfAwayFromZero')).toEqual({
      sentence: 'A margin is below 100 %',
    });
  });

  it('is what is taken off the open lines together, and never put on', () => {
    const open = openView();
    const [id = ''] = Object.keys(open.priced);
    const off = (margin: string, each: string | null, changes: Partial<PricedLineForm> = {}) =>
      discountToMargin({ ...open, priced: { [id]: costing(each, changes) } }, margin);
    // 2 at 16.20 are 32.40, of 20.00; at a margin of 30 % they are 28.58
    expect(off('30', '10.00')).toEqual({
      discount: { off: { kind: 'amount', amount: '-3.82' }, reason: '' },
    });
    expect(off('50', '10.00')).toEqual({ sentence: 'It leaves no more than that as it is' });
    expect(off('30', null)).toEqual({ sentence: 'Nobody knows what some of it costs' });
    expect(off('30', '10.00', { closedBy: 'agreement' })).toEqual({
      sentence: 'No line is open to a discount',
    });
  });

  it('is shown to be typed over', () => {
    expect(marginToType(costing('10.00'))).toBe('41.2');
    expect(marginToType(costing(null))).toBe('');
  });
});
