import type { RoundingForm } from '@honest-ledger/contracts';
import { showScreen, type ShownScreen } from '../../testing/screens';
import { RoundingEditor } from './rounding-editor';

describe('the editor of a level’s rounding', () => {
  let screen: ShownScreen<RoundingEditor>;
  let now: RoundingForm | null;

  async function show(
    begin: RoundingForm | null,
    problems: Record<string, string> = {},
  ): Promise<void> {
    now = begin;
    screen = await showScreen(RoundingEditor, {
      rounding: begin,
      currency: 'EUR',
      problems: new Map(Object.entries(problems)),
    });
    const { componentRef, componentInstance } = screen.fixture;
    componentInstance.changed.subscribe((rounding) => {
      now = rounding;
      componentRef.setInput('rounding', rounding);
    });
  }
  const kind = (option: string): Promise<void> => screen.choose('Rounding', option);
  const INCREMENT: RoundingForm = {
    kind: 'increment',
    currency: 'EUR',
    increment: '0.05',
    direction: 'nearest',
    leastPrice: null,
  };

  it('rounds not at all, until a way is chosen, and not any more', async () => {
    await show(null);
    await kind('to a multiple of');
    expect(now).toEqual(INCREMENT);
    await kind('not at all');
    expect(now).toBeNull();
  });

  it('rounds to a multiple, one way or the other, never below a price', async () => {
    await show(INCREMENT);
    await screen.type('Rounding increment', '0,10');
    await screen.choose('Direction', 'up');
    await screen.type('Minimum price', '1');
    expect(now).toEqual({ ...INCREMENT, increment: '0.10', direction: 'up', leastPrice: '1' });
    await screen.type('Minimum price', '');
    expect(now?.leastPrice).toBeNull();
  });

  it('rounds to price endings, typed one after the other', async () => {
    await show(INCREMENT);
    await kind('to a price ending in');
    expect(now).toEqual(jasmine.objectContaining({ kind: 'endings', endings: ['0.49', '0.99'] }));
    await screen.type('Price endings', '4,99  9.99;');
    expect(now).toEqual(jasmine.objectContaining({ endings: ['4.99', '9.99'] }));
    await screen.type('Price endings', '4.99, 9.99,');
    await screen.choose('Repeating in every', '10');
    expect(now).toEqual(
      jasmine.objectContaining({ endings: ['4.99', '9.99'], period: 10, direction: 'nearest' }),
    );
  });

  it('keeps an ending that is no number as it was typed, with the reason', async () => {
    const endings: RoundingForm = {
      kind: 'endings',
      currency: 'EUR',
      endings: ['0.99'],
      period: 1,
      direction: 'nearest',
      leastPrice: null,
    };
    await show(endings, { 'rounding.endings[1]': 'ending 2 must be a number' });
    await screen.type('Price endings', '0.99 cheap');
    expect(now).toEqual({ ...endings, endings: ['0.99', 'cheap'] });
    expect(screen.text()).toContain('ending 2 must be a number');
  });
});
