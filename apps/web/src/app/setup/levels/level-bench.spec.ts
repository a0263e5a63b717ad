import type { BenchAnswer, PricedLineForm } from '@honest-ledger/contracts';
import { itemFacts, itemRow } from '../../testing/goods';
import { entry, levelContent } from '../../testing/levels';
import { problemBody, showScreen, type ShownScreen } from '../../testing/screens';
import { workingsFeature } from '../../shared/workings/workings.feature';
import { LevelBench } from './level-bench';

const URL = '/api/levels/l/bench';
const CONTENT = levelContent({ entries: [entry('a', '-10')] });
/** As long as the bench waits before it asks, and a little more. */
const PAUSE = 320;

const priced = (unitPrice: string): PricedLineForm => ({
  kind: 'priced',
  id: 'bench',
  item: 'CL-0207',
  quantity: '1',
  unit: 'bag',
  duration: null,
  level: null,
  closedBy: null,
  flats: [],
  slices: [{ quantity: '1', unit: 'bag', unitPrice, amount: unitPrice, steps: [] }],
  amount: unitPrice,
  shares: [],
  discount: null,
  floor: null,
  discountShare: null,
  net: unitPrice,
  cost: null,
  notApplied: [],
  notAppliedMore: 0,
  computed: null,
  kept: null,
  setUp: null,
});
const answered = (changes: Partial<BenchAnswer> = {}): BenchAnswer => ({
  published: priced('18.40'),
  edited: priced('16.55'),
  currency: 'EUR',
  version: 3,
  item: itemFacts('CL-0207'),
  ...changes,
});

describe('trying a level', () => {
  let screen: ShownScreen<LevelBench>;
  beforeEach(async () => {
    screen = await showScreen(LevelBench, { id: 'l', content: CONTENT });
    for (const open of screen.server.match('/api/categories')) open.flush([]);
  });
  const followed = () => screen.store.selectSignal(workingsFeature.selectPrice)();

  async function pick(item: string): Promise<void> {
    const field = screen.host.querySelector<HTMLInputElement>('hl-item-picker input');
    if (!field) throw new Error('no field');
    field.focus();
    field.value = item;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13 }));
    await screen.drawn();
    const units = [{ unit: 'pallet', factor: '60', digits: 0 }];
    const page = {
      rows: [itemRow(item, '18.40', { units })],
      total: 1,
      currency: 'EUR',
      version: 3,
    };
    await screen.answer('GET', `/api/items?text=${item}&limit=12`, page);
    await screen.quiet(PAUSE);
  }

  it('asks nothing before there is an item to try it on', async () => {
    await screen.quiet(PAUSE);
    screen.server.expectNone(URL);
  });

  it('shows the price as published against as edited, and the workings follow the edit', async () => {
    await pick('CL-0207');
    const sent = await screen.answer('POST', URL, answered());
    expect(sent).toEqual({
      content: CONTENT,
      item: 'CL-0207',
      quantity: '1',
      unit: null,
      customer: null,
      day: null,
    });
    for (const part of ['As published', '18.40', 'With this edit', '16.55', 'EUR']) {
      expect(screen.text()).toContain(part);
    }
    expect(followed()?.whose).toBe('1 bag for any customer, with this edit');
    screen.host.querySelector<HTMLElement>('button.side')?.click();
    expect(followed()?.whose).toBe('1 bag for any customer, published');
  });

  it('is tried for another quantity, in another unit, on another day', async () => {
    await pick('CL-0207');
    await screen.answer('POST', URL, answered());
    await screen.type('Quantity to try', '2,5');
    await screen.choose('Unit', 'pallet');
    await screen.type('Day to try', '2026-12-01');
    const sent = await screen.answer('POST', URL, answered());
    expect(sent).toEqual(
      jasmine.objectContaining({ quantity: '2.5', unit: 'pallet', day: '2026-12-01' }),
    );
    expect(followed()?.whose).toBe('2.5 pallets for any customer, with this edit');
  });

  it('follows every edit, once typing pauses', async () => {
    await pick('CL-0207');
    await screen.answer('POST', URL, answered());
    for (const percent of ['-11', '-12']) {
      screen.fixture.componentRef.setInput(
        'content',
        levelContent({ entries: [entry('a', percent)] }),
      );
      await screen.settle();
    }
    const sent = (await screen.answer('POST', URL, answered({ edited: priced('16.20') }))) as {
      content: unknown;
    };
    expect(sent.content).toEqual(levelContent({ entries: [entry('a', '-12')] }));
    expect(screen.text()).toContain('16.20');
  });

  it('asks nothing while the level itself is wrong', async () => {
    await pick('CL-0207');
    await screen.answer('POST', URL, answered());
    screen.fixture.componentRef.setInput('content', levelContent({ name: '' }));
    await screen.quiet(PAUSE);
    screen.server.expectNone(URL);
  });

  it('shows one price for a level that is new, and a reason where there is none', async () => {
    await pick('CL-0207');
    const edited: PricedLineForm = {
      kind: 'unpriced',
      id: 'bench',
      item: 'CL-0207',
      quantity: '1',
      problem: { kind: 'noStartPrice' },
    };
    await screen.answer('POST', URL, answered({ published: null, edited }));
    expect(screen.text()).not.toContain('As published');
    expect(screen.text()).toContain('No price. Set a base price');
  });

  it('says why it cannot be tried', async () => {
    await pick('CL-0207');
    await screen.answer('POST', URL, problemBody(404, 'Item CL-0207 does not exist.'), 404);
    expect(screen.text()).toContain('Item CL-0207 does not exist.');
  });
});
