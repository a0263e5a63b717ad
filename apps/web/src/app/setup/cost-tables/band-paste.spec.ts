import { readPastedBands } from './band-paste';

const TIMES = { kind: 'multiplier', factor: '1' } as const;

describe('bands pasted from a spreadsheet', () => {
  const read = (text: string): unknown => {
    const { bands, problem } = readPastedBands(text, TIMES);
    if (bands === null) return problem;
    return bands.map(({ from, adjustment }) => [from, 'factor' in adjustment && adjustment.factor]);
  };

  it('are a cost and a figure a row, in either decimal mark, below a row of names', () => {
    expect(read('Cost\tTimes\n0\t5\n3,20\t4.5\n6.40\t4\n')).toEqual([
      ['0', '5'],
      ['3.20', '4.5'],
      ['6.40', '4'],
    ]);
  });

  it('are of the kind that was there; a percent sign is passed over', () => {
    const { bands } = readPastedBands('0\t25 %', { kind: 'margin', percent: '1' });
    expect(bands).toEqual([{ from: '0', adjustment: { kind: 'margin', percent: '25' } }]);
    const request = readPastedBands('0\t25', { kind: 'byRequest' });
    expect(request.bands).toEqual([{ from: '0', adjustment: { kind: 'markup', percent: '25' } }]);
  });

  it('may say from and to, where each row meets the next, closed or not, the last left open', () => {
    const whole = [
      ['0', '5'],
      ['3.20', '4'],
      ['6.40', '3'],
    ];
    expect(read('0\t3.19\t5\n3.20\t6.39\t4\n6.40\t\t3')).toEqual(whole);
    expect(read('0\t3.19\t5\n3.20\t6.39\t4\n6.40\t99\t3')).toEqual(whole);
    expect(read('0\t3.20\t5\n3.20\t6.40\t4\n6.40\t99\t3')).toEqual(whole);
  });

  it('name the row of a gap, an overlap, a reversed row, a fall, and of what is no number', () => {
    expect(read('0\t3\t5\n4\t6\t4')).toBe('There is a gap between rows 1 and 2: from 3 to 4.');
    expect(read('0\t3.00\t5\n3.50\t6\t4')).toBe(
      'There is a gap between rows 1 and 2: from 3.00 to 3.50.',
    );
    expect(read('0\t5\t5\n4\t6\t4')).toBe(
      'Rows 1 and 2 overlap: one goes to 5, the other starts at 4.',
    );
    expect(read('5\t3\t5')).toBe('Row 1 is reversed: it goes from 5 to 3.');
    expect(read('5\t2\n5\t3')).toBe('Row 2 starts at 5, not above row 1 at 5.');
    expect(read('0\t2\nabc\t3')).toBe('Row 2 is not a cost and a figure: “abc  3”.');
    expect(read('a\tb')).toBe('There is no row with a cost and a figure in what was pasted.');
  });
});
