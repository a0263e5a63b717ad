import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import type { PricedLineForm } from '@honest-ledger/contracts';
import { referenceFeature } from '../reference/reference.feature';
import { itemFacts } from '../../testing/goods';
import { entry } from '../../testing/levels';
import { WorkingsStrip } from './workings-strip';
import { workingsActions, workingsFeature, type ExplainedPrice } from './workings.feature';

const level = { id: 'schools', name: 'Schools', currency: 'EUR' };
const clay = entry('clay', '-12');
const adjustment = { kind: 'percent', percent: '-12' } as const;
const line: PricedLineForm = {
  kind: 'priced',
  id: 'a',
  item: 'CL-0207',
  quantity: '24',
  unit: 'bag',
  duration: null,
  level: null,
  closedBy: null,
  computed: null,
  kept: null,
  setUp: null,
  amount: '388.80',
  flats: [],
  shares: [],
  discount: null,
  floor: null,
  discountShare: null,
  net: '388.80',
  slices: [
    {
      quantity: '24',
      unit: 'bag',
      unitPrice: '16.20',
      amount: '388.80',
      steps: [
        {
          source: { kind: 'basePrice', version: 2, item: 'CL-0207', unit: 'bag', shared: null },
          currency: 'EUR',
          before: null,
          change: '18.40',
          after: '18.40',
        },
        {
          source: {
            kind: 'levelEntry',
            version: 2,
            level,
            entry: clay,
            adjustment,
            tookAll: false,
          },
          currency: 'EUR',
          before: '18.40',
          change: '-2.208',
          after: '16.192',
        },
      ],
    },
  ],
  cost: null,
  notApplied: [
    { subject: { kind: 'level', level }, reasons: [{ kind: 'notInVersion', version: 2 }] },
  ],
  notAppliedMore: 4,
};
const price: ExplainedPrice = {
  line,
  item: itemFacts('CL-0207', { categories: [{ code: 'clay', name: 'Clay' }] }),
  currency: 'EUR',
  whose: '24 bags for Harbour Lane School',
  version: 2,
  provisional: false,
};

describe('the workings strip', () => {
  async function show(
    shown: ExplainedPrice,
  ): Promise<{ host: HTMLElement; text: () => string; press: (name: string) => Promise<void> }> {
    TestBed.configureTestingModule({
      providers: [provideStore(), provideState(workingsFeature), provideState(referenceFeature)],
    });
    const fixture = TestBed.createComponent(WorkingsStrip);
    TestBed.inject(Store).dispatch(workingsActions.followed({ price: shown }));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    return {
      host,
      text: () => host.textContent.replace(/\s+/g, ' '),
      press: async (name) => {
        [...host.querySelectorAll('button')]
          .find((one) => one.textContent.trim() === name)
          ?.click();
        await fixture.whenStable();
      },
    };
  }

  it('shows the column from start to end and what did not apply', async () => {
    const { text } = await show(price);
    for (const part of [
      'Base price',
      'Level Schools',
      '12 % off the base price of all items in Clay',
      'Each, EUR per bag',
      'not in version 2',
      'and 4 more',
      'Version 2',
    ]) {
      expect(text()).toContain(part);
    }
  });

  it('shows each slice in its unit, and what rules put on the line', async () => {
    const [whole] = line.slices;
    if (!whole) throw new Error('it has a slice');
    const rule = { id: 'r', name: 'Cutting charge', words: '', currency: 'EUR' };
    const split: PricedLineForm = {
      ...line,
      slices: [
        { ...whole, quantity: '9', amount: '145.80' },
        { ...whole, quantity: '15', unit: 'sack', amount: '243.00' },
      ],
      flats: [
        { version: 2, rule, amount: '6.50', times: 1, tookAll: false },
        { version: 2, rule: { ...rule, name: 'Cones' }, amount: '-3.00', times: 2, tookAll: true },
      ],
      shares: [
        { version: 2, rule, of: 'group', units: 2, amount: '-0.10' },
        { version: 2, rule, of: 'group', units: 0, amount: '0.00' },
        { version: 2, rule, of: 'document', units: null, amount: '-0.20' },
      ],
      amount: '392.20',
      net: '392.00',
    };
    const { text } = await show({ ...price, line: split });
    for (const part of [
      '9 × 16.20',
      'Each, EUR per sack',
      'Rule Cutting charge',
      'on the line, 2 times: all that was there',
      'The line',
      'on 2 units of this line',
      'units of this line earn it for others',
      'share of the discount on the document',
      '392.00',
    ]) {
      expect(text()).toContain(part);
    }
  });

  it('says why there is no price', async () => {
    const problem = { kind: 'noStartPrice' } as const;
    const { text } = await show({
      ...price,
      line: { kind: 'unpriced', id: 'a', item: 'CL-0207', quantity: '1', problem },
    });
    expect(text()).toContain('No price. Set a base price');
  });

  it('tells a price that the server has not confirmed', async () => {
    const { text } = await show({ ...price, provisional: true });
    expect(text()).toContain('the server is being asked');
  });

  it('can be closed and opened again', async () => {
    const { text, press } = await show(price);
    await press('Close');
    expect(text().trim()).toBe('Workings');
    await press('Workings');
    expect(text()).toContain('Base price');
  });

  it('is made wider, takes the whole sheet, and goes back beside it', async () => {
    const { host, press } = await show(price);
    const classes = (): string[] => [...host.classList].filter((one) => one !== 'open');
    await press('Wider');
    expect(classes()).toEqual(['wide']);
    await press('Full sheet');
    expect(classes()).toEqual(['sheet']);
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await new Promise((resolve) => setTimeout(resolve));
    expect(classes()).toEqual(['wide']);
    await press('Narrower');
    expect(classes()).toEqual([]);
  });

  it('tells what closed the line, and what a price by hand took the place of', async () => {
    const { text } = await show({
      ...price,
      line: { ...line, closedBy: 'priceByHand', computed: line },
    });
    expect(text()).toContain('Closed to breaks and rules by its manual price.');
    expect(text()).toContain('Computed: 16.20 EUR each.');
  });
});
