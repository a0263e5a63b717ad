import type { RuleContent, RuleSummary } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { wholeRule } from '../../testing/contents';
import { calendarRows, dayLater, daysFrom, hoursWords, mostAtOnce } from './calendar-days';
import { RuleCalendar } from './rule-calendar';
import { rulesEffects } from './rules.effects';
import { rulesFeature } from './rules.feature';

const rule = (name: string, changes: Partial<RuleContent> = {}): RuleSummary => ({
  id: name,
  state: 'published',
  snag: null,
  content: { ...wholeRule('EUR'), name, ...changes },
});
const validity = (changes: Partial<RuleContent['validity']>): Partial<RuleContent> => ({
  validity: { ...wholeRule('EUR').validity, ...changes },
});
const EVENINGS = rule(
  'Evenings',
  validity({ weekdays: [2], times: { from: '18:00', until: '20:00' } }),
);
const NIGHTS = rule(
  'Nights',
  validity({ weekdays: [2], times: { from: '19:00', until: '01:00' } }),
);
const QUAY = rule('Quay', { outlets: ['quay'] });
const PAUSED = rule('Paused', { paused: true });
const ALL = [EVENINGS, NIGHTS, QUAY, PAUSED];
// 1 December 2026 is a Tuesday
const WEEK = daysFrom('2026-11-30', 7);

describe('a calendar of rules', () => {
  const rows = (outlet: string | null, time = '18:30') =>
    calendarRows(ALL, outlet, WEEK, { day: '2026-12-01', time });

  it('has the hours of each day, of the rules at an outlet', () => {
    expect(rows(null).map((row) => [row.rule.id, row.now])).toEqual([
      ['Evenings', true],
      ['Nights', false],
      ['Quay', true],
    ]);
    expect(rows('mill').map((row) => row.rule.id)).toEqual(['Evenings', 'Nights']);
    expect(rows(null)[1]?.days.map(hoursWords)).toEqual([
      'not',
      '19:00 to 24:00',
      '00:00 to 01:00',
      'not',
      'not',
      'not',
      'not',
    ]);
    expect(rows(null)[2]?.days.map(hoursWords)[0]).toBe('all day');
  });

  it('leaves out what is in force on none of its days, but not what is at the moment', () => {
    const week = daysFrom('2026-12-07', 1);
    const moment = { day: '2026-12-01', time: '19:30' };
    const found = calendarRows(ALL, null, week, moment);
    expect(found.map((row) => row.rule.id)).toEqual(['Evenings', 'Nights', 'Quay']);
    const past = { day: '2026-12-02', time: '12:00' };
    expect(calendarRows(ALL, null, week, past).map((row) => row.rule.id)).toEqual(['Quay']);
  });

  it('counts the most that are in force at once', () => {
    expect([0, 1, 2].map((day) => mostAtOnce(rows(null), day))).toEqual([1, 3, 2]);
    expect(mostAtOnce([], 0)).toBe(0);
  });

  it('knows the days of the calendar', () => {
    expect(dayLater('2028-02-28', 2)).toBe('2028-03-01');
    expect(dayLater('2026-01-01', -1)).toBe('2025-12-31');
  });
});

describe('the calendar on its screen', () => {
  let screen: ShownScreen<RuleCalendar>;
  beforeEach(async () => {
    screen = await showScreen(
      RuleCalendar,
      {},
      provideState(rulesFeature),
      provideEffects(rulesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/rules', { rules: ALL });
  });
  const pick = (label: string, value: string): Promise<void> => screen.type(label, value);
  const live = (): string[] =>
    [...screen.host.querySelectorAll('.live a')].map((one) => one.textContent.trim());

  it('answers what is in force at a moment that is picked', async () => {
    await pick('Day', '2026-12-01');
    await pick('Time of day', '19:30');
    expect(live()).toEqual(['Evenings', 'Nights', 'Quay']);
    await pick('Time of day', '20:00');
    expect(live()).toEqual(['Nights', 'Quay']);
    await screen.choose('Outlet', 'Quay counter');
    expect(live()).toEqual(['Nights', 'Quay']);
    expect(screen.host.textContent).toContain('1 rule is paused');
  });

  it('goes from week to week, shows more of them, and comes back to now', async () => {
    await pick('Day', '2026-12-01');
    const heads = (): string[] =>
      [...screen.host.querySelectorAll('.head button')].map(
        (one) => one.getAttribute('aria-label') ?? '',
      );
    const first = heads();
    expect(first.length).toBe(7);
    await screen.press('Later');
    expect(heads()).not.toEqual(first);
    await screen.press('Earlier');
    expect(heads()).toEqual(first);
    await screen.choose('Span', '5 weeks');
    expect(heads().length).toBe(35);
    screen.host.querySelectorAll<HTMLElement>('.head button')[8]?.click();
    await screen.settle();
    expect(screen.value('Day')).toContain('Dec');
    expect(screen.value('Day')).toContain('8');
    await screen.press('Now');
    expect(screen.host.querySelector('.picked')).not.toBeNull();
  });
});
