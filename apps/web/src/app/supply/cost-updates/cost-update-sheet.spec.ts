import type { CostFileMapping, CostUpdateRow, CostUpdateView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { CostUpdateSheet } from './cost-update-sheet';
import { costUpdatesEffects } from './cost-updates.effects';
import { costUpdatesFeature } from './cost-updates.feature';

const ID = '00000000-0000-4000-8000-00000000000a';
const MAPPING: CostFileMapping = {
  columns: {
    number: 0,
    item: null,
    gtin: null,
    cost: 1,
    currency: null,
    unit: null,
    minQuantity: null,
    from: null,
    until: null,
  },
  decimalMark: ',',
  days: 'dayMonthYear',
  currency: 'EUR',
  from: '2026-11-24',
  countsAs: 'last',
};
const view = (changes: Partial<CostUpdateView> = {}): CostUpdateView => ({
  id: ID,
  supplier: { code: 'pits', name: 'Marsh Pits' },
  fileName: 'prices.csv',
  state: 'ready',
  remark: null,
  by: 'Ines',
  at: '2026-11-24T10:00:00Z',
  rows: 2,
  columns: ['Artikel', 'Preis'],
  sample: [['A-1', '4,90']],
  mapping: MAPPING,
  counts: { new: 0, changed: 1, unchanged: 0, wrong: 1 },
  follows: { moves: 0, waits: 1, stays: 0, none: 0 },
  revision: 1,
  version: null,
  waiting: 0,
  ...changes,
});
const ROW: CostUpdateRow = {
  row: 2,
  verdict: 'changed',
  problem: null,
  said: 'A-1',
  item: 'TL-1',
  name: 'Loop tool',
  unit: 'piece',
  minQuantity: '0',
  from: '2026-11-24',
  currency: 'EUR',
  cost: '4.90',
  oldCost: '4.66',
  oldCurrency: 'EUR',
  leftOut: false,
  price: {
    follows: 'waits',
    why: null,
    before: '8.80',
    after: '9.25',
    move: '5.1',
    marginBefore: '44.3',
    marginAfter: '47.0',
    markupBefore: '79.6',
    markupAfter: '88.8',
  },
};

describe('what a supplier sent', () => {
  let screen: ShownScreen<CostUpdateSheet>;
  async function open(costUpdate: CostUpdateView): Promise<void> {
    screen = await showScreen(
      CostUpdateSheet,
      { id: ID },
      provideState(costUpdatesFeature),
      provideEffects(costUpdatesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', `/api/cost-updates/${ID}`, costUpdate);
  }
  const address = `/api/cost-updates/${ID}/rows?sort=row&offset=0&limit=200`;
  const answerRows = async (): Promise<void> => {
    await screen.drawn();
    for (const open of screen.server.match((one) => one.urlWithParams === address)) {
      open.flush({ rows: [ROW], total: 1, currency: 'EUR' });
    }
    await screen.drawn();
  };

  it('has its columns named first, with the first rows below, and the mapping is sent', async () => {
    await open(view({ state: 'mapping', revision: 0 }));
    for (const part of ['Artikel', '4,90', 'Remembered for the next file of Marsh Pits']) {
      expect(screen.text()).toContain(part);
    }
    await screen.choose('What the costs count as', 'purchase costs alone');
    await screen.press('Compare all 2 rows');
    const sent = await screen.answer(
      'PUT',
      `/api/cost-updates/${ID}/mapping`,
      view({ state: 'comparing' }),
    );
    expect(sent).toEqual({ ...MAPPING, countsAs: null });
  });

  it('does not compare before a cost and a name of the goods have columns', async () => {
    const columns = { ...MAPPING.columns, cost: null };
    await open(view({ state: 'mapping', revision: 0, mapping: { ...MAPPING, columns } }));
    expect(screen.text()).toContain('Say which column has the cost');
  });

  it('shows what each row does to cost, price and margin, and is taken in without wrong rows', async () => {
    await open(view());
    await answerRows();
    for (const part of ['Loop tool', '4.66', '4.90']) {
      expect(screen.text()).toContain(part);
    }
    await screen.press('Import 1 row, excluding 1 with errors');
    const sent = await screen.answer(
      'POST',
      `/api/cost-updates/${ID}/take-in`,
      view({ state: 'applying' }),
    );
    expect(sent).toEqual({ revision: 1, withoutWrong: true });
    screen.server.match(() => true);
  });

  it('says what became of it, and is undone in one step', async () => {
    await open(view({ state: 'applied', version: 3, waiting: 1 }));
    await answerRows();
    expect(screen.text()).toContain('Version 3 has the changed prices');
    expect(screen.text()).toContain('1 proposed prices');
    await screen.press('Undo import');
    await screen.answer(
      'POST',
      `/api/cost-updates/${ID}/undo`,
      problemBody(422, 'Costs of A-1 were changed since.'),
      422,
    );
    expect(screen.text()).toContain('Costs of A-1 were changed since.');
    screen.server.match(() => true);
  });
});
