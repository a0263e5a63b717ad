import type {
  BreakAnswer,
  BreakContent,
  BreakItemsPage,
  BreakQuestion,
  BreakView,
} from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { edited, wholeBreak } from '../../testing/contents';
import { BreakEditor } from './break-editor';
import { breaksEffects } from './breaks.effects';
import { breaksFeature } from './breaks.feature';
import { PAUSES } from '../../shared/requests/pauses';

const ID = '00000000-0000-4000-8000-000000000001';
const CLAY: BreakContent = {
  ...wholeBreak('EUR'),
  name: 'Clay by the bag',
  scopes: [{ kind: 'category', category: 'clay' }],
  tiers: [
    { from: '10', adjustment: { kind: 'percent', percent: '-5' } },
    { from: '25', adjustment: { kind: 'percent', percent: '-12' } },
  ],
};
const ITEMS: BreakItemsPage = {
  rows: [
    {
      item: 'CL-0207',
      name: 'Stoneware body',
      unit: 'bag',
      each: ['4.00', '3.80', null],
      narrower: 'Stoneware by the pallet',
    },
  ],
  total: 1,
  currency: 'EUR',
};

/** Bags at 4.00, as a server prices them. */
function answerTo({ content, quantities }: BreakQuestion): BreakAnswer {
  const row = (quantity: string) => {
    const tier = content.tiers.findLast(({ from }) => Number(from) <= Number(quantity));
    const percent = tier?.adjustment.kind === 'percent' ? Number(tier.adjustment.percent) : 0;
    const each = 4 * (1 + percent / 100);
    const price = {
      total: (each * Number(quantity)).toFixed(2),
      unitPrice: each.toFixed(2),
      why: null,
    };
    const plain = { ...price, total: (4 * Number(quantity)).toFixed(2), unitPrice: '4.00' };
    return { quantity, now: plain, edited: price, otherMode: plain, without: plain };
  };
  return {
    item: { item: 'CL-0207', name: 'Stoneware body', unit: 'bag', digits: 0 },
    currency: 'EUR',
    level: null,
    items: 1,
    rows: quantities.map(row),
  };
}

