import type {
  SalesBacktestLine,
  SalesBacktestPage,
  SalesBacktestView,
} from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { SalesBacktestList } from './sales-backtest-list';
import { SalesBacktestSheet } from './sales-backtest-sheet';
import { salesBacktestEffects } from './sales-backtest.effects';
import { salesBacktestActions, salesBacktestFeature } from './sales-backtest.feature';

const ID = '00000000-0000-4000-8000-000000000001';

function run(changes: Partial<SalesBacktestView> = {}): SalesBacktestView {
  return {
    id: ID,
    asked: {
      from: '2026-01-01',
      until: null,
      customer: null,
      category: 'glaze',
      by: { kind: 'version', version: 4 },
      withoutTyped: 'imported',
    },
    by: 'version 4',
    startedAt: '2026-11-24T14:32:00Z',
    startedBy: 'Ines Marlow',
    state: 'done',
    problem: null,
    sales: 620,
    salesDone: 620,
    lines: 2969,
    different: 1,
    faults: 0,
    unpriced: 3,
    typed: 12,
    older: 0,
    sums: [{ currency: 'EUR', was: '100.00', now: '95.50' }],
    causes: [{ cause: 'Rule Glaze days now applies', lines: 1 }],
    ...changes,
  };
}

const LINE: SalesBacktestLine = {
  sale: 1031,
  soldAt: '2026-03-03T09:00:00Z',
  customer: 'Harbour Lane School',
  item: 'GL-1180',
  name: 'Glaze, ember',
  quantity: '3',
  unit: 'jar',
  currency: 'EUR',
  was: '45.00',
  now: '40.50',
  change: '-4.50',
  percent: '-10.00',
  kind: 'lower',
  causes: ['Rule Glaze days now applies: -1.5'],
};
const PAGE: SalesBacktestPage = { rows: [LINE], total: 1, spread: [{ from: -10, lines: 1 }] };

describe('pricing past sales again', () => {
  let screen: ShownScreen<unknown>;
  const provided = [provideState(salesBacktestFeature), provideEffects(salesBacktestEffects)];
  const linesAt = (query = ''): string =>
    `/api/sales-backtest/${ID}/lines?${query}limit=50&offset=0`;

  afterEach(() => {
    screen.fixture.destroy();
  });

  it('is begun for some days, by a version, and says what is wrong with what was asked', async () => {
    screen = await showScreen(SalesBacktestList, {}, ...provided);
    signedIn(screen);
    await screen.answer('GET', '/api/sales-backtest', [run()]);
    const version = { number: 4, publishedAt: '', publishedBy: '', note: '', changes: 1 };
    await screen.answer('GET', '/api/versions?limit=100&offset=0', { rows: [version], total: 1 });
    expect(screen.text()).toContain('sales posted from Jan 1, 2026, goods under glazeversion 4');
    await screen.type('First day', '2026-03-01');
    await screen.type('Last day', '2026-02-01');
    await screen.choose('Priced by', 'Version 4');
    await screen.press('Price again');
    const refused = problemBody(422, 'turn them round');
    const sent = await screen.answer('POST', '/api/sales-backtest', refused, 422);
    expect(sent).toEqual({
      from: '2026-03-01',
      until: '2026-02-01',
      customer: null,
      category: null,
      by: { kind: 'version', version: 4 },
      withoutTyped: 'imported',
    });
    expect(screen.text()).toContain('turn them round');
    screen.server.match(() => true);
  });

  async function open(view: SalesBacktestView, page = PAGE): Promise<void> {
    screen = await showScreen(SalesBacktestSheet, { id: ID }, ...provided);
    signedIn(screen);
    await screen.settle();
    await screen.answer('GET', `/api/sales-backtest/${ID}`, view);
    await screen.answer('GET', linesAt(), page);
  }

  it('is summed, told line by line with causes, and narrowed', async () => {
    await open(run());
    for (const part of [
      '1 of 2,969 lines differ',
      '12 of these lines stay at the price or discount that was typed',
      '3 lines have no price now',
      'all of them come out as they were sold',
      '95.50',
      '−4.50',
      'Rule Glaze days now applies: -1.5',
    ]) {
      expect(screen.text()).toContain(part);
    }
    await screen.choose('Which lines', 'higher now');
    await screen.answer('GET', linesAt('kind=higher&'), { rows: [], total: 0, spread: [] });
    expect(screen.text()).toContain('every line comes out the same');
    const file = screen.host.querySelector<HTMLAnchorElement>('hl-file-links a');
    expect(file?.getAttribute('href')).toBe(
      `/api/sales-backtest/${ID}/file?kind=higher&format=csv`,
    );
    await screen.press('Rule Glaze days now applies');
    await screen.drawn();
    const text = encodeURIComponent('Rule Glaze days now applies');
    await screen.answer('GET', linesAt(`kind=higher&text=${text}&`), PAGE);
  });

  it('has its lines, too, where it is opened again', async () => {
    await open(run());
    screen.store.dispatch(salesBacktestActions.opened({ id: ID }));
    await screen.settle();
    expect(screen.text()).not.toContain('Harbour Lane School');
    await screen.answer('GET', `/api/sales-backtest/${ID}`, run());
    await screen.answer('GET', linesAt(), PAGE);
    expect(screen.text()).toContain('Harbour Lane School');
  });

  it('is watched while it is at work, and cancelled', async () => {
    await open(run({ state: 'running', salesDone: 50, different: 0 }), {
      ...PAGE,
      rows: [],
      total: 0,
    });
    expect(screen.text()).toContain('50 of 620 sales');
    await screen.answer(
      'GET',
      `/api/sales-backtest/${ID}`,
      run({ state: 'running', salesDone: 100 }),
    );
    await screen.answer('GET', linesAt(), PAGE);
    expect(screen.text()).toContain('100 of 620 sales');
    await screen.press('Cancel');
    const cancelled = run({ state: 'cancelled', salesDone: 100 });
    await screen.answer('POST', `/api/sales-backtest/${ID}/cancel`, cancelled);
    expect(screen.text()).toContain('cancelled');
    screen.server.match(() => true);
  });

  it('sounds the alarm where the engine is at fault', async () => {
    await open(run({ faults: 1 }), { ...PAGE, rows: [{ ...LINE, kind: 'fault' }] });
    expect(screen.host.querySelector('[role=alert]')?.textContent).toContain(
      '1 line comes out otherwise though nothing they were priced with has changed.',
    );
    expect(screen.text()).toContain('△ fault of the engine');
  });
});
