import type { CustomerRow, DeskAnswer, DocumentView, LastPrice } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { writeWallClock } from '../../shared/numbers/dates';
import { view } from '../../testing/documents';
import { itemFacts, itemRow } from '../../testing/goods';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { workingsFeature } from '../../shared/workings/workings.feature';
import { PriceDesk } from './price-desk';
import { priceDeskEffects } from './price-desk.effects';
import { priceDeskActions, priceDeskFeature } from './price-desk.feature';

const PAUSE = 200;
const ITEM = itemRow('CL-0207', '18.40');

function answer(changes: Partial<DeskAnswer> = {}): DeskAnswer {
  const [priced] = view().priced;
  if (!priced) throw new Error('the line is priced');
  return {
    item: itemFacts('CL-0207', { listPrice: { amount: '21.00', currency: 'EUR' } }),
    priced,
    currency: 'EUR',
    outlet: null,
    asOf: null,
    pricedAt: '2026-11-24T14:32:00Z',
    version: 2,
    ladder: [
      { quantity: '2', priced },
      { quantity: '10', priced },
    ],
    levels: [{ id: 'schools', name: 'Schools', priced }],
    replacedBy: { item: 'CL-0300', name: 'The new body' },
    suppliers: [{ name: 'Marsh Pits', leadTimeDays: 13 }],
    ...changes,
  };
}
const paid = (changes: Partial<LastPrice> = {}): LastPrice => ({
  document: { kind: 'sale', number: 1031 },
  at: '2026-05-04T10:00:00Z',
  customer: 'Harbour Lane School',
  quantity: '3',
  unit: 'bag',
  each: '15.90',
  net: '47.70',
  currency: 'EUR',
  ofDocument: null,
  special: true,
  ...changes,
});

describe('the screen of the price desk', () => {
  let screen: ShownScreen<PriceDesk>;
  beforeEach(async () => {
    screen = await showScreen(
      PriceDesk,
      {},
      provideState(priceDeskFeature),
      provideEffects(priceDeskEffects),
    );
    signedIn(screen);
    await screen.answerReference();
  });
  async function ask(
    with_: DeskAnswer = answer(),
    last: readonly LastPrice[] = [],
  ): Promise<unknown> {
    screen.store.dispatch(priceDeskActions.itemChosen({ item: ITEM }));
    const sent = await screen.answer('POST', '/api/price-desk', with_);
    const prices = { customer: [], segment: last };
    await screen.answer('GET', '/api/last-prices?item=CL-0207', prices);
    return sent;
  }

  it('waits for an item, with the cursor where it is typed or scanned', () => {
    expect(document.activeElement).toBe(screen.field('Type or scan an item'));
    expect(screen.text()).toContain('Type an item’s number');
  });

  it('answers with the price, its workings, by quantity and by level, and what was paid', async () => {
    expect(await ask(answer(), [paid()])).toEqual(
      jasmine.objectContaining({ item: 'CL-0207', quantity: '1', customer: null, asOf: null }),
    );
    const shown = screen.text();
    for (const part of [
      '16.20',
      'EUR each for no customer',
      'list price 21.00 EUR per bag, the maker’s suggestion',
      'replaced by CL-0300',
      'from Marsh Pits, 13 days',
      'Schools',
      'Others paid',
      '15.90 EUR',
      'Sale 1031',
    ]) {
      expect(shown).toContain(part);
    }
    const explained = screen.store.selectSignal(workingsFeature.selectPrice)();
    expect(explained?.whose).toContain('2 bags for no customer');
  });

  it('asks anew for what is typed, and for a customer at its own outlet', async () => {
    await ask();
    await screen.type('Quantity', '5');
    const sent = await screen.answer('POST', '/api/price-desk', answer());
    expect(sent).toEqual(jasmine.objectContaining({ quantity: '5' }));
    await screen.answer('GET', '/api/last-prices?item=CL-0207', { customer: [], segment: [] });

    const customer = { code: 'C1001', name: 'Harbour Lane School' } as CustomerRow;
    screen.store.dispatch(priceDeskActions.customerChosen({ customer }));
    const forSchool = await screen.answer('POST', '/api/price-desk', answer());
    expect(forSchool).toEqual(jasmine.objectContaining({ customer: 'C1001', outlet: null }));
    const prices = { customer: [paid()], segment: [] };
    await screen.answer('GET', '/api/last-prices?item=CL-0207&customer=C1001', prices);
    expect(screen.text()).toContain('Harbour Lane School paid');
  });

  it('says why there is no price, and what went wrong', async () => {
    const priced = {
      kind: 'unpriced' as const,
      id: 'desk',
      item: 'CL-0207',
      quantity: '1',
      problem: { kind: 'noStartPrice' as const },
    };
    await ask(answer({ priced }));
    expect(screen.host.querySelector('.answer .wrong')?.textContent).toContain('price');
    screen.store.dispatch(priceDeskActions.termsChanged({ terms: { quantity: '-1' } }));
    await screen.quiet(PAUSE);
    const body = problemBody(422, 'quantity must be above 0.');
    await screen.answer('POST', '/api/price-desk', body, 422);
    expect(screen.text()).toContain('quantity must be above 0.');
  });

  it('asks and quotes as of another time, which not every role may choose', async () => {
    await ask();
    await screen.type('As of', '2026-12-24T10:00');
    await screen.quiet(PAUSE);
    const asOf = '2026-12-24T10:00';
    const sent = await screen.answer('POST', '/api/price-desk', answer({ asOf }));
    expect(sent).toEqual(jasmine.objectContaining({ asOf }));
    await screen.answer('GET', '/api/last-prices?item=CL-0207', { customer: [], segment: [] });
    expect(screen.text()).toContain(writeWallClock(asOf));
    await screen.press('Create quote');
    await screen.answer('POST', '/api/documents', view([]));
    const saved = await screen.answer('PUT', '/api/documents/1007', view());
    expect((saved as DocumentView).asOf).toBe(asOf);
    signedIn(screen, 'sales');
    await screen.settle();
    const button = screen.host.querySelector<HTMLButtonElement>('[matButton=filled]');
    expect([button?.disabled, button?.title]).toEqual([
      true,
      'Your role may not choose as of when a quote is priced.',
    ]);
  });

  it('makes a quote of the question', async () => {
    await ask();
    await screen.press('Create quote');
    const begun: DocumentView = view([]);
    expect(await screen.answer('POST', '/api/documents', begun)).toEqual({
      kind: 'quote',
      customer: null,
    });
    const saved = await screen.answer('PUT', '/api/documents/1007', view());
    expect((saved as DocumentView).lines).toEqual([
      jasmine.objectContaining({ item: 'CL-0207', quantity: '1', unit: null }),
    ]);
  });
});
