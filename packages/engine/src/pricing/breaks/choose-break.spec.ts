import { decimal, print, sum } from '../../number/decimal';
import { printExact } from '../../number/exact';
import type { OutletFacts } from '../../setup/facts';
import type { QuantityBreak, TierAdjustment } from '../../setup/quantity-break';
import { passedOver, pricedLine, slices } from '../../testing/priced';
import {
  agreement,
  basePrice,
  breakOf,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';

describe('which of several breaks', () => {
  const one = (name: string, tier: string, changes: Partial<QuantityBreak> = {}): QuantityBreak =>
    breakOf({ '2': tier }, { id: name, name, ...changes });
  const under = (...breaks: QuantityBreak[]): string => {
    const segment = { code: 'schools', name: 'Schools', level: null };
    const facts = factsOf({ customer: customerOf({ level: null, segment }) });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks });
    return slices(price(setup, documentOf('2', { facts })).lines[0]);
  };
  const CUSTOMER = { parties: { customers: ['HARBOUR'], segments: [] } };
  const SEGMENT = { parties: { customers: [], segments: ['schools'] } };
  const ITEM = { scopes: [{ kind: 'item' as const, item: 'CL-0207' }] };

  it('the customer’s before the segment’s before everybody’s, whatever the goods', () => {
    expect(under(one('a', '-10', ITEM), one('b', '-20', SEGMENT), one('c', '-30', CUSTOMER))).toBe(
      '2 x 2.80 = 5.60',
    );
    expect(under(one('a', '-10', ITEM), one('b', '-20', SEGMENT))).toBe('2 x 3.20 = 6.40');
  });

  it('then the narrowest; a level is narrower than everything and wider than a kind', () => {
    expect(under(one('a', '-10'), one('b', '-20', ITEM))).toBe('2 x 3.20 = 6.40');
    const kind = { scopes: [{ kind: 'itemKind' as const, itemKind: 'stock' as const }] };
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      levels: [schools({ entries: [percentEntry('0')], rounding: null })],
      breaks: [one('a', '-10'), one('b', '-20', { levels: ['schools'] })],
    });
    expect(slices(price(setup, documentOf('2')).lines[0])).toBe('2 x 3.20 = 6.40');
    const wider = { ...setup, breaks: [...setup.breaks, one('c', '-30', kind)] };
    expect(slices(price(wider, documentOf('2')).lines[0])).toBe('2 x 2.80 = 5.60');
  });

  it('then dated before undated, the later start, the earlier in the list', () => {
    const from = (day: string) => ({ window: { from: day, until: null } });
    expect(under(one('a', '-10'), one('b', '-20', from('2026-11-01')))).toBe('2 x 3.20 = 6.40');
    expect(under(one('a', '-10', from('2026-11-20')), one('b', '-20', from('2026-11-01')))).toBe(
      '2 x 3.60 = 7.20',
    );
    expect(under(one('a', '-10'), one('b', '-20'))).toBe('2 x 3.60 = 7.20');
  });

  it('the narrower by its goods, also where it is for some levels', () => {
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      levels: [schools({ entries: [percentEntry('0')], rounding: null })],
      breaks: [one('a', '-10', { ...ITEM, levels: ['schools'] }), one('b', '-20', ITEM)],
    });
    expect(slices(price(setup, documentOf('2')).lines[0])).toBe('2 x 3.60 = 7.20');
  });

  it('only one whose count reaches a tier; the others are told with all their reasons', () => {
    const far = breakOf({ '50': '-40' }, { id: 'far', name: 'far', ...ITEM });
    const ended = one('ended', '-50', {
      ...CUSTOMER,
      window: { from: null, until: '2026-01-31' },
      outlets: ['quay'],
    });
    expect(under(far, ended, one('a', '-10'))).toBe('2 x 3.60 = 7.20');
    const facts = factsOf({ customer: customerOf({ level: null }) });
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      breaks: [far, ended, one('a', '-10')],
    });
    const line = pricedLine(setup, documentOf('2', { facts }));
    expect(passedOver(line)).toContain('break: outsideWindow, notAtOutlet');
    expect(passedOver(line)).toContain('break: belowFirstTier');
    const missing = line.notApplied
      .flatMap(({ reasons }) => reasons)
      .find((reason) => reason.kind === 'belowFirstTier');
    expect(missing && printExact(missing.missing)).toBe('48');
  });

  it('none on a line that an agreement closes, and one on a line that it leaves open', () => {
    const agreed = (open: boolean): string => {
      const setup = setupOf({
        basePrices: [basePrice('4.00')],
        agreements: [agreement('3.00', { open })],
        breaks: [one('a', '-10')],
      });
      return slices(price(setup, documentOf('2')).lines[0]);
    };
    expect(agreed(false)).toBe('2 x 3.00 = 6.00');
    expect(agreed(true)).toBe('2 x 2.70 = 5.40');
  });

  it('prices the slices so that they are the line', () => {
    const line = pricedLine(
      setupOf({
        basePrices: [basePrice('4.00')],
        breaks: [breakOf({ '10': '-5', '25': '-12' }, { mode: 'incremental' })],
      }),
      documentOf('30', { facts: factsOf({ customer: null }) }),
    );
    expect(print(sum(line.slices.map(({ quantity }) => quantity)))).toBe('30');
    expect(line.slices.every(({ unit }) => unit === 'bag')).toBeTrue();
  });
});

