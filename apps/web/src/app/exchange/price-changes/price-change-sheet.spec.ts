import { narrow } from '../../testing/lists';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { repriced, priceChangeContent, priceChangeView } from '../../testing/price-changes';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { PriceChangeSheet } from './price-change-sheet';
import { priceChangesEffects } from './price-changes.effects';
import { priceChangesActions, priceChangesFeature } from './price-changes.feature';

const show = (id: string): Promise<ShownScreen<PriceChangeSheet>> =>
  showScreen(
    PriceChangeSheet,
    { id },
    provideState(priceChangesFeature),
    provideEffects(priceChangesEffects),
  );

describe('a new change of prices', () => {
  let screen: ShownScreen<PriceChangeSheet>;
  beforeEach(async () => {
    screen = await show('new');
    signedIn(screen);
    await screen.answerReference();
    await screen.settle();
  });

  it('is said in the guide and worked out by the server', async () => {
    await screen.type('Name', 'Autumn');
    await narrow(screen, 'Supplier', 'Supplier', 'Marsh Pits');
    await screen.choose('Based on', 'the cost, in the order of the settings');
    await screen.choose('Change', 'to a margin of');
    await screen.type('Amount of change', '36,5');
    await screen.press('Compute prices');
    const sent = await screen.answer(
      'POST',
      '/api/price-changes',
      problemBody(422, 'No such thing.'),
      422,
    );
    expect(sent).toEqual(
      priceChangeContent({
        name: 'Autumn',
        goods: { supplier: ['pits'] },
        basis: { kind: 'cost', cost: null },
        change: { kind: 'margin', percent: '36.5' },
      }),
    );
    expect(screen.text()).toContain('No such thing.');
  });

  it('is not worked out while something of it is wrong', async () => {
    await screen.type('Amount of change', '-200');
    const button = [...screen.host.querySelectorAll('button')].find((one) =>
      one.textContent.includes('Compute prices'),
    );
    expect(button?.disabled).toBeTrue();
    await screen.type('Amount of change', '4');
    expect(button?.disabled).toBeFalse();
    screen.host.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    await screen.settle();
    expect(button?.disabled).toBeTrue();
    expect(screen.text()).toContain('which prices');
  });
});

describe('a change of prices that is worked out', () => {
  let screen: ShownScreen<PriceChangeSheet>;
  const open = async (changes = {}): Promise<void> => {
    screen = await show('r-1');
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/price-changes/r-1', priceChangeView(changes));
    await screen.drawn();
    for (const request of screen.server.match(({ url }) => url.endsWith('/rows'))) {
      request.flush({ rows: [repriced({}), repriced({ row: 2, item: 'TL-2' })], total: 2 });
    }
    await screen.drawn();
  };
  const step = (row: number) => ({
    before: [{ row, typed: null, leftOut: false }],
    after: [{ row, typed: { kind: 'price' as const, price: '9.99' }, leftOut: false }],
  });

  it('is told in sums and extremes, with the quotes it touches', async () => {
    await open();
    expect(screen.text()).toContain('2 prices of 2 items: 2 raised');
    expect(screen.text()).toContain('Mean margin 44.4 %, then 46.6 %');
    expect(screen.text()).toContain('3 open quotes have such goods and keep their prices');
    expect(screen.text()).toContain('base prices; from each price as it is, +4 %.');
  });

  it('sends what is decided on rows, and takes it back and does it again', async () => {
    await open();
    const decided = { priceChange: priceChangeView({ revision: 2 }), rows: [repriced({})] };
    screen.store.dispatch(priceChangesActions.decided({ id: 'r-1', step: step(1) }));
    expect(await screen.answer('PUT', '/api/price-changes/r-1/rows', decided)).toEqual({
      revision: 1,
      rows: step(1).after,
    });
    await screen.press('Undo');
    expect(await screen.answer('PUT', '/api/price-changes/r-1/rows', decided)).toEqual({
      revision: 2,
      rows: step(1).before,
    });
    await screen.press('Redo');
    expect(await screen.answer('PUT', '/api/price-changes/r-1/rows', decided)).toEqual({
      revision: 2,
      rows: step(1).after,
    });
  });

  it('keeps what was changed in the guide while single prices are typed', async () => {
    await open();
    await screen.press('▸ Change to make');
    await screen.type('Amount of change', '7');
    screen.store.dispatch(priceChangesActions.decided({ id: 'r-1', step: step(1) }));
    const decided = { priceChange: priceChangeView({ revision: 2 }), rows: [repriced({})] };
    await screen.answer('PUT', '/api/price-changes/r-1/rows', decided);
    await screen.press('Compute prices');
    const sent = await screen.answer(
      'PUT',
      '/api/price-changes/r-1',
      priceChangeView({ revision: 3 }),
    );
    expect(sent).toEqual({
      content: priceChangeContent({ change: { kind: 'percent', percent: '7' } }),
      revision: 2,
    });
    // rows have other places now: what was undone by them before is not offered any more
    const undo = [...screen.host.querySelectorAll('button')].find(
      ({ textContent }) => textContent.trim() === 'Undo',
    );
    expect(undo?.disabled).toBeTrue();
  });

  it('says why the server refused, and shows again what is', async () => {
    await open();
    screen.store.dispatch(priceChangesActions.decided({ id: 'r-1', step: step(1) }));
    const no = problemBody(422, 'TL-1: It shares a price.');
    await screen.answer('PUT', '/api/price-changes/r-1/rows', no, 422);
    expect(screen.text()).toContain('It shares a price.');
    await screen.drawn();
    expect(screen.server.match(({ url }) => url.endsWith('/rows')).length).toBe(1);
  });

  it('goes into the draft as it was seen, and out again', async () => {
    await open();
    await screen.press('Add 2 prices to draft');
    const sent = await screen.answer(
      'POST',
      '/api/price-changes/r-1/apply',
      priceChangeView({
        state: 'applied',
        revision: 2,
        draft: { id: 'd', name: 'Draft', state: 'open' },
      }),
    );
    expect(sent).toEqual({ revision: 1, draft: null });
    expect(screen.text()).toContain('They are in draft “Draft”');
    await screen.press('Remove all from draft');
    await screen.answer(
      'POST',
      '/api/price-changes/r-1/undo',
      priceChangeView({ state: 'undone' }),
    );
    expect(screen.text()).toContain('undone');
  });

  it('reads it again where it stands otherwise by now', async () => {
    await open();
    await screen.press('Add 2 prices to draft');
    const no = problemBody(409, 'They are worked out anew.');
    await screen.answer('POST', '/api/price-changes/r-1/apply', no, 409);
    expect(screen.text()).toContain('They are worked out anew.');
    await screen.answer('GET', '/api/price-changes/r-1', priceChangeView({ revision: 5 }));
  });

  it('waits for its day, says so on the button, and is only looked at by others', async () => {
    await open({ content: priceChangeContent({ at: '2026-12-01T00:00:00Z' }) });
    expect(screen.text()).toContain('Schedule 2 prices');
    screen.fixture.destroy();
  });

  it('is only looked at by others', async () => {
    await open({ own: false, by: 'Tom Petrie' });
    expect(screen.text()).toContain('by Tom Petrie');
    expect(screen.host.querySelector('[matButton=filled]')).toBeNull();
  });
});
