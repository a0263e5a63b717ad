import type { RepricedPrice } from '@honest-ledger/contracts';
import { cellText, stepOf, typedIn } from './typed-cells';
import { repriced } from '../../testing/price-changes';

describe('a figure typed into a cell', () => {
  it('is read by its column, with either decimal mark, a sign or a percent sign', () => {
    expect(typedIn('after', '12,50')).toEqual({ kind: 'price', price: '12.50' });
    expect(typedIn('move', '+4 %')).toEqual({ kind: 'percent', percent: '4' });
    expect(typedIn('move', '-4%')).toEqual({ kind: 'percent', percent: '-4' });
    expect(typedIn('change', '-0.05')).toEqual({ kind: 'amount', amount: '-0.05' });
    expect(typedIn('markup', '56.25')).toEqual({ kind: 'markup', percent: '56.25' });
    expect(typedIn('margin', '36')).toEqual({ kind: 'margin', percent: '36' });
  });

  it('takes back what was typed where it is emptied, and is nothing where it is no number', () => {
    expect(typedIn('margin', '  ')).toBeNull();
    expect(typedIn('margin', 'a third')).toBeUndefined();
    expect(typedIn('after', '1.234,50')).toBeUndefined();
  });

  it('stands there again as it was typed, whatever came of it', () => {
    const row = repriced({ typed: { kind: 'margin', percent: '36' }, margin: '35.98' });
    expect(cellText(row, 'margin')).toBe('36');
    expect(cellText(row, 'markup')).toBe(row.markup ?? '');
  });
});

describe('a step', () => {
  it('holds what was and what is to be of the rows that change, and leads back', () => {
    const rows: RepricedPrice[] = [
      repriced({ row: 1, typed: { kind: 'price', price: '9.00' } }),
      repriced({ row: 2 }),
      repriced({ row: 3, leftOut: true, fixed: true }),
    ];
    const step = stepOf(rows, () => ({ typed: { kind: 'price', price: '9.00' } }));
    expect(step).toEqual({
      before: [{ row: 2, typed: null, leftOut: false }],
      after: [{ row: 2, typed: { kind: 'price', price: '9.00' }, leftOut: false }],
    });
  });

  it('is none where nothing would be otherwise', () => {
    expect(stepOf([repriced({})], () => ({ leftOut: false }))).toBeNull();
    expect(stepOf([], () => ({ leftOut: true }))).toBeNull();
  });
});
