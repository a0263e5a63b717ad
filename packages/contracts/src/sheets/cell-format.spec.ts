import {
  FormatFinder,
  markOf,
  orderOf,
  readDay,
  readFigure,
  type FileDelimiter,
} from './cell-format';

describe('figures in files', () => {
  it('are read with a decimal point or a decimal comma, grouped where groups are right', () => {
    for (const [text, mark, read] of [
      ['12.50', '.', '12.50'],
      ['12,50', ',', '12.50'],
      ['1,000', '.', '1000'],
      ['1,000', ',', '1.000'],
      ['1.250', ',', '1250'],
      ['1,234,567.5', '.', '1234567.5'],
      ['1.234.567,5', ',', '1234567.5'],
      ['1 234,50', ',', '1234.50'],
      ['1’234.50', '.', '1234.50'],
      ['€ 12.50', '.', '12.50'],
      ['12,50 €', ',', '12.50'],
      ['EUR 1.250,00', ',', '1250.00'],
      ['-3,5', ',', '-3.5'],
      ['−3.5', '.', '-3.5'],
      ['-€3.50', '.', '-3.50'],
      ['+4', '.', '4'],
      ['.5', '.', '0.5'],
      ['12 %', '.', '12'],
      ['US$ 12.50', '.', '12.50'],
      ['4,90 €/kg', ',', '4.90'],
      ['12.50 EUR/kg', '.', '12.50'],
      ['007', '.', '7'],
    ] as const) {
      expect(readFigure(text, mark)).withContext(`${text} with ${mark}`).toBe(read);
    }
  });

  it('are no figures where groups are wrong or the mark is another', () => {
    for (const [text, mark] of [
      ['1,00', '.'],
      ['12.50', ','],
      ['1,2,3', '.'],
      ['1.234.5', ','],
      ['12 5', '.'],
      ['1,0000', '.'],
      ['a dozen', '.'],
      ['about 12', '.'],
      ['12 or so', '.'],
      ['1e3', '.'],
      ['', '.'],
      ['.', '.'],
    ] as const) {
      expect(readFigure(text, mark)).withContext(`${text} with ${mark}`).toBeNull();
    }
  });

  it('say their decimal mark where they can have but one', () => {
    const said = ['12', '12.5', '12,5', '1,250', '1.250', '1,250.0', '0,125', '1,2,3'].map(markOf);
    expect(said).toEqual([null, '.', ',', 'either', 'either', '.', ',', null]);
  });
});

describe('days in files', () => {
  it('are read as ISO 8601, with points, and in the order that is said', () => {
    expect(readDay('2026-11-24', 'monthDayYear')).toBe('2026-11-24');
    expect(readDay('24.11.2026', 'monthDayYear')).toBe('2026-11-24');
    expect(readDay('1.2.26', 'dayMonthYear')).toBe('2026-02-01');
    expect(readDay('01/02/2026', 'dayMonthYear')).toBe('2026-02-01');
    expect(readDay('01/02/2026', 'monthDayYear')).toBe('2026-01-02');
    expect(readDay('31/02/2026', 'dayMonthYear')).toBeNull();
    expect(readDay('24/11-2026', 'dayMonthYear')).toBeNull();
  });

  it('say their order where they can have but one', () => {
    const said = ['2026-02-01', '24.11.2026', '24/11/2026', '11/24/2026', '01/02/2026', '5/5/2026'];
    expect(said.map(orderOf)).toEqual([null, null, 'dayMonthYear', 'monthDayYear', 'either', null]);
  });
});

describe('the format of a file', () => {
  const found = (
    figures: readonly string[],
    days: readonly string[] = [],
    delimiter: FileDelimiter | null = null,
  ) => {
    const finder = new FormatFinder(delimiter);
    figures.forEach((one) => {
      finder.figure(one);
    });
    days.forEach((one) => {
      finder.day(one);
    });
    return finder.found();
  };

  it('is what one cell says for sure, for the cells that could be either', () => {
    expect(found(['1,250', '12,5'], ['01/02/2026', '13/02/2026'])).toEqual({
      decimalMark: ',',
      days: 'dayMonthYear',
    });
  });

  it('is left open where no cell says, or two say otherwise', () => {
    expect(found(['1,250', '2,000'], ['01/02/2026'])).toEqual({ decimalMark: null, days: null });
    expect(found(['12.5', '12,5']).decimalMark).toBeNull();
  });

  it('has a decimal point where commas stand between the cells', () => {
    expect(found(['99.950'], [], ',').decimalMark).toBe('.');
    expect(found(['99.950'], [], ';').decimalMark).toBeNull();
    expect(found(['1,250'], [], ',').decimalMark).toBeNull();
  });

  it('is ours where nothing asks for one', () => {
    expect(found(['12', 'by request'], ['2026-02-01'])).toEqual({
      decimalMark: '.',
      days: 'dayMonthYear',
    });
  });
});
