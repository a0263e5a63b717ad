import { itemRow } from '../../testing/goods';
import { referenceActions } from '../../shared/reference/reference.feature';
import { showScreen, type ShownScreen } from '../../testing/screens';
import { OwnPricesEditor } from './own-prices-editor';

const price = (item: string, amount: string, unit: string | null = null) => ({
  item,
  price: amount,
  unit,
});

describe('own prices of a rule', () => {
  let screen: ShownScreen<OwnPricesEditor>;
  let now: readonly ReturnType<typeof price>[];

  async function show(
    prices: readonly ReturnType<typeof price>[],
    problems: Record<string, string> = {},
  ): Promise<void> {
    now = prices;
    screen = await showScreen(OwnPricesEditor, {
      prices,
      currency: 'EUR',
      problems: new Map(Object.entries(problems)),
    });
    const { componentRef, componentInstance } = screen.fixture;
    componentInstance.changed.subscribe((changed) => {
      now = changed;
      componentRef.setInput('prices', now);
    });
  }

  it('are pasted from a spreadsheet; an item that is there gets the other price', async () => {
    await show([price('CL-0207', '18', 'pallet')]);
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', 'CL-0207\t17,50\r\nCL-0213\t16.20\r\n');
    const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true });
    screen.host.querySelector('table')?.dispatchEvent(event);
    await screen.settle();
    expect(now).toEqual([price('CL-0207', '17.50', 'pallet'), price('CL-0213', '16.20')]);
  });

  it('are read from a file, beside what is there; a file that is none changes nothing', async () => {
    await show([price('CL-0207', '18', 'pallet'), price('CL-0301', '9')]);
    const choose = async (content: string): Promise<void> => {
      const field = screen.host.querySelector<HTMLInputElement>('input[type=file]');
      const chosen = new DataTransfer();
      chosen.items.add(new File([content], 'autumn.csv'));
      if (!field) throw new Error('there is a field for a file');
      field.files = chosen.files;
      const told = (): string => screen.host.querySelector('.files [role]')?.textContent ?? '';
      const before = told();
      field.dispatchEvent(new Event('change'));
      // a file is read when the browser comes to it
      for (let waited = 0; told() === before && waited < 100; waited += 1) await screen.drawn();
    };
    await choose('Item;Price\nCL-0207;17,50\nCL-0213;16,20\n');
    expect(now).toEqual([
      price('CL-0207', '17.50'),
      price('CL-0301', '9'),
      price('CL-0213', '16.20'),
    ]);
    expect(screen.text()).toContain('autumn.csv: 1 prices added, 1 put in place of others.');
    const before = now;
    await choose('nothing of the kind');
    expect(screen.text()).toContain('The file has no column “item”');
    expect(now).toBe(before);
  });

  it('begin at the base price of the item that is picked', async () => {
    await show([]);
    screen.store.dispatch(referenceActions.asked());
    await screen.answerReference();
    expect(screen.host.textContent).toContain('No item yet');
    const picker = screen.fixture.debugElement.query(({ name }) => name === 'hl-item-picker');
    picker.triggerEventHandler('picked', itemRow('GL-1180', '9.60'));
    expect(now).toEqual([price('GL-1180', '9.60')]);
  });

  it('say what is wrong beside the item and beside the price', async () => {
    await show([price('NO-1', '-1')], {
      'effect.prices[0].item': 'There is no item NO-1',
      'effect.prices[0].price': 'must be at least 0',
    });
    expect(screen.host.textContent).toContain('There is no item NO-1');
    expect(screen.host.textContent).toContain('must be at least 0');
  });

  it('are shown in part where they are many, and taken out one by one', async () => {
    await show(Array.from({ length: 60 }, (_, at) => price(`CL-${String(at)}`, '1.00')));
    const rows = (): number => screen.host.querySelectorAll('tbody tr').length - 1;
    expect(rows()).toBe(50);
    await screen.press('Show 10 more');
    expect(rows()).toBe(60);
    await screen.press('Remove');
    expect([now.length, now[0]?.item]).toEqual([59, 'CL-1']);
  });
});