describe('a tier that cannot be reckoned', () => {
  const reasonsOf = (changes: Partial<QuantityBreak>, tier: TierAdjustment): unknown => {
    // an agreed price, so that the line has one without a base price
    const facts = factsOf({ customer: customerOf({ level: null }) });
    const setup = setupOf({
      basePrices: [],
      agreements: [agreement('5.00', { open: true })],
      breaks: [breakOf({ '2': tier }, changes)],
    });
    return pricedLine(setup, documentOf('2', { facts }))
      .notApplied.filter(({ subject }) => subject.kind === 'break')
      .flatMap(({ reasons }) => reasons);
  };
  const off = { kind: 'percent', percent: decimal('-10') } as const;

  it('says which price or cost is missing', () => {
    expect(reasonsOf({ basis: { kind: 'basePrice' } }, off)).toEqual([
      { kind: 'basisMissing', basis: { kind: 'basePrice' } },
    ]);
    const cost = { kind: 'cost', cost: 'last' } as const;
    expect(reasonsOf({ basis: cost }, off)).toEqual([{ kind: 'basisMissing', basis: cost }]);
  });

  it('says which rate is missing', () => {
    expect(
      reasonsOf({ currency: 'GBP' }, { kind: 'amount', amount: decimal('-1'), unit: null }),
    ).toEqual([{ kind: 'noRate', from: 'GBP', to: 'EUR' }]);
  });

  it('says which unit is missing, of a tier and of what is counted', () => {
    const set = { kind: 'set', price: decimal('1.00'), unit: 'box' } as const;
    const missing = [{ kind: 'unitNotOfItem', unit: 'box' }];
    expect(reasonsOf({}, set)).toEqual(missing);
    expect(reasonsOf({ measure: { kind: 'quantity', unit: 'box' } }, off)).toEqual(missing);
  });
});

describe('a line whose price has no rate', () => {
  it('is not counted with others', () => {
    // the level prices one item in pounds, for which there is no rate
    const pounds = schools({
      currency: 'GBP',
      entries: [
        entryOf(
          { kind: 'set', price: decimal('3.00'), unit: null },
          { kind: 'item', item: 'CL-0207' },
        ),
      ],
      rounding: null,
    });
    const setup = setupOf({
      levels: [pounds],
      basePrices: [{ ...basePrice('4.00'), item: 'CL-0208' }],
      breaks: [breakOf({ '10': '-50' }, { count: 'goods' })],
    });
    const facts = factsOf({ items: [itemOf(), itemOf({ item: 'CL-0208' })] });
    const lines = [lineOf('8', { id: 'a' }), lineOf('5', { id: 'b', item: 'CL-0208' })];
    const [first, second] = price(setup, documentOf('1', { facts, lines })).lines;
    expect(first?.kind).toBe('unpriced');
    expect(slices(second)).toBe('5 x 4.00 = 20.00');
  });
});

