import fc from 'fast-check';
import { instantAt, isSkipped, localTime } from './local-time';

describe('the wall clock of an outlet', () => {
  const at = (instant: string, zone: string): string => {
    const { day, time, offset } = localTime(new Date(instant), zone);
    return `${day} ${time} ${offset}`;
  };

  it('is that of its zone, on its own day', () => {
    expect(at('2026-11-24T23:30:00Z', 'Europe/Lisbon')).toBe('2026-11-24 23:30:00 +00:00');
    expect(at('2026-11-24T23:30:00Z', 'Europe/Helsinki')).toBe('2026-11-25 01:30:00 +02:00');
    expect(at('2026-11-25T03:00:00Z', 'America/New_York')).toBe('2026-11-24 22:00:00 -05:00');
  });

  // The European Union's changes of 2026, from the IANA time-zone database (from memory): clocks go
  // from 02:00 to 03:00 on 29 March and from 03:00 to 02:00 on 25 October, at 01:00 UTC.
  it('jumps and repeats where daylight-saving time begins and ends', () => {
    expect(at('2026-03-29T00:59:59Z', 'Europe/Berlin')).toBe('2026-03-29 01:59:59 +01:00');
    expect(at('2026-03-29T01:00:00Z', 'Europe/Berlin')).toBe('2026-03-29 03:00:00 +02:00');
    expect(at('2026-10-25T00:30:00Z', 'Europe/Berlin')).toBe('2026-10-25 02:30:00 +02:00');
    expect(at('2026-10-25T01:30:00Z', 'Europe/Berlin')).toBe('2026-10-25 02:30:00 +01:00');
  });

  it('of a zone nobody knows is refused', () => {
    expect(() => localTime(new Date(), 'Europe/Atlantis')).toThrowError(RangeError);
  });

  it('shows a date and time at one instant: the first where it shows it twice', () => {
    const instant = (clock: string): string => instantAt(clock, 'Europe/Berlin').toISOString();
    expect(instant('2026-11-24T14:32')).toBe('2026-11-24T13:32:00.000Z');
    expect(instant('2026-10-25T02:30')).toBe('2026-10-25T00:30:00.000Z');
    // it would be 02:30 by the time before the clocks go forward
    expect(instant('2026-03-29T02:30')).toBe('2026-03-29T01:30:00.000Z');
  });

  it('never shows a time that it goes forward over', () => {
    const skipped = (clock: string): boolean => isSkipped(clock, 'Europe/Berlin');
    expect(['01:59', '02:00', '02:59', '03:00'].map((t) => skipped(`2026-03-29T${t}`))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect(skipped('2026-10-25T02:30')).toBeFalse();
    expect(isSkipped('2026-03-29T02:30', 'UTC')).toBeFalse();
  });

  it('and the instants at which it shows them lead to one another', () => {
    const zones = fc.constantFrom('Europe/Berlin', 'America/New_York', 'Asia/Kathmandu', 'UTC');
    const minutes = fc.integer({ min: 0, max: 541_727_999 }); // from 1970 to 2999
    fc.assert(
      fc.property(zones, minutes, (zone, minute) => {
        const { day, time } = localTime(new Date(minute * 60_000), zone);
        const clock = `${day}T${time.slice(0, 5)}`;
        const back = localTime(instantAt(clock, zone), zone);
        expect([back.day, back.time.slice(0, 5)]).toEqual([day, time.slice(0, 5)]);
        expect(isSkipped(clock, zone)).toBeFalse();
      }),
    );
  });
});
