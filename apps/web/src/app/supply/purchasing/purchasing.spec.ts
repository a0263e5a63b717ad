import type { PurchaseAnswer, PurchaseOrderView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { PurchaseDesk } from './purchase-desk';
import { PurchaseOrder } from './purchase-order';
import { purchasingEffects } from './purchasing.effects';
import { purchasingFeature } from './purchasing.feature';
import { PAUSES } from '../../shared/requests/pauses';

const PROVIDERS = [provideState(purchasingFeature), provideEffects(purchasingEffects)];
const OFFER = {
  amount: '4.40',
  currency: 'EUR',
  unit: null,
  minQuantity: '60',
  window: { from: null, until: null },
};
const PICKED = { offer: OFFER, each: '4.40', amount: '264.00' };

function order(changes: Partial<PurchaseOrderView> = {}): PurchaseOrderView {
  return {
    number: 5001,
    supplier: { code: 'pits', name: 'Marsh Pits' },
    day: '2026-11-24',
    note: '',
    state: 'open',
    revision: 1,
    by: 'Ines Marlow',
    at: '2026-11-24T10:00:00Z',
    homeCurrency: 'EUR',
    lines: [
      {
        item: 'CL-1',
        name: 'Stoneware',
        quantity: '60',
        unit: null,
        baseUnit: 'bag',
        units: ['pallet'],
        number: 'MP-1',
        picked: PICKED,
        cheaper: { name: 'Ferrybridge Tools', inHome: '250.00' },
      },
    ],
    totals: [{ currency: 'EUR', amount: '264.00' }],
    ...changes,
  };
}

describe('the purchase desk', () => {
  let screen: ShownScreen<PurchaseDesk>;
  beforeEach(async () => {
    screen = await showScreen(PurchaseDesk, { item: 'CL-1' }, ...PROVIDERS);
    signedIn(screen);
    await screen.drawn();
  });

  const answer: PurchaseAnswer = {
    item: 'CL-1',
    name: 'Stoneware',
    unit: 'bag',
    units: ['pallet'],
    quantity: '60',
    day: '2026-11-24',
    homeCurrency: 'EUR',
    suppliers: [
      {
        supplier: { code: 'pits', name: 'Marsh Pits' },
        preferred: true,
        number: 'MP-1',
        leadTimeDays: 7,
        picked: PICKED,
        inHome: '264.00',
        dearer: '0.0',
        offers: [
          { ...OFFER, verdict: 'counts' },
          { ...OFFER, minQuantity: '600', verdict: 'moreNeeded' },
        ],
      },
    ],
  };

  it('asks for the item that it was led to, and again for another quantity', async () => {
    await screen.answer('GET', '/api/purchase-desk?item=CL-1&quantity=1', answer);
    await screen.type('Quantity', '60');
    await screen.answer('GET', '/api/purchase-desk?item=CL-1&quantity=60', answer);
    expect(screen.text()).toContain('● cheapest');
    expect(screen.text()).toContain('from 600 bag: needs more');
  });

  it('says why there is no answer', async () => {
    const no = problemBody(422, 'CL-1 comes in whole units of bag.');
    await screen.answer('GET', '/api/purchase-desk?item=CL-1&quantity=1', no, 422);
    expect(screen.text()).toContain('whole units of bag');
  });

  it('begins an order of just that', async () => {
    await screen.answer('GET', '/api/purchase-desk?item=CL-1&quantity=1', answer);
    await screen.press('Create purchase order');
    const sent = await screen.answer('POST', '/api/purchase-orders', order());
    expect(sent).toEqual({
      supplier: 'pits',
      day: '2026-11-24',
      note: '',
      lines: [{ item: 'CL-1', quantity: '60', unit: null }],
    });
  });
});

describe('a purchase order', () => {
  let screen: ShownScreen<PurchaseOrder>;
  const open = async (changes: Partial<PurchaseOrderView> = {}): Promise<void> => {
    screen = await showScreen(PurchaseOrder, { number: '5001' }, ...PROVIDERS);
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/purchase-orders/5001', order(changes));
  };

  it('shows the cost that counts for each line, and who would be cheaper', async () => {
    await open();
    expect(screen.text()).toContain('4.40 EUR per bag, from 60 bag');
    expect(screen.text()).toContain('△ Ferrybridge Tools asks 250.00 EUR');
    expect(screen.text()).toContain('264.00 EUR');
  });

  it('is kept as it is typed, and its costs are picked anew', async () => {
    await open();
    await screen.type('Quantity of CL-1', '59');
    const sent = await screen.answer(
      'PUT',
      '/api/purchase-orders/5001',
      order({ revision: 2, totals: [{ currency: 'EUR', amount: '295.00' }] }),
    );
    expect(sent).toEqual(
      jasmine.objectContaining({
        revision: 1,
        lines: [{ item: 'CL-1', quantity: '59', unit: null }],
      }),
    );
    expect(screen.text()).toContain('295.00 EUR');
  });

  it('tells what is wrong beside the quantity, and is not sent with it', async () => {
    await open();
    await screen.type('Quantity of CL-1', '0');
    await screen.quiet(PAUSES.save + 50);
    screen.server.expectNone('/api/purchase-orders/5001');
    expect(screen.wrong('Quantity of CL-1')).toContain('above 0');
  });

  it('asks whose it is to be where somebody else was first', async () => {
    await open();
    await screen.type('Quantity of CL-1', '59');
    await screen.quiet(PAUSES.save + 50);
    const conflict = { ...problemBody(409, 'Somebody else.'), current: order({ revision: 4 }) };
    await screen.answer('PUT', '/api/purchase-orders/5001', conflict, 409);
    await screen.press('Keep mine');
    const sent = await screen.answer('PUT', '/api/purchase-orders/5001', order({ revision: 5 }));
    expect(sent).toEqual(jasmine.objectContaining({ revision: 4 }));
  });

  it('is placed as it stands, and then only looked at', async () => {
    await open();
    await screen.press('Place order');
    const placed = order({ state: 'placed', revision: 2 });
    expect(await screen.answer('POST', '/api/purchase-orders/5001/place', placed)).toEqual({
      revision: 1,
    });
    expect(screen.text()).toContain('✓ placed');
    expect(screen.host.querySelector('input')).toBeNull();
  });
});
