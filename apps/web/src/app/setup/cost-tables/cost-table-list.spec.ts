import type { CostTableList } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { wholeTable } from '../../testing/contents';
import { CostTableListSheet } from './cost-table-list';
import { costTablesEffects } from './cost-tables.effects';
import { costTablesFeature } from './cost-tables.feature';

const LIST: CostTableList = {
  tables: [
    {
      id: 'a',
      state: 'published',
      content: { ...wholeTable('EUR'), name: 'Tools' },
      items: 44,
      withoutCost: 2,
      inversions: 3,
    },
  ],
  withoutTable: 7,
  withoutCost: 1,
};

describe('the list of cost tables', () => {
  let screen: ShownScreen<CostTableListSheet>;
  beforeEach(async () => {
    screen = await showScreen(
      CostTableListSheet,
      {},
      provideState(costTablesFeature),
      provideEffects(costTablesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
  });

  it('says what each does, what lacks a cost, and where prices are the wrong way round', async () => {
    await screen.answer('GET', '/api/cost-tables', LIST);
    await screen.drawn();
    for (const part of ['Tools', 'Last cost; 25 % markup (20.0 % margin)', '44', '△ 3']) {
      expect(screen.text()).toContain(part);
    }
  });

  it('counts the items that are left out, and lists them', async () => {
    await screen.answer('GET', '/api/cost-tables', LIST);
    await screen.press('△ 1 item has no cost of a kind that their table knows');
    await screen.answer('GET', '/api/cost-gaps?lack=cost&offset=0&limit=50', {
      rows: [{ item: 'TL-0046', name: 'Ribbon tool', table: 'Tools' }],
      total: 1,
    });
    expect(screen.text()).toContain('TL-0046');
    await screen.press('△ Without a cost table: 7 items');
    await screen.answer('GET', '/api/cost-gaps?lack=table&offset=0&limit=50', {
      rows: [],
      total: 0,
    });
    expect(screen.text()).not.toContain('TL-0046');
  });

  it('says why it could not be read, and reads it again', async () => {
    await screen.answer('GET', '/api/cost-tables', problemBody(503, 'No database.'), 503);
    expect(screen.text()).toContain('No database.');
  });
});