describe('a quantity break on its screen', () => {
  let screen: ShownScreen<BreakEditor>;

  async function open(view: Partial<BreakView> | null, inputs = {}): Promise<void> {
    screen = await showScreen(
      BreakEditor,
      { id: ID, ...inputs },
      provideState(breaksFeature),
      provideEffects(breaksEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    if (view) {
      const found = { id: ID, published: CLAY, draft: null, ...view };
      await screen.answer('GET', `/api/breaks/${ID}`, found);
    }
  }
  /** Answers what the bench asks, and then what the list of items does. */
  async function priced(): Promise<void> {
    await screen.quiet(PAUSES.list + 50);
    // a question that came too soon after another takes its place
    const waiting = (path: string) =>
      screen.server.match(`/api/breaks/${ID}/${path}`).filter(({ cancelled }) => !cancelled);
    const [asked] = waiting('try');
    asked?.flush(answerTo(asked.request.body as BreakQuestion));
    for (const one of waiting('items')) one.flush(ITEMS);
    await screen.settle();
  }
  /** The break as it was sent to be kept. */
  const sent = (): Promise<BreakContent> => edited(screen, { kind: 'break', key: ID });

  it('reads back as a sentence, with ranges, prices, totals, snags and the items', async () => {
    await open({});
    expect(screen.text()).toContain(
      'at least 10: 5 % off every unit; at least 25: 12 % off every unit',
    );
    await priced();
    for (const part of [
      '1 to 9',
      '10 to 24',
      '25 and more',
      '△ 24 (91.20) cost more than 25 (88.00)',
      '1 snag in this break.',
      'Stoneware by the pallet',
      'Price incrementally',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('takes a way out of its snags, and back', async () => {
    await open({});
    await priced();
    await screen.press('Price incrementally');
    expect((await sent()).mode).toBe('incremental');
    expect(screen.text()).toContain('incremental');
    expect(screen.text()).not.toContain('1 snag');
    await screen.press('Undo');
    await screen.answer('DELETE', `/api/edits/break/${ID}`, null);
    await priced();
    expect(screen.text()).toContain('1 snag in this break.');
    screen.server.match(() => true);
  });

  it('has its tiers typed: a threshold goes to its place, a figure is off or added', async () => {
    await open({});
    await screen.type('Minimum quantity', '60');
    expect((await sent()).tiers.map(({ from }) => from)).toEqual(['25', '60']);
    await screen.choose('Effect of the tier from 60', 'unit price');
    expect((await sent()).tiers[1]?.adjustment).toEqual({ kind: 'set', price: '', unit: null });
    await screen.type('Price', '3.20');
    expect((await sent()).tiers[1]?.adjustment).toEqual({ kind: 'set', price: '3.20', unit: null });
    await screen.press('Add tier');
    expect((await sent()).tiers[2]).toEqual({
      from: '',
      adjustment: { kind: 'set', price: '', unit: null },
    });
    expect(screen.text()).toContain('Not complete yet');
    await screen.press('Remove the tier from');
    expect((await sent()).tiers.length).toBe(2);
    await screen.choose('Effect of the tier from 25', 'price on request');
    expect(screen.text()).toContain('tier 1 is by request, so it must be the last');
    screen.server.match(() => true);
  });

  it('has tiers pasted with from and to, and says which row is wrong', async () => {
    await open({});
    const paste = async (text: string): Promise<void> => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', text);
      screen.host
        .querySelector('hl-tier-editor input')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
      await screen.settle();
    };
    await paste('4\t11\t5\n13\t24\t8');
    expect(screen.text()).toContain('There is a gap between rows 1 and 2');
    await paste('4\t11\t5\n12\t24\t8\n25\t\t-12 %');
    expect((await sent()).tiers).toEqual([
      { from: '4', adjustment: { kind: 'percent', percent: '-5' } },
      { from: '12', adjustment: { kind: 'percent', percent: '-8' } },
      { from: '25', adjustment: { kind: 'percent', percent: '-12' } },
    ]);
    screen.server.match(() => true);
    // a currency says that they are prices; an upper end is none that a break could have
    await paste('4\t11\t€ 9.50\n12\t24\t€ 8.90');
    expect(screen.text()).toContain('The last row ends at 24');
    const price = (each: string) => ({ kind: 'set', price: each, unit: null }) as const;
    expect((await sent()).tiers).toEqual([
      { from: '4', adjustment: price('9.50') },
      { from: '12', adjustment: price('8.90') },
    ]);
    screen.server.match(() => true);
  });

  it('asks what pasted figures are where nothing says', async () => {
    await open({});
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', '4\t9.50\n12\t8.90');
    screen.host
      .querySelector('hl-tier-editor input')
      ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
    await screen.settle();
    expect(screen.text()).toContain(
      'Are the figures of these 2 rows percents off, or prices of one',
    );
    await screen.press('Prices of one');
    expect((await sent()).tiers[0]?.adjustment).toEqual({ kind: 'set', price: '9.50', unit: null });
    screen.server.match(() => true);
  });

  it('says what it counts, what tiers are reckoned on, and whom it is for', async () => {
    await open({});
    await screen.choose('Counting', 'across covered items');
    expect((await sent()).count).toBe('goods');
    await screen.type('Unit that is counted', 'pallet');
    expect((await sent()).measure).toEqual({ kind: 'quantity', unit: 'pallet' });
    await screen.choose('Measured by', 'Term');
    const byTerm = await sent();
    expect([byTerm.measure.kind, byTerm.count]).toEqual(['term', 'line']);
    await screen.choose('Based on', 'Base price');
    expect((await sent()).basis).toEqual({ kind: 'basePrice' });
    await screen.type('First day', '2027-03-01');
    expect((await sent()).window).toEqual({ from: '2027-03-01', until: null });
    screen.server.match(() => true);
  });

  it('says beside a field what is wrong, found here or told by the server', async () => {
    await open({});
    await screen.type('Name', '');
    expect(screen.text()).toContain('Name is missing');
    await screen.type('Name', 'Another');
    await screen.answer(
      'PUT',
      `/api/edits/break/${ID}`,
      problemBody(422, 'The goods are wrong.', {
        fields: [{ path: 'content.scopes[0]', sentence: 'There is no category clay' }],
      }),
      422,
    );
    expect(screen.text()).toContain('There is no category clay');
    screen.server.match(() => true);
  });

  it('is begun as a copy of another, for one item', async () => {
    const other = '00000000-0000-4000-8000-000000000002';
    await open(null, { new: 'yes', like: other, item: 'CL-0207' });
    await screen.answer('GET', `/api/breaks/${other}`, { id: other, published: CLAY, draft: null });
    expect(screen.text()).toContain('Clay by the bag, CL-0207');
    expect(screen.text()).toContain('New: not saved yet');
    await screen.type('Text for the customer', 'For you');
    const saved = await sent();
    expect(saved.scopes).toEqual([{ kind: 'item', item: 'CL-0207' }]);
    expect(saved.tiers).toEqual(CLAY.tiers);
    screen.server.match(() => true);
  });

  it('is begun as a copy of another, for the items that were chosen in its grid', async () => {
    const other = '00000000-0000-4000-8000-000000000002';
    await open(null, { new: 'yes', like: other, item: ['CL-0207', 'CL-0301', 'CL-0302'] });
    await screen.answer('GET', `/api/breaks/${other}`, { id: other, published: CLAY, draft: null });
    expect(screen.text()).toContain('Clay by the bag, CL-0207 and 2 more');
    await screen.type('Set-up charge', '24');
    const saved = await sent();
    expect(saved.scopes.map((one) => one.kind === 'item' && one.item)).toEqual([
      'CL-0207',
      'CL-0301',
      'CL-0302',
    ]);
    expect(saved.setUp).toEqual({ amount: '24', words: '' });
    expect(screen.text()).toContain('a set-up charge of 24 EUR once per customer and item');
    await screen.type('Set-up charge', '');
    expect((await sent()).setUp).toBeNull();
    screen.server.match(() => true);
  });

  it('is begun empty', async () => {
    await open(null, { new: 'yes' });
    expect(screen.text()).toContain('New quantity break');
    await screen.type('Name', 'Brushes');
    expect((await sent()).name).toBe('Brushes');
    expect(screen.text()).toContain('choose at least one item for the break');
    screen.server.match(() => true);
  });
});
