import { readNumber, typedNumber, unbroken, writeChange, writeNumber } from './numbers';

describe('numbers on the screen', () => {
  it('are written exactly, with the digits they have', () => {
    expect(writeNumber('16.20').replace(',', '.')).toBe('16.20');
    // 2^53 + 1 with decimals: what a binary float would lose
    expect(writeNumber('9007199254740993.07').replace(/\D/g, '')).toBe('900719925474099307');
  });

  it('have a true minus, and a change has its sign always', () => {
    expect(writeNumber('-2.208')).toMatch(/^−2/);
    expect(writeChange('0.008')).toMatch(/^\+0/);
    expect(writeChange('-0.5')).toMatch(/^−0/);
    expect(writeChange('0.00')).toMatch(/^0/);
  });

  it('are read with either decimal mark', () => {
    for (const [typed, read] of [
      ['12.5', '12.5'],
      ['12,5', '12.5'],
      [' 12 ', '12'],
      ['-3', '-3'],
      ['−3', '-3'],
      ['+3', '3'],
      ['.5', '0.5'],
      [',50', '0.50'],
      ['12.', '12'],
      ['007', '7'],
    ] as const) {
      expect(readNumber(typed)).withContext(typed).toBe(read);
    }
  });

  it('are not read where they could be read two ways or not at all', () => {
    for (const typed of [
      '',
      '1,234.5',
      '1.234,5',
      '1,2,3',
      '12 5',
      'a dozen',
      '1e3',
      '--1',
      'NaN',
    ]) {
      expect(readNumber(typed)).withContext(typed).toBeNull();
    }
  });

  it('come back from how they are typed', () => {
    expect(readNumber(typedNumber('1234.50'))).toBe('1234.50');
  });

  it('stay with their percent sign', () => {
    expect(unbroken('12 % off')).toBe('12\u00a0% off');
  });
});
