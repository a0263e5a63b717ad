import { showScreen, type ShownScreen } from '../../testing/screens';
import { EndingLevels } from './ending-levels';

describe('levels of customers that end soon', () => {
  let screen: ShownScreen<EndingLevels>;
  beforeEach(async () => {
    screen = await showScreen(EndingLevels, {});
    await screen.answerReference();
  });
  const answer = (assignments: readonly object[]): Promise<unknown> =>
    screen.answer('GET', '/api/ending-assignments?days=90', { day: '2026-12-10', assignments });

  it('are counted, and listed once they are opened', async () => {
    await answer([
      {
        customer: { code: 'C2002', name: 'Kiln Street' },
        level: 'weeks',
        scope: { kind: 'all' },
        until: '2027-01-31',
      },
    ]);
    expect(screen.text()).toContain('1 level of a customer ends within 90 days');
    expect(screen.host.querySelector('table')).toBeNull();
    await screen.press('▸ 1 level of a customer ends within 90 days');
    expect(screen.text()).toContain('Kiln Street');
    expect(screen.text()).toContain('2027');
  });

  it('take no room where none ends', async () => {
    await answer([]);
    expect(screen.text()).toBe('');
  });
});
