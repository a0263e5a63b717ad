import type { Scope } from '@honest-ledger/engine';
import { itemRow } from '../../testing/goods';
import { CATEGORY_ROWS, showScreen, type ShownScreen } from '../../testing/screens';
import { GoodsField } from './goods-field';

const CLAY: Scope = { kind: 'category', category: 'clay' };

describe('the field for goods', () => {
  let screen: ShownScreen<GoodsField>;
  let now: readonly Scope[];

  async function show(
    scopes: readonly Scope[],
    inputs: Record<string, unknown> = {},
  ): Promise<void> {
    now = scopes;
    screen = await showScreen(GoodsField, { scopes, ...inputs });
    const { componentRef, componentInstance } = screen.fixture;
    const take = (chosen: readonly Scope[]): void => {
      now = chosen;
      componentRef.setInput('scopes', chosen);
    };
    componentInstance.changed.subscribe(take);
    componentInstance.chosen.subscribe((scope) => {
      take([scope]);
    });
    for (const open of screen.server.match('/api/categories')) open.flush(CATEGORY_ROWS);
    await screen.answerReference();
  }
  const chips = (): string[] =>
    [...screen.host.querySelectorAll('mat-chip-row .mdc-evolution-chip__text-label')].map(
      ({ textContent }) => textContent.trim(),
    );
  /** Answers what is asked for a text that finds these items. */
  async function find(text: string, ...items: readonly string[]): Promise<void> {
    const page = { rows: items.map((item) => itemRow(item, '1.00')), total: items.length };
    await screen.answer('GET', `/api/items?text=${text}&limit=12`, page);
  }
  function paste(text: string): void {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', text);
    screen.field('Applies to').dispatchEvent(new ClipboardEvent('paste', { clipboardData }));
  }

  it('shows what is chosen as chips, and leaves out what is not said yet', async () => {
    await show([CLAY, { kind: 'brand', brand: '' }, { kind: 'item', item: 'CL-1' }], {
      many: true,
    });
    expect(chips()).toEqual(['Clay', 'CL-1']);
  });

  it('adds to what is chosen, each once, and removes it again', async () => {
    await show([CLAY], { many: true });
    await screen.pick('Applies to', 'ebb', 'Ebb & Flood');
    await screen.pick('Applies to', 'clay', 'Clay');
    expect(now).toEqual([CLAY, { kind: 'brand', brand: 'ebb' }]);
    expect(screen.value('Applies to')).toBe('');
    await screen.press('Remove Clay');
    expect(now).toEqual([{ kind: 'brand', brand: 'ebb' }]);
    expect(document.activeElement).toBe(screen.field('Applies to'));
  });

  it('takes another in the place of the one before, where there is to be one', async () => {
    await show([CLAY]);
    await screen.pick('Applies to', 'glaz', 'Glazes');
    expect(now).toEqual([{ kind: 'category', category: 'glaze' }]);
    await screen.press('Remove Glazes');
    expect(chips()).toEqual([]);
  });

  it('takes an item with Enter, also where that comes before the server’s answer', async () => {
    await show([], { many: true });
    await screen.type('Applies to', 'CL-10');
    const enter = new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13 });
    screen.field('Applies to').dispatchEvent(enter);
    expect(now).toEqual([]);
    await find('CL-10', 'CL-100', 'CL-10');
    await screen.until(() => now.length > 0, 'the item');
    expect(now).toEqual([{ kind: 'item', item: 'CL-10' }]);
  });

  it('takes the numbers of a column that is pasted, and says which are no items', async () => {
    await show([CLAY], { many: true });
    paste('cl-1\r\nXX-9\r\nCL-2\r\ncl-1\r\n');
    await find('cl-1', 'CL-1', 'CL-10');
    await find('XX-9');
    await find('CL-2', 'CL-2');
    expect(now).toEqual([CLAY, { kind: 'item', item: 'CL-1' }, { kind: 'item', item: 'CL-2' }]);
    expect(screen.text()).toContain('No item has the number XX-9.');
  });

  it('says so where pasted numbers could not be looked up, and calls none unknown', async () => {
    await show([CLAY], { many: true });
    paste('CL-1\nCL-2');
    await screen.answer('GET', '/api/items?text=CL-1&limit=12', {}, 503);
    expect(screen.text()).toContain('The items could not be looked up. Paste them again.');
    expect(now).toEqual([CLAY]);
  });

  it('says what is wrong with it', async () => {
    await show([], { problem: 'No items chosen. Choose at least one.' });
    expect(screen.wrong('Applies to')).toBe('No items chosen. Choose at least one.');
  });
});
