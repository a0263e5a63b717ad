import { showScreen, type ShownScreen } from '../../testing/screens';
import { DayField } from './day-field';

describe('a field for a day', () => {
  let screen: ShownScreen<DayField>;
  let changes: (string | null)[];
  const show = async (inputs: object): Promise<void> => {
    changes = [];
    screen = await showScreen(DayField, { label: 'From', ...inputs });
    screen.fixture.componentInstance.changed.subscribe((day) => changes.push(day));
  };
  const field = (): HTMLInputElement => {
    const found = screen.host.querySelector('input');
    if (!found) throw new Error('there is a field');
    return found;
  };

  it('shows the month in letters', async () => {
    await show({ value: '2026-11-24' });
    expect(field().value).toMatch(/Nov/);
    expect(field().value).toContain('2026');
  });

  it('changes nothing while it is typed, and once when it is left', async () => {
    await show({ value: '2026-11-24' });
    for (const text of ['2', '20', '2027-11-2', '2027-11-24']) {
      field().value = text;
      field().dispatchEvent(new Event('input'));
    }
    expect(changes).toEqual([]);
    field().dispatchEvent(new Event('change'));
    expect(changes).toEqual(['2027-11-24']);
    screen.fixture.componentRef.setInput('value', '2027-11-24');
    await screen.settle();
    field().dispatchEvent(new Event('change'));
    expect(changes).toEqual(['2027-11-24']);
  });

  it('reads a day in numbers and in letters, by the reader’s locale', async () => {
    await show({ value: null });
    for (const text of ['1 Dec 2026', '2026-12-01', '1 December 2026', '01.12.2026']) {
      await screen.type('From', text);
      expect(changes.pop()).withContext(text).toBe('2026-12-01');
      screen.fixture.componentRef.setInput('value', '2026-12-01');
      await screen.settle();
      screen.fixture.componentRef.setInput('value', null);
      await screen.settle();
    }
  });

  it('changes nothing where no day is typed, and says so until there is one', async () => {
    await show({ value: '2026-11-24' });
    await screen.type('From', '31 Feb 2027');
    expect(changes).toEqual([]);
    expect(screen.text()).toContain('“31 Feb 2027” is not a day.');
    expect(field().getAttribute('aria-invalid')).toBe('true');
    await screen.type('From', '2027-02-28');
    expect(changes).toEqual(['2027-02-28']);
    expect(screen.text()).not.toContain('is not a day');
  });

  it('changes nothing to a day before 1970, and says so', async () => {
    await show({ value: '2026-11-24' });
    await screen.type('From', '1969-12-31');
    expect(changes).toEqual([]);
    expect(screen.text()).toContain('before 1970');
  });

  it('is emptied for no day', async () => {
    await show({ value: '2026-11-24' });
    await screen.type('From', '');
    expect(changes).toEqual([null]);
  });

  it('says what others found wrong with it', async () => {
    await show({ value: '2026-11-24', problem: 'Last day is before 5 Mar 2027.' });
    expect(screen.text()).toContain('before 5 Mar 2027');
    screen.fixture.componentRef.setInput('problem', null);
    await screen.settle();
    expect(screen.text()).not.toContain('before 5 Mar 2027');
  });

  it('with its time is midnight until a time is typed', async () => {
    await show({ value: null, withTime: true });
    await screen.type('From', '2026-12-01');
    expect(changes).toEqual(['2026-12-01T00:00']);
    screen.fixture.componentRef.setInput('value', '2026-12-01T00:00');
    await screen.settle();
    await screen.type('From, time', '18:30');
    expect(changes.at(-1)).toBe('2026-12-01T18:30');
    await screen.type('From, time', 'noon');
    expect(changes.length).toBe(2);
    expect(screen.text()).toContain('Enter a time');
  });
});
