import type { CostFileMapping } from '@honest-ledger/contracts';
import { readCells } from './read-cells';

const MAPPING: CostFileMapping = {
  columns: {
    number: 0,
    item: null,
    gtin: null,
    cost: 1,
    currency: null,
    unit: null,
    minQuantity: null,
    from: 2,
    until: null,
  },
  decimalMark: ',',
  days: 'dayMonthYear',
  currency: 'EUR',
  from: '2026-11-24',
  countsAs: null,
};

describe('a row of a price file', () => {
  const problem = (...cells: string[]): string | null => readCells(cells, MAPPING).problem;

  it('is read with the decimal mark and the order of days that are said', () => {
    const read = readCells(['A-1', '€ 1.234,50', '24.12.2026'], MAPPING);
    expect([read.cost, read.from, read.problem]).toEqual(['1234.50', '2026-12-24', null]);
  });

  it('says what cannot be read', () => {
    expect(problem('A-1', '4.90', '')).toBe('“4.90” is not a cost');
    expect(problem('A-1', '-3,10', '')).toBe('“-3,10” is not a cost');
    expect(problem('A-1', '3,10', '30.02.2027')).toBe('“30.02.2027” is not a day');
    expect(problem('A-1', '', '')).toBe('it has no cost');
  });
});