describe('tiers of which some are not lower', () => {
  it('leave the units of those at the price before, and price the others', () => {
    const one = breakOf(
      { '2': { kind: 'set', price: decimal('4.50'), unit: null }, '4': '-50' },
      { mode: 'incremental' },
    );
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    const facts = factsOf({ customer: null });
    const [line] = price(setup, documentOf('6', { facts })).lines;
    // the tier from 2 would raise, so three are at 4.00
    expect(line?.kind === 'priced' && print(line.amount)).toBe('18.00');
  });

  it('are told where the price is the same', () => {
    const level = schools({ entries: [percentEntry('-10')], rounding: null });
    const one = breakOf({ '2': '-10' }, { basis: { kind: 'basePrice' } });
    const setup = setupOf({ basePrices: [basePrice('4.00')], levels: [level], breaks: [one] });
    const line = pricedLine(setup, documentOf('2'));
    expect(print(line.amount)).toBe('7.20');
    expect(passedOver(line)).toContain('break: notLower');
  });
});

describe('a break for some outlets', () => {
  const at = (code: string | null): unknown => {
    const outlet = code === null ? null : outletOf(code);
    const facts = factsOf({ customer: null, outlet });
    const one = breakOf({ '2': '-10' }, { outlets: ['mill'] });
    const setup = setupOf({ basePrices: [basePrice('4.00')], breaks: [one] });
    const line = pricedLine(setup, documentOf('2', { facts }));
    const [told] = line.notApplied.filter(({ subject }) => subject.kind === 'break');
    return [print(line.amount), told?.reasons ?? null];
  };

  it('counts there, and is told at others', () => {
    expect(at('mill')).toEqual(['7.20', null]);
    expect(at('quay')).toEqual(['8.00', [{ kind: 'notAtOutlet', outlet: 'The quay' }]]);
    expect(at(null)).toEqual(['8.00', [{ kind: 'notAtOutlet', outlet: null }]]);
  });
});

describe('breaks that are passed over', () => {
  const reasonsOf = (...breaks: QuantityBreak[]): unknown[] => {
    const level = schools({ entries: [percentEntry('0')], rounding: null });
    const setup = setupOf({ basePrices: [basePrice('4.00')], levels: [level], breaks });
    return pricedLine(setup, documentOf('2'))
      .notApplied.filter(({ subject }) => subject.kind === 'break')
      .flatMap(({ reasons }) => reasons);
  };
  const one = (id: string, changes: Partial<QuantityBreak> = {}): QuantityBreak =>
    breakOf({ '2': '-10' }, { id, name: id, ...changes });

  it('name the break that comes first', () => {
    expect(reasonsOf(one('a'), one('b'))).toEqual([
      { kind: 'anotherBreakFirst', break: jasmine.objectContaining({ id: 'a', name: 'a' }) },
    ]);
  });

  it('name the level that they are not for', () => {
    expect(reasonsOf(one('a', { levels: ['other'] }))).toEqual([
      { kind: 'notForLevel', level: jasmine.objectContaining({ id: 'schools' }) },
    ]);
    expect(reasonsOf(one('a', { levels: ['other', 'schools'] }))).toEqual([]);
  });
});

const outletOf = (code: string): OutletFacts => ({
  code,
  name: `The ${code}`,
  timeZone: 'Europe/Lisbon',
  level: null,
  levelsAllowed: null,
});

describe('a break whose first tier is not reached', () => {
  const told = (
    changes: Partial<QuantityBreak>,
    item = itemOf(),
    duration: string | null = null,
  ) => {
    const facts = factsOf({ customer: null, items: [item] });
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      breaks: [breakOf({ '100': '-10' }, changes)],
    });
    const lines = [lineOf('2', { duration: duration === null ? null : decimal(duration) })];
    return pricedLine(setup, documentOf('2', { facts, lines }))
      .notApplied.flatMap(({ reasons }) => reasons)
      .flatMap((reason) =>
        reason.kind === 'belowFirstTier'
          ? [[printExact(reason.counted), printExact(reason.missing), reason.measured]]
          : [],
      );
  };
  const box = itemOf({ units: [{ unit: 'box', factor: decimal('2'), digits: 0 }] });

  it('says how much there is and is missing, in what it is measured in', () => {
    expect(told({})).toEqual([['2', '98', 'bag']]);
    expect(told({ measure: { kind: 'quantity', unit: 'box' } }, box)).toEqual([
      // what is missing of a box is rarely a whole one: it is told in bags
      ['2', '198', 'bag'],
    ]);
    expect(told({ measure: { kind: 'amount' } })).toEqual([['8.00', '92.00', 'EUR']]);
    const hired = itemOf({ timeUnit: 'day' });
    expect(told({ measure: { kind: 'term' } }, hired, '3')).toEqual([['3', '97', 'day']]);
  });
});
