import type { LevelEntryForm } from '@honest-ledger/contracts';
import { entry, levelContent } from '../../testing/levels';
import { CATEGORY_ROWS, showScreen, type ShownScreen } from '../../testing/screens';
import { EntryEditor } from './entry-editor';

const TRADE = {
  id: 'trade',
  state: 'published' as const,
  content: levelContent({ name: 'Trade' }),
  customers: 0,
};
const SELF = { ...TRADE, id: 'self', content: levelContent({ name: 'Schools' }) };

describe('the editor of one entry', () => {
  let screen: ShownScreen<EntryEditor>;
  /** The entry as it was edited last. */
  let now: LevelEntryForm;

  async function show(begin: LevelEntryForm, problems: Record<string, string> = {}): Promise<void> {
    now = begin;
    screen = await showScreen(EntryEditor, {
      entry: begin,
      level: 'self',
      currency: 'EUR',
      problems: new Map(Object.entries(problems)),
      path: 'entries[0]',
    });
    const { componentRef, componentInstance } = screen.fixture;
    componentInstance.changed.subscribe((how) => {
      now = how(now);
      componentRef.setInput('entry', now);
    });
    for (const open of screen.server.match('/api/categories')) open.flush(CATEGORY_ROWS);
    screen.store.dispatch({ type: '[Reference] Asked' });
    await screen.answerReference({ levels: [TRADE, SELF] });
  }
  const options = (label: string): Promise<string[]> => screen.offered(label);

  it('is for one kind of goods, and for another once that is chosen', async () => {
    await show(entry('a', '-10'));
    await screen.pick('Applies to', 'ebb', 'Ebb & Flood');
    expect(now.scope).toEqual({ kind: 'brand', brand: 'ebb' });
    await screen.pick('Applies to', 'Fees');
    expect(now.scope).toEqual({ kind: 'itemKind', itemKind: 'fee' });
    await screen.press('Remove Fees');
    expect(now.scope).toEqual({ kind: 'category', category: '' });
  });

  it('asks for goods, as long as none are named', async () => {
    const wrong = { 'entries[0].scope.brand': 'is not allowed to be empty' };
    await show(entry('a', '-10', { kind: 'brand', brand: '' }), wrong);
    expect(screen.wrong('Applies to')).toBe('No items chosen. Choose at least one.');
  });

  it('starts from another price, from another level, never from its own', async () => {
    await show(entry('a', '-10'));
    expect(await options('Based on')).toContain('price level Trade');
    expect(await options('Based on')).not.toContain('price level Schools');
    await screen.choose('Based on', 'price level Trade');
    expect(now.basis).toEqual({ kind: 'level', level: 'trade' });
    await screen.choose('Based on', 'list price');
    expect(now.basis).toEqual({ kind: 'listPrice' });
    await screen.choose('Based on', 'a price by its name');
    await screen.type('Name of the price', ' fair stand ');
    expect(now.basis).toEqual({ kind: 'namedPrice', name: 'fair stand' });
  });

  it('takes a percentage off or adds it, with either decimal mark', async () => {
    await show(entry('a', '-10'));
    await screen.type('Percent', '12,5');
    expect(now.adjusting).toEqual({
      kind: 'plain',
      adjustment: { kind: 'percent', percent: '-12.5' },
    });
    await screen.choose('Off or added', 'added');
    expect(now.adjusting).toEqual({
      kind: 'plain',
      adjustment: { kind: 'percent', percent: '12.5' },
    });
  });

  it('keeps the figures that fit where something else is done', async () => {
    await show(entry('a', '-10'));
    await screen.choose('Effect', 'a percentage, then an amount');
    await screen.type('Amount', '0.50');
    await screen.choose('Effect', 'an amount');
    expect(now.adjusting).toEqual({
      kind: 'plain',
      adjustment: { kind: 'amount', amount: jasmine.stringMatching(/^-?0\.50$/), unit: null },
    });
    await screen.choose('Effect', 'a price set');
    await screen.type('Price', '9.90');
    await screen.type('Per unit', 'pallet');
    expect(now.adjusting).toEqual({
      kind: 'plain',
      adjustment: { kind: 'set', price: '9.90', unit: 'pallet' },
    });
  });

  it('goes by the price in bands, each with its own adjustment', async () => {
    await show(entry('a', '-10'));
    await screen.choose('Effect', 'by the price');
    await screen.press('Add band');
    const bands = () => (now.adjusting.kind === 'byPrice' ? now.adjusting.bands : []);
    expect(bands()[1]).toEqual({ from: '', adjustment: { kind: 'percent', percent: '' } });
    await screen.press('Add band');
    expect(bands().map(({ from }) => from)).toEqual(['0', '', '']);
    await screen.press('Remove the band');
    expect(bands().map(({ from }) => from)).toEqual(['', '']);
    // the first band left says nothing yet
    await screen.choose('Effect', 'a percentage');
    expect(now.adjusting).toEqual({
      kind: 'plain',
      adjustment: { kind: 'percent', percent: '' },
    });
  });

  it('does another thing in each band, a markup, too, where it starts from a cost', async () => {
    const begin = { ...entry('a', '-10'), basis: { kind: 'cost', cost: 'last' } as const };
    await show(begin);
    await screen.choose('Effect', 'by the unit cost');
    await screen.press('Add band');
    await screen.choose('Effect from 0', 'a markup');
    await screen.choose('Effect from ', 'a price set');
    expect(now.adjusting).toEqual({
      kind: 'byCost',
      bands: [
        { from: '0', adjustment: { kind: 'markup', percent: '' } },
        { from: '', adjustment: { kind: 'set', price: '', unit: null } },
      ],
    });
  });

  it('offers no markup for a band where it starts from a price', async () => {
    await show(entry('a', '-10'));
    await screen.choose('Effect', 'by the price');
    expect(await options('Effect from 0')).not.toContain('a markup');
  });

  it('marks a band at which dearer goods get a lower price', async () => {
    const at = (...bands: (readonly [string, string])[]): LevelEntryForm => ({
      ...entry('a', '0'),
      adjusting: {
        kind: 'byPrice',
        bands: bands.map(([from, percent]) => ({ from, adjustment: { kind: 'percent', percent } })),
      },
    });
    await show(at(['0', '0'], ['1020', '-10']));
    expect(screen.text()).toContain('At 1,020 the price falls from 1,020.00 to 918.00');
    expect(screen.text()).toContain('1,020 to 1,133.33 sells for less');
    // thresholds in no order are told beside their fields, and what is no number says nothing
    for (const risen of [
      at(['0', '-10'], ['1020', '0']),
      at(['20', '0'], ['10', '-10']),
      at(['0', '0'], ['x', '-10']),
    ]) {
      screen.fixture.componentRef.setInput('entry', risen);
      await screen.settle();
      expect(screen.text()).not.toContain('the price falls');
    }
  });

  it('is rounded by a rule of its own, else as the level says', async () => {
    await show(entry('a', '-10'), { 'entries[0].rounding.increment': 'must be above 0' });
    expect(now.rounding).toBeNull();
    expect(screen.chosen('Rounded')).toBe('as the level’s prices');
    await screen.choose('Rounded', 'to a multiple of');
    expect(now.rounding).toEqual(
      jasmine.objectContaining({ kind: 'increment', currency: 'EUR', increment: '0.05' }),
    );
    expect(screen.text()).toContain('must be above 0');
  });

  it('says beside a band what is wrong with it', async () => {
    const adjustment = { kind: 'percent', percent: '0' } as const;
    const bands = [
      { from: '0', adjustment },
      { from: '-5', adjustment },
    ];
    await show(
      { ...entry('a', '0'), adjusting: { kind: 'byPrice', bands } },
      { 'entries[0].adjusting.bands[1].from': 'Band 2 starts at -5, below band 1 at 0' },
    );
    expect(screen.text()).toContain('Band 2 starts at -5, below band 1 at 0');
  });

  it('closes the price to what would come after it', async () => {
    await show(entry('a', '-10'));
    screen.host.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    expect(now.closes).toBeTrue();
  });
});
