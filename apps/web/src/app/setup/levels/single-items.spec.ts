import type { LevelContent, TypedPriceForm } from '@honest-ledger/contracts';
import { By } from '@angular/platform-browser';
import { itemRow } from '../../testing/goods';
import { levelContent } from '../../testing/levels';
import { referenceActions } from '../../shared/reference/reference.feature';
import { showScreen, type ShownScreen } from '../../testing/screens';
import { ItemPicker } from '../../shared/reference/item-picker';
import { SingleItems } from './single-items';

const typed = (item: string, price: string, changes: Partial<TypedPriceForm> = {}) =>
  ({
    id: `${item} ${price}`,
    item,
    price,
    unit: null,
    window: { from: null, until: null },
    minQuantity: '0',
    closes: false,
    ...changes,
  }) satisfies TypedPriceForm;

describe('items that a level treats apart', () => {
  let screen: ShownScreen<SingleItems>;
  let now: LevelContent;

  async function show(
    changes: Partial<LevelContent>,
    problems: Record<string, string> = {},
  ): Promise<void> {
    now = levelContent(changes);
    screen = await showScreen(SingleItems, {
      level: 'l',
      content: now,
      problems: new Map(Object.entries(problems)),
    });
    const { componentRef, componentInstance } = screen.fixture;
    componentInstance.changed.subscribe((how) => {
      now = how(now);
      componentRef.setInput('content', now);
    });
  }
  const prices = (): string[][] => now.typedPrices.map(({ item, price }) => [item, price]);
  const paste = async (text: string): Promise<Event> => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    screen.host.querySelector('table')?.dispatchEvent(event);
    await screen.settle();
    return event;
  };

  it('take a block of a spreadsheet: numbers and prices, with the decimal mark of the reader', async () => {
    await show({ typedPrices: [typed('CL-0207', '18')] });
    const event = await paste('CL-0207\t17,50\tignored\r\nCL-0213\t16.20\r\n\r\n');
    expect(event.defaultPrevented).toBeTrue();
    expect(prices()).toEqual([
      ['CL-0207', '17.50'],
      ['CL-0213', '16.20'],
    ]);
  });

  for (const [currency, price] of [
    ['EUR', '18.40'],
    ['GBP', ''],
  ] as const) {
    it(`begin a price in ${currency} with ${price || 'nothing'}, and the cursor goes to it`, async () => {
      await show({ currency, typedPrices: [] });
      document.body.append(screen.host);
      screen.store.dispatch(referenceActions.asked());
      await screen.answerReference();
      const picker = screen.fixture.debugElement.query(By.directive(ItemPicker));
      (picker.componentInstance as ItemPicker).picked.emit(itemRow('CL-0207', '18.40'));
      await screen.settle();
      expect(prices()).toEqual([['CL-0207', price]]);
      expect(document.activeElement?.getAttribute('aria-label')).toBe('Price of CL-0207');
    });
  }

  it('keep what was pasted and is no price, for the reason to be told beside it', async () => {
    await show({});
    await paste('CL-0207\tdear');
    expect(prices()).toEqual([['CL-0207', 'dear']]);
  });

  it('leave text that is no block to the field it was pasted into', async () => {
    await show({});
    const event = await paste('only a word');
    expect(event.defaultPrevented).toBeFalse();
    expect(prices()).toEqual([]);
  });

  it('do not overwrite a price for some days or quantities by a pasted one', async () => {
    const campaign = typed('CL-0207', '15', { window: { from: '2026-12-01', until: null } });
    const bulk = typed('CL-0207', '14', { minQuantity: '24' });
    await show({ typedPrices: [campaign, bulk] });
    await paste('CL-0207\t17.50');
    expect(prices()).toEqual([
      ['CL-0207', '15'],
      ['CL-0207', '14'],
      ['CL-0207', '17.50'],
    ]);
  });

  it('are edited in place, and removed', async () => {
    await show({ typedPrices: [typed('CL-0207', '18'), typed('CL-0213', '16')] });
    await screen.type('Price of CL-0207', '17.9');
    await screen.type('Unit of CL-0207', 'pallet');
    await screen.type('Minimum quantity of CL-0207', '12');
    await screen.type('First day of CL-0207', '2026-12-01');
    await screen.type('Last day of CL-0207', '2026-12-24');
    expect(now.typedPrices[0]).toEqual({
      ...typed('CL-0207', '18'),
      price: '17.9',
      unit: 'pallet',
      minQuantity: '12',
      window: { from: '2026-12-01', until: '2026-12-24' },
    });
    await screen.press('Remove the price of CL-0207');
    expect(prices()).toEqual([['CL-0213', '16']]);
  });

  it('say beside each field what is wrong', async () => {
    await show(
      { typedPrices: [typed('CL-0207', '18')] },
      {
        'typedPrices[0].item': 'There is no item CL-0207',
        'typedPrices[0].window': 'ends before it begins',
        typedPrices: 'two are for the same item',
      },
    );
    for (const part of [
      'There is no item CL-0207',
      'ends before it begins',
      'two are for the same item',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('can keep their base price, each named once', async () => {
    await show({ exceptions: ['KN-0010'] });
    const [, pick] = screen.host.querySelectorAll('hl-item-picker input');
    if (!(pick instanceof HTMLInputElement)) throw new Error('no field');
    pick.focus();
    for (const item of ['KN-0020', 'KN-0010']) {
      pick.value = item;
      pick.dispatchEvent(new Event('input'));
      pick.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13 }));
      await screen.drawn();
      const page = { rows: [itemRow(item, '1')], total: 1, currency: 'EUR', version: 1 };
      await screen.answer('GET', `/api/items?text=${item}&limit=12`, page);
    }
    expect(now.exceptions).toEqual(['KN-0010', 'KN-0020']);
    await screen.press('Include KN-0010');
    expect(now.exceptions).toEqual(['KN-0020']);
  });
});
