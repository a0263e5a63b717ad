import { showScreen, type ShownScreen } from '../testing/screens';
import { DayField } from './day-field';

describe('a field for a day', () => {
  let screen: ShownScreen<DayField>;
  let changes: (string | null)[];
  beforeEach(async () => {
    changes = [];
    screen = await showScreen(DayField, { value: '2026-11-24', label: 'From' });
    screen.fixture.componentInstance.changed.subscribe((day) => changes.push(day));
  });
  const field = (): HTMLInputElement => {
    const found = screen.host.querySelector('input');
    if (!found) throw new Error('there is a field');
    return found;
  };
  /** As the browser does while a year is typed: every digit makes a day. */
  const press = (key: string, day: string): void => {
    field().dispatchEvent(new KeyboardEvent('keydown', { key }));
    field().value = day;
    field().dispatchEvent(new Event('change'));
  };
  const typeYear = (): void => {
    press('2', '0002-11-24');
    press('0', '0020-11-24');
    press('2', '0202-11-24');
    press('7', '2027-11-24');
  };

  it('changes nothing while it is typed, and once when it is left', () => {
    typeYear();
    expect(changes).toEqual([]);
    field().dispatchEvent(new Event('blur'));
    expect(changes).toEqual(['2027-11-24']);
  });

  it('changes with Enter, and not again when it is left', async () => {
    typeYear();
    field().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(changes).toEqual(['2027-11-24']);
    screen.fixture.componentRef.setInput('value', '2027-11-24');
    await screen.settle();
    field().dispatchEvent(new Event('blur'));
    expect(changes).toEqual(['2027-11-24']);
  });

  it('changes at once where a day is picked', () => {
    typeYear();
    field().dispatchEvent(new Event('pointerdown'));
    field().value = '2026-12-01';
    field().dispatchEvent(new Event('change'));
    expect(changes).toEqual(['2026-12-01']);
  });

  it('changes nothing to a day before 1970, and says so until there is another', async () => {
    press('2', '0202-11-24');
    field().dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(changes).toEqual([]);
    expect(screen.text()).toContain('from 1970 on');
    expect(field().getAttribute('aria-invalid')).toBe('true');
    press('7', '2027-11-24');
    field().dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(changes).toEqual(['2027-11-24']);
    expect(screen.text()).not.toContain('from 1970 on');
  });

  it('is emptied for no day', () => {
    press('Delete', '');
    field().dispatchEvent(new Event('blur'));
    expect(changes).toEqual([null]);
  });
});
