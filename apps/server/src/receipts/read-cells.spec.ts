import { readDay, readFigure } from './read-cells';

describe('a figure in a price file', () => {
  it('has the decimal mark that is said, and may be grouped by threes', () => {
    const figures: readonly (readonly [string, '.' | ',', string | null])[] = [
      ['4.90', '.', '4.90'],
      ['4,90', ',', '4.90'],
      ['1,234.50', '.', '1234.50'],
      ['1.234,50', ',', '1234.50'],
      ['1 234,50', ',', '1234.50'],
      ['1’234.50', '.', '1234.50'],
      ['€ 12.50', '.', '12.50'],
      ['12.50 EUR/kg', '.', '12.50'],
      ['007', '.', '7'],
      ['4,90', '.', null],
      ['1,23,4', '.', null],
      ['-3.10', '.', null],
      ['1.2.3', '.', null],
      ['abc', '.', null],
      ['', '.', null],
    ];
    for (const [said, mark, read] of figures) {
      expect(readFigure(said, mark)).withContext(`${said} with ${mark}`).toBe(read);
    }
  });
});

describe('a day in a price file', () => {
  it('is ISO 8601, or written in the order that is said', () => {
    expect(readDay('2026-11-05', 'monthDayYear')).toBe('2026-11-05');
    expect(readDay('2026-11-05T00:00:00', 'monthDayYear')).toBe('2026-11-05');
    expect(readDay('5.11.2026', 'dayMonthYear')).toBe('2026-11-05');
    expect(readDay('11/05/26', 'monthDayYear')).toBe('2026-11-05');
    expect(readDay('30.02.2026', 'dayMonthYear')).toBeNull();
    expect(readDay('soon', 'dayMonthYear')).toBeNull();
  });
});
