import { decimal } from '../number/decimal';
import type { Condition, Rule } from '../setup/rule';
import {
  agreement,
  basePrice,
  breakOf,
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  ruleOf,
  schools,
  setupOf,
} from '../testing/saltmarsh';
import { text } from '../testing/priced';
import { price } from './price-document';

/** A line that its agreement closes, beside one that is open. */
describe('a closed line', () => {
  const glaze = itemOf({ item: 'GL-1', categories: [{ code: 'glaze', name: 'Glaze' }] });
  const facts = factsOf({ customer: customerOf({ level: null }), items: [itemOf(), glaze] });
  const lines = [lineOf('10', { id: 'closed' }), lineOf('1', { id: 'open', item: 'GL-1' })];
  const basePrices = [
    basePrice('10.00'),
    { ...basePrice('20.00'), item: 'GL-1' } as ReturnType<typeof basePrice>,
  ];
  const of = (setup: Parameters<typeof setupOf>[0], document: object = {}) =>
    price(
      setupOf({ basePrices, agreements: [agreement('9.00')], ...setup }),
      documentOf('1', { facts, lines, ...document }),
    );
  const nets = (...asked: Parameters<typeof of>): string[] =>
    of(...asked).lines.map((line) => (line.kind === 'priced' ? text(line.net) : 'no price'));
  const whole = (off: object): Rule =>
    ruleOf({ kind: 'subtotal', off } as Rule['effect'], { kind: 'all', of: [] }, { id: 'whole' });

  it('takes no part in what rules take off the document', () => {
    const percent = whole({ kind: 'percent', percent: decimal('-10') });
    expect(nets({ rules: [percent] })).toEqual(['90.00', '18.00']);
    const amount = whole({ kind: 'amount', amount: decimal('-50.00') });
    // no more than what is open
    expect(nets({ rules: [amount] })).toEqual(['90.00', '0.00']);
  });

  it('takes no part in what somebody takes off the document', () => {
    const discount = { off: { kind: 'percent', percent: decimal('-10') }, reason: 'a friend' };
    expect(nets({}, { discount })).toEqual(['90.00', '18.00']);
  });

  it('takes a discount by hand of its own', () => {
    const discount = { off: { kind: 'percent', percent: decimal('-10') }, reason: 'a friend' };
    const [closed, open] = lines.map((line) => ({ ...line, discount }));
    expect(nets({}, { lines: [closed, open] })).toEqual(['81.00', '18.00']);
  });

  it('gives no units to rules for units together', () => {
    const spread = ruleOf({ kind: 'allocate', amount: decimal('-11.00'), every: null });
    expect(nets({ rules: [spread] })).toEqual(['90.00', '9.00']);
  });

  it('counts where quantities and spending are counted', () => {
    const breaks = [
      breakOf({ '11': '-50' }, { count: 'document', scopes: [{ kind: 'item', item: 'GL-1' }] }),
    ];
    expect(nets({ breaks })).toEqual(['90.00', '10.00']);
    const spent: Condition = {
      kind: 'number',
      fact: { kind: 'count', of: 'spend', scopes: [{ kind: 'all' }] },
      comparison: { kind: 'atLeast', value: decimal('110.00') },
    };
    const percent = { ...whole({ kind: 'percent', percent: decimal('-10') }), when: spent };
    expect(nets({ rules: [percent] })).toEqual(['90.00', '18.00']);
  });

  it('is a closing level’s, too, in the same way', () => {
    const level = schools({
      entries: [percentEntry('-10', { kind: 'item', item: 'CL-0207' }, { closes: true })],
      rounding: null,
    });
    const percent = whole({ kind: 'percent', percent: decimal('-10') });
    const atLevel = factsOf({ customer: customerOf(), items: [itemOf(), glaze] });
    expect(nets({ agreements: [], levels: [level], rules: [percent] }, { facts: atLevel })).toEqual(
      ['90.00', '18.00'],
    );
  });
});
