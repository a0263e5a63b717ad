import { showScreen, type ShownScreen } from '../../testing/screens';
import { TimeField } from './time-field';

describe('a field for a time of day', () => {
  let screen: ShownScreen<TimeField>;
  let changes: (string | null)[];
  beforeEach(async () => {
    changes = [];
    screen = await showScreen(TimeField, { label: 'Time from', value: '18:30' });
    screen.fixture.componentInstance.changed.subscribe((time) => {
      changes.push(time);
      screen.fixture.componentRef.setInput('value', time);
    });
  });

  it('gives 24 hours, however the time is typed', async () => {
    for (const [typed, time] of [
      ['9:05', '09:05'],
      ['21:00', '21:00'],
    ] as const) {
      await screen.type('Time from', typed);
      expect(changes.pop()).toBe(time);
    }
  });

  it('keeps what is no time, says so and changes nothing', async () => {
    screen.field('Time from').focus(); // as a user's is while they type
    await screen.type('Time from', 'noon');
    expect(changes).toEqual([]);
    expect(screen.value('Time from')).toBe('noon');
    expect(screen.wrong('Time from')).toContain('Enter a time');
  });

  it('is emptied for no time', async () => {
    await screen.type('Time from', '');
    expect(changes).toEqual([null]);
  });
});
