import type { ChangePage, ItemCosts, ItemCostsView, ItemView } from '@honest-ledger/contracts';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const ITEM = 'TL-0042';

describe('the costs of an item', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const view = async (): Promise<ItemCostsView> =>
    (await browser.ask('GET', `/items/${ITEM}/costs`)).as<ItemCostsView>();
  const save = async (
    content: (costs: ItemCosts) => ItemCosts,
    seen?: ItemCosts,
  ): Promise<Answer> => {
    const { costs } = await view();
    return browser.ask('PUT', `/items/${ITEM}/costs`, {
      seen: seen ?? costs,
      content: content(costs),
    });
  };
  const last = (from: string, amount: string) => ({
    kind: 'last',
    from,
    amount,
    currency: 'EUR',
    unit: null,
  });
  /** The cost that the item's prices count with. */
  const counted = async (): Promise<string | undefined> => {
    const { levels } = (await browser.ask('GET', `/items/${ITEM}`)).as<ItemView>();
    const line = levels.find(({ currency }) => currency === 'EUR')?.line;
    return line?.kind === 'priced' ? line.cost?.each : undefined;
  };

  it('keep their history, and count from their day on', async () => {
    const answer = await save((costs) => ({
      ...costs,
      costs: [...costs.costs, last('2026-11-24', '4.10'), last('2026-12-01', '4.30')],
    }));
    expect(answer.status).toBe(200);
    expect(answer.as<ItemCostsView>().costs.costs.length).toBeGreaterThan(5);
    expect(await counted()).toBe('4.10');
    server.clock.now = new Date('2026-12-01T09:00:00Z');
    browser = await server.signedIn();
    expect(await counted()).toBe('4.30');
  });

  it('of 0 say that none is known', async () => {
    const only = (costs: ItemCosts, amount: string): ItemCosts => ({
      costs: [last('2026-11-01', amount)],
      suppliers: costs.suppliers.map((one) => ({ ...one, costs: [] })),
    });
    await save((costs) => only(costs, '3'));
    expect(await counted()).toBe('3');
    await save((costs) => only(costs, '0'));
    expect(await counted()).toBeUndefined();
  });

  it('come from the preferred supplier where nothing else is known', async () => {
    await save(({ suppliers }) => ({
      costs: [],
      suppliers: suppliers.map((one) => ({
        ...one,
        costs: one.preferred
          ? [
              {
                amount: '2.5',
                currency: 'EUR',
                unit: null,
                minQuantity: '0',
                window: { from: '2026-11-24', until: '2026-11-24' },
              },
            ]
          : one.costs,
      })),
    }));
    expect(await counted()).toBe('2.5');
    server.clock.now = new Date('2026-11-25T09:00:00Z');
    browser = await server.signedIn();
    expect(await counted()).toBeUndefined();
  });

  it('are refused with a sentence beside the field', async () => {
    const answer = await save(({ suppliers }) => ({
      costs: [
        { ...last('2026-11-01', '1'), kind: 'guessed' },
        { ...last('2026-11-02', '1'), unit: 'truck' },
        { ...last('2026-11-03', '1'), kind: 'purchase', currency: 'CHF' },
      ],
      suppliers: [
        ...suppliers,
        { supplier: 'nobody', preferred: false, number: null, leadTimeDays: 3, costs: [] },
      ],
    }));
    expect(answer.status).toBe(422);
    expect(answer.problem.fields?.map(({ sentence }) => sentence)).toEqual([
      'There is no kind of cost guessed',
      `${ITEM} has no unit truck`,
      'There is no rate to CHF',
      'Purchase costs belong to a supplier: type them there',
      'There is no supplier nobody',
    ]);
    const twice = await save((costs) => ({
      ...costs,
      costs: [last('2026-11-01', '1'), last('2026-11-01', '2')],
    }));
    expect(twice.problem.detail).toContain('two costs of one type start on the same day');
  });

  it('are not overwritten where somebody else was first, and are on record', async () => {
    const { costs: seen } = await view();
    await save((costs) => ({ ...costs, costs: [last('2026-11-20', '9')] }));
    const late = await save((costs) => ({ ...costs, costs: [] }), seen);
    expect(late.status).toBe(409);
    const { changes } = (await browser.ask('GET', '/changes?kind=costs')).as<ChangePage>();
    expect(changes.map(({ key, action }) => `${key} ${action}`)).toEqual([`${ITEM} changed`]);
    const reader = await server.signedIn('otto@saltmarsh.example');
    const hidden = (await reader.ask('GET', '/changes?kind=costs')).as<ChangePage>();
    expect(hidden.changes.map(({ before, after }) => [before, after])).toEqual([[null, null]]);
  });
});
