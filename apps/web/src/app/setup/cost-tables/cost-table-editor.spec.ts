import type { CostTableContent, CostTableView, TableItemsPage } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { edited } from '../../testing/contents';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { CostTableEditor } from './cost-table-editor';
import { costTablesEffects } from './cost-tables.effects';
import { costTablesFeature } from './cost-tables.feature';

const ID = '00000000-0000-4000-8000-000000000001';
const TOOLS: CostTableContent = {
  name: 'Tools, sliding',
  currency: 'EUR',
  scopes: [{ kind: 'category', category: 'clay' }],
  outlets: null,
  costs: [
    {
      cost: 'last',
      bands: [
        { from: '0', adjustment: { kind: 'multiplier', factor: '5' } },
        { from: '3.20', adjustment: { kind: 'multiplier', factor: '4.5' } },
      ],
    },
  ],
  points: null,
  fees: null,
  pieceCharges: [],
  rounding: null,
};
const PAGE: TableItemsPage = {
  rows: [
    {
      item: 'TL-1',
      name: 'Loop tool',
      unit: 'piece',
      cost: '2.00',
      costKind: 'last',
      basePrice: '9.00',
      price: '10.00',
      markup: '400.0',
      margin: '80.0',
      why: null,
    },
    {
      item: 'TL-2',
      name: 'Wire',
      unit: 'piece',
      cost: null,
      costKind: null,
      basePrice: '3.00',
      price: null,
      markup: null,
      margin: null,
      why: 'It has no cost of a kind that the table knows.',
    },
  ],
  reached: 2,
  withoutCost: 1,
  withBasePrice: 3,
  priced: 1,
  narrower: [{ name: 'Glazes', items: 12 }],
  currency: 'EUR',
};

