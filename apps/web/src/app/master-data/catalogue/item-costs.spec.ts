import type { FollowRule, ItemCosts, ItemCostsEdit, ItemCostsView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { ItemCostsPart } from './item-costs';
import { itemCostsEffects } from './item-costs.effects';
import { itemCostsFeature } from './item-costs.feature';
import { PAUSES } from '../../shared/requests/pauses';

const last = (from: string, amount: string) => ({
  kind: 'last',
  from,
  amount,
  currency: 'EUR',
  unit: null,
});
const COSTS: ItemCosts = {
  costs: [last('2026-05-01', '4.10'), last('2026-09-01', '4.66'), last('2026-12-01', '4.90')],
  suppliers: [
    {
      supplier: 'pits',
      preferred: true,
      number: 'MP-7',
      leadTimeDays: 12,
      costs: [
        {
          amount: '4.60',
          currency: 'EUR',
          unit: null,
          minQuantity: '24',
          window: { from: '2026-09-01', until: null },
        },
      ],
    },
  ],
};
const VIEW: ItemCostsView = {
  item: 'TL-1',
  unit: 'piece',
  units: ['set'],
  day: '2026-11-24',
  homeCurrency: 'EUR',
  costs: COSTS,
  sold: { lately: '23', ever: '179' },
};

const RULE: FollowRule = {
  id: '00000000-0000-4000-8000-000000000001',
  scope: { kind: 'supplier', supplier: 'pits' },
  follows: 'moves',
  cap: '10',
  keeping: { kind: 'stated', adjustment: { kind: 'margin', percent: '36.5' } },
  rounding: null,
};

describe('the costs of an item on its page', () => {
  let screen: ShownScreen<ItemCostsPart>;
  beforeEach(async () => {
    screen = await showScreen(
      ItemCostsPart,
      { item: 'TL-1' },
      provideState(itemCostsFeature),
      provideEffects(itemCostsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/items/TL-1/costs', VIEW);
    await screen.answer('GET', '/api/items/TL-1/follow-rule', { rule: RULE });
  });
  /** The costs as they were sent to be kept. */
  const sent = async (status = 200, answer: object = VIEW): Promise<ItemCosts> => {
    const body = await screen.answer('PUT', '/api/items/TL-1/costs', answer, status);
    return (body as { content: ItemCosts }).content;
  };

  it('say what counts today, since when, and what comes then', () => {
    for (const part of [
      '4.66',
      '4.90 from',
      '23 pieces sold in the 90 days before Nov 24, 2026, 179 in total so far',
      'Marsh Pits',
    ]) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.text()).not.toContain('4.10');
  });

  it('say what the price does when they change, and which rule says so', () => {
    expect(screen.text()).toContain(
      'When its cost changes, the price changes automatically by at most 10 %, beyond that after review, and keeps ' +
        'a margin of 36.5 %. Rule for all items from Marsh Pits.',
    );
  });

  it('are typed with a day from which they count; one of the same day is typed over', async () => {
    await screen.type('New cost', '4,75');
    await screen.press('Save cost');
    expect((await sent()).costs).toEqual([...COSTS.costs, last('2026-11-24', '4.75')]);
    await screen.type('First day of the cost', '2026-09-01');
    await screen.type('New cost', '5');
    await screen.press('Save cost');
    expect((await sent()).costs.map(({ amount }) => amount)).toEqual(['4.10', '4.90', '5']);
  });

  it('show their history, and take a cost out of it', async () => {
    await screen.press('▸ History');
    expect(screen.text()).toContain('4.10 EUR');
    await screen.press('Remove the last cost of 2026-05-01');
    expect((await sent()).costs.map(({ amount }) => amount)).toEqual(['4.66', '4.90']);
  });

  it('keep what suppliers ask, with numbers, lead times and minimum quantities', async () => {
    await screen.type('Number at Marsh Pits', 'MP-8');
    expect((await sent()).suppliers[0]?.number).toBe('MP-8');
    await screen.type('Lead time of Marsh Pits', '');
    expect((await sent()).suppliers[0]?.leadTimeDays).toBeNull();
    await screen.type('Minimum quantity', '48');
    expect((await sent()).suppliers[0]?.costs[0]?.minQuantity).toBe('48');
    // a cost that lacks its amount counts nowhere
    await screen.press('Add cost');
    expect(screen.text()).toContain('enter its cost');
    await screen.quiet(PAUSES.save + 50);
    screen.server.expectNone({ method: 'PUT' });
    await screen.type('New purchase cost', '4,20');
    expect((await sent()).suppliers[0]?.costs.map(({ amount }) => amount)).toEqual([
      '4.60',
      '4.20',
    ]);
  });

  it('lose neither of two fields that are changed one right after the other', async () => {
    await screen.type('Number at Marsh Pits', 'MP-8');
    await screen.type('Lead time of Marsh Pits', '9');
    const [first] = [(await sent()).suppliers[0]];
    expect([first?.number, first?.leadTimeDays]).toEqual(['MP-8', 9]);
  });

  it('lose nothing that is typed while the first is on its way', async () => {
    await screen.type('Number at Marsh Pits', 'MP-8');
    await screen.quiet(PAUSES.save + 50);
    await screen.type('Lead time of Marsh Pits', '9');
    const [supplier] = COSTS.suppliers;
    const after = { ...COSTS, suppliers: [{ ...supplier, number: 'MP-8' }] };
    await sent(200, { ...VIEW, costs: after });
    const body = await screen.answer('PUT', '/api/items/TL-1/costs', VIEW);
    const { seen, content } = body as ItemCostsEdit;
    expect(seen.suppliers[0]?.number).toBe('MP-8');
    expect(content.suppliers[0]).toEqual(
      jasmine.objectContaining({ number: 'MP-8', leadTimeDays: 9 }),
    );
  });

  it('are taken back, and made again', async () => {
    await screen.type('Number at Marsh Pits', 'MP-8');
    await sent(200, {
      ...VIEW,
      costs: { ...COSTS, suppliers: [{ ...COSTS.suppliers[0], number: 'MP-8' }] },
    });
    await screen.press('Undo');
    expect((await sent()).suppliers[0]?.number).toBe('MP-7');
    await screen.press('Redo');
    expect((await sent()).suppliers[0]?.number).toBe('MP-8');
  });

  it('say why they were not kept, and show what stands there after somebody else', async () => {
    const serverVersion = { ...COSTS, costs: [last('2026-05-01', '7.77')] };
    await screen.type('New cost', '1');
    await screen.press('Save cost');
    await sent(
      409,
      problemBody(409, 'Not saved: Noor Salter changed the costs of this item.', {
        current: serverVersion,
      }),
    );
    expect(screen.text()).toContain('Not saved: Noor Salter changed the costs of this item.');
    await screen.press('Use theirs');
    expect(screen.text()).toContain('7.77');
    expect(screen.text()).not.toContain('Somebody else');
    // and once more, with mine instead
    await screen.type('New cost', '2');
    await screen.press('Save cost');
    await sent(
      409,
      problemBody(409, 'Not saved: Noor Salter changed the costs of this item.', {
        current: COSTS,
      }),
    );
    await screen.press('Keep mine');
    const body = await screen.answer('PUT', '/api/items/TL-1/costs', VIEW);
    expect((body as ItemCostsEdit).seen).toEqual(COSTS);
    expect((body as ItemCostsEdit).content.costs.map(({ amount }) => amount)).toEqual([
      '7.77',
      '2',
    ]);
  });

  it('go to the outbox when the page is left before they are kept', async () => {
    await screen.type('Number at Marsh Pits', 'MP-8');
    screen.fixture.destroy();
    expect((await sent()).suppliers[0]?.number).toBe('MP-8');
  });
});
