import fc from 'fast-check';
import { REPEAT_UNITS } from '@honest-ledger/contracts';
import { beginningOf, occasionsFrom } from './occasions';

describe('the days on which something repeats', () => {
  const monthly = { every: 1, unit: 'month', startsOn: '2026-12-31', until: null } as const;

  it('are counted from the first, so that a short month moves no other', () => {
    expect(occasionsFrom(monthly, '2026-12-01', 5)).toEqual([
      '2026-12-31',
      '2027-01-31',
      '2027-02-28',
      '2027-03-31',
      '2027-04-30',
    ]);
    // ISO 8601 has the rule of the leap year: 2028 is one
    const yearly = { every: 1, unit: 'year', startsOn: '2024-02-29', until: null } as const;
    expect(occasionsFrom(yearly, '2026-11-27', 2)).toEqual(['2027-02-28', '2028-02-29']);
  });

  it('come every so many weeks, none before the day asked from, none after the last', () => {
    const fortnightly = { every: 2, unit: 'week', startsOn: '2026-11-02' } as const;
    const ends = { ...fortnightly, until: '2026-12-14' };
    expect(occasionsFrom(ends, '2026-11-17', 9)).toEqual(['2026-11-30', '2026-12-14']);
    expect(occasionsFrom(ends, '2026-12-15', 9)).toEqual([]);
  });

  it('are the same wherever one begins to ask: the next is the first of those from the day after', () => {
    const day = fc
      .date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10));
    fc.assert(
      fc.property(
        fc.record({
          every: fc.integer({ min: 1, max: 99 }),
          unit: fc.constantFrom(...REPEAT_UNITS),
          startsOn: day,
          until: fc.constant(null),
        }),
        day,
        fc.nat({ max: 8 }),
        (terms, from, n) => {
          const all = occasionsFrom(terms, terms.startsOn, 60);
          expect(new Set(all).size).toBe(60);
          expect(all).toEqual(all.toSorted());
          expect(all[0]).toBe(terms.startsOn);
          const [next = ''] = occasionsFrom(terms, from, 1);
          expect(next >= from && next >= terms.startsOn).toBeTrue();
          const known = all[n] ?? '';
          expect(occasionsFrom(terms, known, 1)).toEqual([known]);
          if (next <= (all.at(-1) ?? '')) expect(all).toContain(next);
        },
      ),
    );
  });

  it('begin by the clock of the place, also where it is put forward', () => {
    expect(beginningOf('2027-03-28', 'Europe/Lisbon').toISOString()).toBe(
      '2027-03-28T00:00:00.000Z',
    );
    expect(beginningOf('2027-03-29', 'Europe/Lisbon').toISOString()).toBe(
      '2027-03-28T23:00:00.000Z',
    );
  });
});
