import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { itemRow } from '../testing/goods';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../testing/screens';
import { ReceiptList } from './receipt-list';
import { receiptsEffects } from './receipts.effects';
import { receiptsFeature } from './receipts.feature';

describe('the list of costs received', () => {
  let screen: ShownScreen<ReceiptList>;
  beforeEach(async () => {
    screen = await showScreen(
      ReceiptList,
      {},
      provideState(receiptsFeature),
      provideEffects(receiptsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/receipts', []);
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
      '/api/receipts?supplier=pits',
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
    await screen.settle(300);
    screen.server
      .expectOne(({ url }) => url === '/api/items')
      .flush({ rows: [itemRow('TL-1', '9.00')], total: 1, currency: 'EUR', version: 1 });
    await screen.settle(60);
    await screen.type('Cost of TL-1', '4,90');
    await screen.press('Look it through');
    const sent = await screen.answer('POST', '/api/bills', problemBody(422, 'Refused.'), 422);
    expect(sent).toEqual(
      jasmine.objectContaining({
        supplier: 'pits',
        reference: '4711',
        lines: [{ item: 'TL-1', cost: '4.90', currency: 'EUR', unit: null }],
      }),
    );
  });
});
