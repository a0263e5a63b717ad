import { decimal, print } from '../../number/decimal';
import type { DiscountByHand, PricingDocument } from '../../setup/document';
import type { Rule } from '../../setup/rule';
import {
  basePrice,
  documentOf,
  itemOf,
  factsOf,
  lineOf,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { serialized } from '../../number/serialized';
import { promiseOf } from '@honest-ledger/wording';
import { offToMargin } from './discounts-by-hand';
import { price } from '../price-document';
import type { PricedDocument } from '../../result/priced';

const percent = (off: string): DiscountByHand => ({
  off: { kind: 'percent', percent: decimal(`-${off}`) },
  reason: 'they asked',
});
const amount = (off: string): DiscountByHand => ({
  off: { kind: 'amount', amount: decimal(`-${off}`) },
  reason: 'a scratched lid',
});

const ITEMS = ['IT-1', 'IT-2'];

function priced(changes: Partial<PricingDocument>, rules: readonly Rule[] = []): PricedDocument {
  const setup = setupOf({
    basePrices: ITEMS.map((item) => ({ ...basePrice('9.99'), item })),
    rules,
  });
  const items = ITEMS.map((item) => itemOf({ item }));
  return price(setup, documentOf('1', { facts: factsOf({ customer: null, items }), ...changes }));
}

const line = (item: string, discount: DiscountByHand | null, quantity = '5') =>
  lineOf(quantity, { id: item, item, discount });
const nets = ({ lines }: PricedDocument): string[] =>
  lines.map((one) => (one.kind === 'priced' ? print(one.net) : 'no price'));
const reasons = (found: PricedDocument['notApplied']): string[] =>
  found.flatMap((one) => one.reasons.map(({ kind }) => kind));

describe('a discount by hand', () => {
  it('takes a percent or an amount off what a line comes to, rounded once', () => {
    // 49.95 less 7.5 % is 46.20375
    const both = priced({ lines: [line('IT-1', percent('7.5')), line('IT-2', amount('3.20'))] });
    expect(nets(both)).toEqual(['46.20', '46.75']);
    expect([print(both.subtotal), print(both.total)]).toEqual(['92.95', '92.95']);
    const [first] = both.lines;
    expect(first?.kind === 'priced' && serialized(first.discount)).toEqual({
      off: { kind: 'percent', percent: '-7.5' },
      reason: 'they asked',
      amount: '-3.75',
      tookAll: false,
    });
  });

  it('takes no more than there is, and says so', () => {
    const all = priced({ lines: [line('IT-1', amount('80'))] });
    expect(nets(all)).toEqual(['0.00']);
    expect(all.lines[0]).toEqual(
      jasmine.objectContaining({ discount: jasmine.objectContaining({ tookAll: true }) }),
    );
    const none = priced({ lines: [line('IT-1', percent('0.001'), '1')] });
    const [only] = none.lines;
    expect(only?.kind === 'priced' && reasons(only.notApplied)).toContain('nothingToTake');
  });

  it('comes after the rules of the line, and before those of the document', () => {
    const tenth = ruleOf({ kind: 'subtotal', off: { kind: 'percent', percent: decimal('-10') } });
    const done = priced({ lines: [line('IT-1', amount('9.95'))] }, [tenth]);
    expect([print(done.subtotal), print(done.total)]).toEqual(['40.00', '36.00']);
  });

  it('for the document is of what its rules have left, and is shared over the open lines', () => {
    const tenth = ruleOf({ kind: 'subtotal', off: { kind: 'percent', percent: decimal('-10') } });
    const byHand = { price: decimal('9.00'), reason: 'agreed' };
    const lines = [line('IT-1', null), { ...line('IT-2', null), priceByHand: byHand }];
    const done = priced({ lines, discount: percent('10') }, [tenth]);
    // of 49.95 the rule leaves 44.95, and 10 % of that is 4.50 (4.495)
    expect(nets(done)).toEqual(['40.45', '45.00']);
    expect(print(done.discount?.amount ?? decimal('0'))).toBe('-4.50');
    expect(done.notApplied).toEqual([]);
    expect(print(done.total)).toBe('85.45');
  });

  it('for a document whose lines are all closed takes nothing, and says so', () => {
    const byHand = { price: decimal('9.00'), reason: 'agreed' };
    const lines = [{ ...line('IT-1', null), priceByHand: byHand }];
    const done = priced({ lines, discount: percent('10') });
    expect([print(done.total), done.discount]).toEqual(['45.00', null]);
    expect(reasons(done.notApplied)).toEqual(['nothingToTake']);
  });

  it('is in what is promised, and is not taken again', () => {
    const lines = [line('IT-1', percent('20'))];
    const [first] = serialized(priced({ lines }).lines);
    if (first?.kind !== 'priced') throw new Error('it has a price');
    const kept = promiseOf(first, 'EUR', { kind: 'quote', number: 1 });
    const again = priced({ lines: lines.map((one) => ({ ...one, kept })) });
    expect(nets(again)).toEqual(['39.96']);
    const [same] = again.lines;
    expect(same?.kind === 'priced' && [same.discount, reasons(same.notApplied)]).toEqual([
      null,
      ['lineClosed'],
    ]);
    expect(
      same?.kind === 'priced' && same.computed?.kind === 'priced' && print(same.computed.net),
    ).toBe('39.96');
  });

  it('to a margin is the least that leaves it', () => {
    const sold = [
      { amount: decimal('49.95'), cost: decimal('30.00') },
      { amount: decimal('20.00'), cost: decimal('11.11') },
    ];
    // 41.11 / 0.7 = 58.7285...
    expect(print(offToMargin(sold, decimal('30'), 2))).toBe('-11.22');
    expect(print(offToMargin(sold, decimal('50'), 2))).toBe('12.27');
  });
});
