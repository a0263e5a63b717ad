import { decimal, print } from '../../number/decimal';
import type { PricingDocument } from '../../setup/document';
import type { QuantityBreak } from '../../setup/quantity-break';
import type { Rule } from '../../setup/rule';
import {
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { serialized } from '../../number/serialized';
import { promiseOf } from '@honest-ledger/wording';
import { price } from '../price-document';
import type { PricedDocument } from '../../result/priced';

describe('a set-up charge', () => {
  const CHARGE = { amount: decimal('24.00'), words: 'Matching, once' };
  const matched = (changes: Partial<QuantityBreak> = {}): QuantityBreak =>
    breakOf({ '5': '-3' }, { setUp: CHARGE, ...changes });
  const priced = (
    document: Partial<PricingDocument>,
    breaks: readonly QuantityBreak[] = [matched()],
    rules: readonly Rule[] = [],
  ): PricedDocument => {
    const basePrices = [basePrice('4.00'), { ...basePrice('4.00'), item: 'GL-1190' }];
    const setup = setupOf({ basePrices, breaks, rules });
    return price(setup, documentOf('5', { facts: factsOf({ customer: null }), ...document }));
  };
  const told = ({ lines }: PricedDocument): (string | null)[] =>
    lines.map((line) =>
      line.kind === 'priced' && line.setUp
        ? `${print(line.setUp.amount)}${line.setUp.paid ? ' paid' : ''}`
        : null,
    );

  it('is asked where the break prices the line, besides what the line comes to', () => {
    const five = priced({});
    expect(told(five)).toEqual(['24.00']);
    expect([print(five.subtotal), print(five.total)]).toEqual(['19.40', '43.40']);
    const four = priced({ lines: [lineOf('4')] });
    expect([told(four), print(four.total)]).toEqual([[null], '16.00']);
  });

  it('is not asked where the tier makes no price', () => {
    const asked = matched({ tiers: breakOf({ '5': { kind: 'byRequest' } }).tiers });
    const five = priced({}, [asked]);
    expect([told(five), print(five.total), five.unpricedLines]).toEqual([[null], '0.00', 1]);
  });

  it('is asked once for an item, the largest of several, and for each item', () => {
    const lines = [lineOf('5'), lineOf('6', { id: '2' })];
    expect(told(priced({ lines }))).toEqual(['24.00', null]);
    const dearer = matched({
      id: 'many',
      name: 'Many',
      levels: null,
      tiers: breakOf({ '6': '-9' }).tiers,
      setUp: { amount: decimal('30'), words: '' },
      parties: null,
    });
    // the break that is first in the list prices both; where the other does, its charge is the larger
    expect(told(priced({ lines }, [dearer, matched()]))).toEqual([null, '30.00']);
    const items = [itemOf(), itemOf({ item: 'GL-1190', name: 'Brush-on glaze' })];
    const both = [lineOf('5'), lineOf('5', { id: '2', item: 'GL-1190' })];
    const facts = factsOf({ customer: null, items });
    expect(told(priced({ lines: both, facts }))).toEqual(['24.00', '24.00']);
  });

  it('is not asked again of a customer who paid it', () => {
    const facts = factsOf({ customer: null, setUpPaid: [itemOf().item] });
    const paid = priced({ facts });
    expect(told(paid)).toEqual(['0.00 paid']);
    expect(print(paid.total)).toBe('19.40');
  });

  it('has nothing taken off it by rules, and no part in what conditions read', () => {
    const off = ruleOf({
      kind: 'subtotal',
      off: { kind: 'percent', percent: decimal('-10') },
    });
    const under = priced({}, [matched()], [off, { ...ruleOf(percentOff('50')), id: 'half' }]);
    expect(told(under)).toEqual(['24.00']);
    expect(print(under.total)).toBe('32.73'); // 9.70 - 0.97 + 24.00
  });

  it('is converted at the rate of the document, and told where there is none', () => {
    const rates = [{ currency: 'USD', rate: decimal('1.1') }];
    const facts = factsOf({ customer: null, rates });
    expect(told(priced({ currency: 'USD', facts }))).toEqual(['26.40']);
    const abroad = matched({ currency: 'KWD' });
    const none = priced({ facts }, [abroad]);
    expect(told(none)).toEqual([null]);
    const [line] = none.lines;
    const reasons = line?.kind === 'priced' ? line.notApplied.flatMap((one) => one.reasons) : [];
    expect(reasons.map(({ kind }) => kind)).toContain('noRate');
    const subjects =
      line?.kind === 'priced' ? line.notApplied.map(({ subject }) => subject.kind) : [];
    expect(subjects).toContain('break');
  });

  it('is promised with its line, and asked for it while the promise counts and it is not paid', () => {
    const [line] = serialized(priced({})).lines;
    if (line?.kind !== 'priced') throw new Error('the line has no price');
    const kept = promiseOf(line, 'EUR', { kind: 'quote', number: 7 });
    const promised = { lines: [lineOf('5', { kept })] };
    const without = [breakOf({ '5': '-3' })];
    expect(told(priced(promised, without))).toEqual(['24.00']);
    expect(told(priced({ lines: [lineOf('6', { kept })] }, without))).toEqual([null]);
    const facts = factsOf({ setUpPaid: [itemOf().item] });
    const paid = priced({ ...promised, facts }, without);
    expect(told(paid)).toEqual(['0.00 paid']);
    // a promise of a promise has it still
    const [again] = serialized(priced(promised, without)).lines;
    if (again?.kind !== 'priced') throw new Error('the line has no price');
    expect(promiseOf(again, 'EUR', { kind: 'order', number: 8 }).setUp).toEqual(kept.setUp);
  });
});
