import {
  marksOf,
  numberProblem,
  readNumber,
  readTyped,
  typedNumber,
  unbroken,
  writeChange,
  writeNumber,
} from './numbers';

describe('numbers on the screen', () => {
  it('are written exactly, with the digits they have', () => {
    expect(writeNumber('16.20').replace(',', '.')).toBe('16.20');
    // 2^53 + 1 with decimals: what a binary float would lose
    expect(writeNumber('9007199254740993.07').replace(/\D/g, '')).toBe('900719925474099307');
  });

  it('are cut off where they do not end', () => {
    expect(writeNumber('0.8223529411...').replace(',', '.')).toBe('0.8223…');
  });

  it('have a true minus, and a change has its sign always', () => {
    expect(writeNumber('-2.208')).toMatch(/^−2/);
    expect(writeChange('0.008')).toMatch(/^\+0/);
    expect(writeChange('-0.5')).toMatch(/^−0/);
    expect(writeChange('0.00')).toMatch(/^0/);
  });

  const ENGLISH = marksOf('en-GB');
  const GERMAN = marksOf('de-DE');
  const FRENCH = marksOf('fr-FR');
  const SWISS = marksOf('de-CH');

  it('are read as the locale of whoever types writes them', () => {
    for (const [typed, marks, read] of [
      ['1,000', ENGLISH, '1000'],
      ['1,250', ENGLISH, '1250'],
      ['1,091.95', ENGLISH, '1091.95'],
      ['1,234,567', ENGLISH, '1234567'],
      ['1.250', ENGLISH, '1.250'],
      ['1.000', GERMAN, '1000'],
      ['1.250', GERMAN, '1250'],
      ['1.091,95', GERMAN, '1091.95'],
      ['1,250', GERMAN, '1.250'],
      ['1 091,95', FRENCH, '1091.95'],
      ['1\u202f091,95', FRENCH, '1091.95'],
      ['1,250', FRENCH, '1.250'],
      ['1’091.95', SWISS, '1091.95'],
    ] as const) {
      expect(readNumber(typed, marks)).withContext(typed).toBe(read);
    }
  });

  it('may have the other decimal mark where that can be no group', () => {
    for (const [typed, marks, read] of [
      ['12,5', ENGLISH, '12.5'],
      ['0,125', ENGLISH, '0.125'],
      [',50', ENGLISH, '0.50'],
      ['1,25', ENGLISH, '1.25'],
      ['12.5', GERMAN, '12.5'],
      ['12.50', FRENCH, '12.50'],
    ] as const) {
      expect(readNumber(typed, marks)).withContext(typed).toBe(read);
    }
  });

  it('are asked about where they could be two numbers', () => {
    expect(readTyped('1.250', FRENCH)).toEqual({ kind: 'either', readings: ['1250', '1.250'] });
    expect(numberProblem('1.250', FRENCH)).toBe('“1.250” can be 1250 or 1.250. Enter one of them.');
    expect(readTyped('1,250', SWISS)).toEqual({ kind: 'either', readings: ['1250', '1.250'] });
  });

  it('are read with signs and blanks around them', () => {
    for (const [typed, read] of [
      [' 12 ', '12'],
      ['-3', '-3'],
      ['−3', '-3'],
      ['+3', '3'],
      ['.5', '0.5'],
      ['12.', '12'],
      ['007', '7'],
      ['€ 12.50', '12.50'],
    ] as const) {
      expect(readNumber(typed, ENGLISH)).withContext(typed).toBe(read);
    }
  });

  it('are not read where groups are wrong, or not at all', () => {
    const none = ['', '1.234,5', '1,2,3', '1,00,000', '12 5', 'a dozen', '1e3', '--1', 'NaN'];
    for (const typed of [...none, '1.234.567']) {
      expect(readTyped(typed, ENGLISH)).withContext(typed).toEqual({ kind: 'none' });
    }
    expect(numberProblem('about 12', ENGLISH)).toBe(
      '“about 12” is not a number. Enter 12.50, for example.',
    );
  });

  it('come back from how they are typed', () => {
    expect(readNumber(typedNumber('1234.50'))).toBe('1234.50');
  });

  it('stay with their percent sign', () => {
    expect(unbroken('12 % off')).toBe('12\u00a0% off');
  });
});
