import type { Repeat, RepeatView } from '@honest-ledger/contracts';
import { openView } from '../../../testing/documents';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { OrderRepeat } from './order-repeat';

const WEEKLY: Repeat = {
  every: 2,
  unit: 'week',
  startsOn: '2026-12-01',
  until: null,
  prices: 'today',
  revision: 3,
  setBy: 'Tom Petrie',
  next: ['2026-12-15', '2026-12-29'],
  remark: 'The order for 2026-12-01 stands for 2 before it, too.',
};
const NOTHING: RepeatView = { repeat: null, made: [], of: null };
const AT = '/api/documents/1007/repeat';

describe('an order that repeats, on its screen', () => {
  let screen: ShownScreen<OrderRepeat>;
  const show = async (view: Partial<RepeatView>, state: 'open' | 'confirmed' = 'confirmed') => {
    screen = await showScreen(OrderRepeat, { open: openView({ kind: 'order', state }) });
    signedIn(screen, 'sales');
    await screen.answer('GET', AT, { ...NOTHING, ...view });
    await screen.settle();
  };
  const lastDay = (): string => screen.value('The last day, or none');
  const buttons = (): string[] =>
    [...screen.host.querySelectorAll('button')].map(({ textContent }) => textContent.trim());

  it('is set with its rhythm, its days and its prices, and told from then on', async () => {
    await show({});
    await screen.press('Repeat…');
    await screen.type('Every', '2');
    await screen.choose('Interval', 'weeks');
    await screen.type('The first day', '2026-12-01');
    screen.host.querySelectorAll<HTMLInputElement>('[type=radio]')[1]?.click();
    await screen.press('Repeat order');
    const sent = await screen.answer('PUT', AT, { ...NOTHING, repeat: WEEKLY });
    expect(sent).toEqual({
      every: 2,
      unit: 'week',
      startsOn: '2026-12-01',
      until: null,
      prices: 'today',
      revision: 0,
    });
    await screen.settle();
    expect(screen.text()).toContain('Repeats every 2 weeks, at the prices of each day;');
    expect(screen.text()).not.toContain('2026-12-01');
  });

  it('says beside the field what is wrong, and leaves what was typed', async () => {
    await show({ repeat: WEEKLY });
    await screen.press('Repeat otherwise…');
    await screen.type('The last day, or none', '2026-11-01');
    await screen.press('Repeat order');
    const fields = [{ path: 'until', sentence: 'The last day is before the first' }];
    const problem = problemBody(422, 'The last day is before the first.', { fields });
    await screen.answer('PUT', AT, problem, 422);
    await screen.settle();
    const days = ['The first day', 'The last day, or none'].map((label) => screen.wrong(label));
    expect(days).toContain('The last day is before the first');
    expect(buttons()).toContain('Repeat order');
    expect(lastDay()).toMatch(/Nov.*2026/);
  });

  it('keeps what was typed where somebody else was first, and goes on from theirs', async () => {
    await show({ repeat: WEEKLY });
    await screen.press('Repeat otherwise…');
    await screen.type('The last day, or none', '2027-11-01');
    await screen.press('Repeat order');
    const conflict = problemBody(409, 'Not saved: Noor Salter changed how it repeats.');
    await screen.answer('PUT', AT, conflict, 409);
    await screen.settle();
    await screen.press('Try again');
    await screen.answer('GET', AT, { ...NOTHING, repeat: { ...WEEKLY, every: 4, revision: 4 } });
    await screen.settle();
    expect(screen.text()).toContain('Repeats every 4 weeks');
    expect(lastDay()).toMatch(/Nov.*2027/);
    await screen.press('Repeat order');
    const sent = await screen.answer('PUT', AT, { ...NOTHING, repeat: WEEKLY });
    expect(sent).toEqual(jasmine.objectContaining({ revision: 4, until: '2027-11-01', every: 2 }));
  });

  it('is ended as it was seen; what was made stays', async () => {
    const made = [{ number: 1012, on: '2026-12-01' }];
    await show({ repeat: WEEKLY, made });
    await screen.press('Stop repeating');
    expect(await screen.answer('POST', `${AT}/end`, { ...NOTHING, made })).toEqual({ revision: 3 });
    await screen.settle();
    expect(screen.text()).not.toContain('Repeats every');
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/orders/1012');
  });

  it('is not offered before it is confirmed, and an order says which one it repeats', async () => {
    await show({ of: { number: 1003, on: '2026-12-01' } }, 'open');
    expect(buttons()).toEqual([]);
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/orders/1003');
  });
});
