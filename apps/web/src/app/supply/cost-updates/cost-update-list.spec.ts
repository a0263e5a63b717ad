import type { TestRequest } from '@angular/common/http/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { itemRow } from '../../testing/goods';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { CostUpdateList } from './cost-update-list';
import { costUpdatesEffects } from './cost-updates.effects';
import { costUpdatesFeature } from './cost-updates.feature';

describe('the list of costs received', () => {
  let screen: ShownScreen<CostUpdateList>;
  beforeEach(async () => {
    screen = await showScreen(
      CostUpdateList,
      {},
      provideState(costUpdatesFeature),
      provideEffects(costUpdatesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/cost-updates', []);
  });

  it('takes a price file of a supplier, and says why one was refused', async () => {
    await screen.choose('Supplier', 'Marsh Pits');
    const field = screen.host.querySelector<HTMLInputElement>('[type=file]');
    if (!field) throw new Error('no field for a file');
    const files = new DataTransfer();
    files.items.add(new File(['sku,cost'], 'prices.csv'));
    field.files = files.files;
    field.dispatchEvent(new Event('change'));
    await screen.settle();
    const body = await screen.answer(
      'POST',
      '/api/cost-updates?supplier=pits',
      problemBody(422, 'The file has a row of names and nothing below it.'),
      422,
    );
    expect(((body as FormData).get('file') as File).name).toBe('prices.csv');
    expect(screen.text()).toContain('nothing below it');
  });

  it('takes a bill that is typed, a line an item', async () => {
    await screen.choose('Supplier', 'Marsh Pits');
    await screen.press('Type a bill');
    await screen.type('Bill number', '4711');
    const picker = screen.host.querySelector<HTMLInputElement>('hl-item-picker input');
    if (!picker) throw new Error('no field to pick an item');
    picker.value = 'TL-1';
    picker.dispatchEvent(new Event('input'));
    picker.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    let asked: TestRequest[] = [];
    await screen.until(() => {
      asked = screen.server.match(({ url }) => url === '/api/items');
      return asked.length > 0;
    });
    asked[0]?.flush({ rows: [itemRow('TL-1', '9.00')], total: 1, currency: 'EUR', version: 1 });
    await screen.settle();
    await screen.type('Cost of TL-1', '4,90');
    await screen.press('Review bill');
    const sent = await screen.answer('POST', '/api/bills', problemBody(422, 'Rejected.'), 422);
    expect(sent).toEqual(
      jasmine.objectContaining({
        supplier: 'pits',
        reference: '4711',
        lines: [{ item: 'TL-1', cost: '4.90', currency: 'EUR', unit: null }],
      }),
    );
  });
});