describe('a cost table on its screen', () => {
  let screen: ShownScreen<CostTableEditor>;

  async function open(table: Partial<CostTableView> | null, inputs = {}): Promise<void> {
    screen = await showScreen(
      CostTableEditor,
      { id: ID, ...inputs },
      provideState(costTablesFeature),
      provideEffects(costTablesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    if (table) {
      const view = { id: ID, published: TOOLS, draft: null, ...table };
      await screen.answer('GET', `/api/cost-tables/${ID}`, view);
    }
  }
  const items = async (): Promise<unknown> => {
    return screen.answer('POST', `/api/cost-tables/${ID}/items`, PAGE);
  };
  const saved = (revision = 1): Promise<unknown> =>
    screen.answer('PUT', `/api/edits/costTable/${ID}`, { revision, draft: 'd' });
  /** The table as it was sent to be kept. */
  const sent = (): Promise<CostTableContent> => edited(screen, { kind: 'costTable', key: ID });

  it('reads back as a sentence, with what it makes of the items it takes in', async () => {
    await open({});
    expect(screen.text()).toContain(
      'Last cost; less than 3.20 EUR: 5 × cost; at least 3.20 EUR: 4.5',
    );
    expect(await items()).toEqual({ content: TOOLS, withoutCost: false, offset: 0, limit: 50 });
    expect(screen.text()).toContain(
      'It prices 1 item. 3 have a base price of their own, which comes first. ' +
        'More specific tables come before it: Glazes (12).',
    );
    const link = [...screen.host.querySelectorAll('a')].find(({ textContent }) =>
      textContent.includes('Save as base prices'),
    );
    const address = link?.getAttribute('href') ?? '';
    expect(address).toContain(`/price-changes/new?table=${ID}`);
    for (const part of ['2 covered, 1 without a cost', 'Loop tool', '400.0', '80.0', '△ none']) {
      expect(screen.text()).toContain(part);
    }
  });

  it('marks an edge at which the price falls, with the costs it spans, and repairs it', async () => {
    await open({});
    expect(screen.text()).toContain(
      'At a cost of 3.20 the price falls from 16.00 to 14.40: goods that cost 3.20 to 3.56 sell for ' +
        'less than some that cost 2.88 to 3.20.',
    );
    await screen.press('Repair these edges');
    expect((await sent()).costs[0]?.bands).toEqual([
      { from: '0', adjustment: { kind: 'multiplier', factor: '5' } },
      { from: '3.20', adjustment: { kind: 'set', price: '16.00' } },
      { from: '3.56', adjustment: { kind: 'multiplier', factor: '4.5' } },
    ]);
    expect(screen.text()).not.toContain('the price falls');
    await screen.press('Undo');
    await screen.answer('DELETE', `/api/edits/costTable/${ID}`, null);
    expect(screen.text()).toContain('the price falls');
  });

  it('has its bands typed: a threshold goes to its place, a figure changes its way', async () => {
    await open({});
    await screen.type('Cost from', '5');
    expect((await sent()).costs[0]?.bands.map(({ from }) => from)).toEqual(['3.20', '5']);
    await screen.choose('Effect of the band from 5', '% margin');
    expect((await sent()).costs[0]?.bands[1]?.adjustment).toEqual({
      kind: 'margin',
      percent: '',
    });
    await screen.type('Figure of the band from 5', '60');
    expect((await sent()).costs[0]?.bands[1]?.adjustment).toEqual({
      kind: 'margin',
      percent: '60',
    });
    expect(screen.text()).toContain('150.0 %');
    await screen.press('Add band');
    expect((await sent()).costs[0]?.bands[2]?.from).toBe('');
    expect(screen.text()).toContain('Not complete yet');
    await screen.press('Remove the band from');
    expect((await sent()).costs[0]?.bands.length).toBe(2);
  });

  it('has bands pasted, and says which row is wrong', async () => {
    await open({});
    const paste = async (text: string): Promise<void> => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', text);
      screen.host
        .querySelector('hl-band-editor input')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
      await screen.settle();
    };
    await paste('0\t3\t5\n4\t9\t2');
    expect(screen.text()).toContain('There is a gap between rows 1 and 2');
    await paste('0\t4\n10\t3');
    expect((await sent()).costs[0]?.bands).toEqual([
      { from: '0', adjustment: { kind: 'multiplier', factor: '4' } },
      { from: '10', adjustment: { kind: 'multiplier', factor: '3' } },
    ]);
  });

  it('takes further kinds of cost, in an order', async () => {
    await open({});
    await screen.choose('Fallback cost type', 'landed');
    expect((await sent()).costs.map(({ cost }) => cost)).toEqual(['last', 'landed']);
    await screen.press('Move up');
    expect((await sent()).costs.map(({ cost }) => cost)).toEqual(['landed', 'last']);
  });

  it('takes points, fees, piece charges, outlets and rounding', async () => {
    await open({});
    await screen.press('Add fees');
    await sent();
    await screen.type('Fee in percent of the price', '3.4');
    expect((await sent()).fees).toEqual({ percent: '3.4', fixed: '0' });
    await screen.press('Add charge per unit');
    expect((await sent()).pieceCharges).toEqual([
      { scope: { kind: 'category', category: '' }, amount: '' },
    ]);
    await screen.press('Adjust markups by units sold');
    expect((await sent()).points).toEqual({ days: 90, bands: [{ from: '0', points: '0' }] });
    await screen.type('Days back', '');
    expect((await sent()).points?.days).toBeNull();
    await screen.choose('Rounding', 'to a multiple of');
    expect((await sent()).rounding?.currency).toBe('EUR');
    await screen.pick('Applies to', 'ebb', 'Ebb & Flood');
    expect((await sent()).scopes.length).toBe(2);
  });

  it('says beside a field what is wrong, found here or told by the server', async () => {
    await open({});
    await screen.type('Name', '');
    expect(screen.text()).toContain('Name is missing');
    await screen.type('Name', 'Another');
    await screen.answer(
      'PUT',
      `/api/edits/costTable/${ID}`,
      problemBody(422, 'The name is wrong.', {
        fields: [{ path: 'content.scopes[0]', sentence: 'The table Other is for the same goods' }],
      }),
      422,
    );
    expect(screen.text()).toContain('The table Other is for the same goods');
    await screen.choose('Effect of the band from 0', 'price on request');
    expect(screen.text()).toContain('band 1 is by request, so it must be the last');
    screen.server.match(() => true);
  });

  it('shows theirs and mine where somebody else was first', async () => {
    await open({});
    await screen.press('Add fees');
    const current = {
      draft: 'd',
      draftName: 'D',
      revision: 4,
      content: { ...TOOLS, name: 'Theirs' },
    };
    await screen.answer(
      'PUT',
      `/api/edits/costTable/${ID}`,
      problemBody(409, 'Not saved: Noor Salter changed this.', { current }),
      409,
    );
    expect(screen.text()).toContain('Not saved: Noor Salter changed this.');
    await screen.press('Keep mine');
    const body = (await saved(5)) as { revision: number };
    expect(body.revision).toBe(4);
  });

  it('is begun empty, and has an address of its own once it is kept', async () => {
    await open(null, { new: 'yes' });
    expect(screen.text()).toContain('New cost table');
    expect(screen.text()).toContain('New: not saved yet');
    await screen.type('Name', 'Brushes');
    expect((await sent()).name).toBe('Brushes');
    expect(screen.text()).toContain('△ New, not saved');
    await screen.type('Figure of the band from 0', '25');
    await sent();
    expect(screen.text()).toContain('△ New in draft');
  });
});
