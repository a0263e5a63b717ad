import { outcomeOf } from '../../../testing/outcome';
import { showScreen } from '../../../testing/screens';
import { NotApplied } from './not-applied';

const told = (name: string, limit: number): object => ({
  subject: { kind: 'rule', rule: { id: name, name, words: '', currency: 'EUR' } },
  reasons: [{ kind: 'usedUp', by: 'all', limit }],
});

describe('rules for the document that do not apply', () => {
  it('are told with their reasons where somebody asks', async () => {
    const notApplied = [told('Over 2,500', 1), told('Free delivery', 2)];
    const outcome = { ...outcomeOf('10.00'), notApplied };
    const screen = await showScreen(NotApplied, { outcome });
    expect(screen.text()).not.toContain('Free delivery');
    await screen.press('Show rules for the document that do not apply (2)');
    expect(screen.host.querySelectorAll('li').length).toBe(2);
    expect(screen.text()).toContain('Free delivery');
    expect(screen.text()).toMatch(/2 /);
    await screen.press('Hide rules for the document that do not apply (2)');
    expect(screen.host.querySelector('li')).toBeNull();
  });

  it('are not spoken of where there are none', async () => {
    const screen = await showScreen(NotApplied, { outcome: outcomeOf('10.00') });
    expect(screen.text()).toBe('');
  });
});
