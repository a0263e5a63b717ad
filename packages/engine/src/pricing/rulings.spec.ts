import fc from 'fast-check';
import { decimal, make, print } from '../number/decimal';
import type { QuantityBreak } from '../setup/quantity-break';
import type { Condition, NumberFact } from '../setup/rule';
import {
  basePrice,
  breakOf,
  costOf,
  costTable,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  flat,
  itemOf,
  lineOf,
  percentEntry,
  percentOff,
  ruleOf,
  schools,
  setTo,
  setupOf,
  times,
} from '../testing/saltmarsh';
import {
  column,
  CODES,
  passedOver,
  pricedLine,
  problem,
  slices,
  text,
  toldOf,
  unitPrice,
} from '../testing/priced';
import { runs } from '../testing/runs';
import { serialized } from '../number/serialized';
import { stepWording } from '@honest-ledger/wording';
import { price } from './price-document';

const NOBODY = customerOf({ level: null });
const piece = itemOf({
  unit: 'piece',
  units: [{ unit: 'box', factor: decimal('12'), digits: 0 }],
});
const ofPieces = factsOf({ customer: NOBODY, items: [piece] });

describe('an incremental break that is measured in a larger unit', () => {
  const byBox = breakOf(
    { '2': '-10', '3': '-50' },
    { mode: 'incremental', measure: { kind: 'quantity', unit: 'box' } },
  );
  const setup = setupOf({ basePrices: [basePrice('1.00')], breaks: [byBox] });
  const total = (...quantities: string[]): string =>
    text(
      price(setup, {
        ...documentOf('1', { facts: ofPieces }),
        lines: quantities.map((quantity, place) => lineOf(quantity, { id: String(place) })),
      }).total,
    );

  it('prices each piece in the box in which it lies, and a box that has begun counts', () => {
    expect(total('12')).toBe('12.00');
    expect(total('24')).toBe('22.80');
    expect(total('25')).toBe('23.30');
    expect(total('30')).toBe('25.80');
    expect(total('36')).toBe('28.80');
  });

  it('gives every line a price where the count is over several', () => {
    const over = { ...byBox, count: 'goods' } satisfies QuantityBreak;
    const counted = price(setupOf({ basePrices: [basePrice('1.00')], breaks: [over] }), {
      ...documentOf('1', { facts: ofPieces }),
      lines: ['20', '10'].map((quantity, place) => lineOf(quantity, { id: String(place) })),
    });
    expect(counted.lines.map(slices)).toEqual([
      '12 x 1.00 = 12.00 + 8 x 0.90 = 7.20',
      '4 x 0.90 = 3.60 + 6 x 0.50 = 3.00',
    ]);
    expect(text(counted.total)).toBe('25.80');
  });

  it('prices the half of a piece that has begun', () => {
    const halves = itemOf({ units: [{ unit: 'half', factor: decimal('0.5'), digits: 0 }] });
    const byPiece = breakOf({ '2': '-50' }, { mode: 'incremental' });
    const line = pricedLine(setupOf({ basePrices: [basePrice('1.00')], breaks: [byPiece] }), {
      ...documentOf('1', { facts: factsOf({ customer: NOBODY, items: [halves] }) }),
      lines: [lineOf('3', { unit: 'half' })],
    });
    expect(slices(line)).toBe('1 x 1.00 = 1.00 + 0.5 x 0.50 = 0.25');
  });

  it('law: with falling tiers the total never falls as the quantity rises', () => {
    const cases = fc.record({
      factor: fc.integer({ min: 2, max: 15 }),
      tiers: fc.uniqueArray(
        fc.record({ from: fc.integer({ min: 1, max: 6 }), off: fc.integer({ min: 1, max: 99 }) }),
        { minLength: 1, maxLength: 4, selector: ({ from }) => from },
      ),
      cents: fc.integer({ min: 1, max: 900 }),
    });
    fc.assert(
      fc.property(cases, ({ factor, tiers, cents }) => {
        const offs = tiers.map(({ off }) => off).toSorted((a, b) => a - b);
        const rising = tiers.toSorted((a, b) => a.from - b.from);
        const one = breakOf(
          Object.fromEntries(rising.map(({ from }, at) => [from, `-${String(offs[at])}`])),
          { mode: 'incremental', measure: { kind: 'quantity', unit: 'box' } },
        );
        const item = { ...piece, units: [{ unit: 'box', factor: make(factor, 0), digits: 0 }] };
        const facts = factsOf({ customer: NOBODY, items: [item] });
        const priced = setupOf({
          basePrices: [basePrice(print(make(cents, 2)))],
          unitPriceDigits: { EUR: 6 },
          breaks: [one],
        });
        let before = 0;
        for (let quantity = 1; quantity <= factor * 5; quantity += 3) {
          const { total: now, unpricedLines } = price(
            priced,
            documentOf(String(quantity), { facts }),
          );
          expect(unpricedLines).toBe(0);
          expect(Number(print(now))).toBeGreaterThanOrEqual(before);
          before = Number(print(now));
        }
      }),
      { numRuns: runs(60) },
    );
  });
});

describe('a break whose tiers are nowhere lower', () => {
  it('leaves the line whole, in its own unit', () => {
    // a bag of 1/7 of 10.00 is dearer once it is rounded
    const item = itemOf({ units: [{ unit: 'pallet', factor: decimal('7'), digits: 0 }] });
    const facts = factsOf({ customer: NOBODY, items: [item] });
    const dear = breakOf({ '8': setTo('20.00') }, { mode: 'incremental' });
    const setup = setupOf({
      basePrices: [basePrice('2.00'), basePrice('10.00', 'pallet')],
      breaks: [dear],
    });
    const line = pricedLine(
      setup,
      documentOf('1', { facts, lines: [lineOf('13', { unit: 'pallet' })] }),
    );
    expect(slices(line)).toBe('13 x 10.00 = 130.00');
    expect(passedOver(line)).toContain('break: notLower');
  });
});

describe('a unit or a currency in a band or tier', () => {
  it('matters for a level only where the band is reached', () => {
    const bands = [
      { from: decimal('0'), adjustment: { kind: 'percent', percent: decimal('-10') } as const },
      {
        from: decimal('100'),
        adjustment: { kind: 'amount', amount: decimal('-5'), unit: 'drum' } as const,
      },
    ];
    const level = schools({
      entries: [{ ...percentEntry('0'), adjusting: { kind: 'byPrice', bands } }],
      rounding: null,
    });
    const at = (base: string) =>
      pricedLine(setupOf({ basePrices: [basePrice(base)], levels: [level] }), documentOf());
    expect(text(at('18.40').amount)).toBe('16.56');
    expect(text(at('100.00').amount)).toBe('100.00');
    expect(passedOver(at('100.00'))).toContain('levelEntry: unitNotOfItem');
  });

  it('matters for an incremental break only where the line touches the tier', () => {
    const tiers = {
      '1': { kind: 'amount', amount: decimal('-1'), unit: 'drum' } as const,
      '5': '-50',
    };
    const one = breakOf(tiers, { mode: 'incremental', count: 'goods' });
    const drum = itemOf({
      item: 'GL-1',
      units: [{ unit: 'drum', factor: decimal('5'), digits: 0 }],
    });
    const { lines } = price(
      setupOf({
        basePrices: [{ ...basePrice('10.00'), item: 'GL-1' }, basePrice('10.00')],
        breaks: [one],
      }),
      documentOf('1', {
        facts: factsOf({ customer: NOBODY, items: [drum, itemOf()] }),
        lines: [lineOf('4', { id: 'a', item: 'GL-1' }), lineOf('2', { id: 'b' })],
      }),
    );
    expect(lines.map(slices)).toEqual(['4 x 9.80 = 39.20', '2 x 5.00 = 10.00']);
  });
});

describe('a price that is set', () => {
  it('needs no basis in a band by cost', () => {
    const adjusting = {
      kind: 'byCost',
      bands: [
        { from: decimal('0'), adjustment: { kind: 'percent', percent: decimal('-10') } as const },
        {
          from: decimal('5'),
          adjustment: { kind: 'set', price: decimal('9.50'), unit: null } as const,
        },
      ],
    } as const;
    const level = schools({ entries: [{ ...percentEntry('0'), adjusting }], rounding: null });
    const at = (cost: string) =>
      documentOf('1', { facts: factsOf({ items: [itemOf({ costs: [costOf(cost)] })] }) });
    const setup = setupOf({ basePrices: [], levels: [level] });
    expect(unitPrice(setup, at('6.00'))).toBe('9.50');
    expect(problem(setup, at('4.00'))?.kind).toBe('noStartPrice');
  });

  it('needs no basis in a tier', () => {
    const one = breakOf({ '1': setTo('7.00') }, { basis: { kind: 'cost', cost: 'last' } });
    const facts = factsOf({ customer: NOBODY });
    expect(unitPrice(setupOf({ breaks: [one] }), documentOf('1', { facts }))).toBe('7.00');
  });
});

describe('tax', () => {
  /** 9.99 at 19 % is 1.8981: EN 16931 rounds half up (from memory), so 1.90 under every mode. */
  it('is rounded half up whatever the mode of prices is', () => {
    const tax = {
      classes: [{ code: 'full', name: 'Full', category: 'S', rate: decimal('19') }],
      items: [{ item: 'CL-0207', taxClass: 'full' }],
      others: null,
    } as const;
    for (const roundingMode of ['towardsZero', 'halfToEven', 'awayFromZero'] as const) {
      const setup = setupOf({ basePrices: [basePrice('9.99')], roundingMode });
      const facts = factsOf({ customer: NOBODY, tax });
      expect(text(price(setup, documentOf('1', { facts })).tax?.amount)).toBe('1.90');
      const half = setupOf({ basePrices: [basePrice('0.50')], roundingMode });
      // 0.50 at 19 % is 0.095
      expect(text(price(half, documentOf('1', { facts })).tax?.amount)).toBe('0.10');
    }
  });
});

describe('a line without a price', () => {
  const cheap = itemOf({ item: 'GL-1' });
  const facts = factsOf({ customer: NOBODY, items: [itemOf(), cheap] });
  const lines = [lineOf('1', { id: 'a' }), lineOf('10', { id: 'b', item: 'GL-1' })];
  const basePrices = [
    basePrice('10.00'),
    { ...basePrice('0.001'), item: 'GL-1' } as ReturnType<typeof basePrice>,
  ];
  const quantityOfAll: Condition = {
    kind: 'number',
    fact: { kind: 'count', of: 'quantity', scopes: [{ kind: 'all' }] },
    comparison: { kind: 'atLeast', value: decimal('5') },
  };
  const amounts = (setup: Parameters<typeof setupOf>[0]): string[] =>
    price(setupOf({ basePrices, ...setup }), documentOf('1', { facts, lines })).lines.map((line) =>
      line.kind === 'priced' ? text(line.net) : line.problem.kind,
    );

  it('earns no discount by a condition, on a line or on the document', () => {
    const rules = [ruleOf(percentOff('50'), quantityOfAll)];
    expect(amounts({ rules })).toEqual(['10.00', 'roundsToZero']);
    const whole = ruleOf(
      { kind: 'subtotal', off: { kind: 'percent', percent: decimal('-50') } },
      quantityOfAll,
    );
    expect(amounts({ rules: [whole] })).toEqual(['10.00', 'roundsToZero']);
  });

  it('is counted by no break', () => {
    const breaks = [breakOf({ '5': '-50' }, { count: 'document' })];
    expect(amounts({ breaks })).toEqual(['10.00', 'roundsToZero']);
  });

  it('is the same without the price that was typed on it, whatever else has none', () => {
    const breaks = [breakOf({ '10': '0' }, { count: 'document' })];
    const setup = setupOf({ basePrices, breaks });
    const priceByHand = { price: decimal('5.00'), reason: 'a friend' };
    const both = ['a', 'b'].map((id) => lineOf('5', { id, item: 'GL-1' }));
    const [first, second] = both;
    if (!first || !second) throw new Error('there are two');
    const typed = [{ ...first, priceByHand }, second];
    const [byHand] = price(setup, documentOf('1', { facts, lines: typed })).lines;
    const [without] = price(setup, documentOf('1', { facts, lines: both })).lines;
    expect(byHand?.kind === 'priced' && byHand.computed).toEqual(without ?? false);
  });

  it('is counted nowhere where a tier makes it one by request', () => {
    const scopes = [{ kind: 'item', item: 'GL-1' }] as const;
    const asked = breakOf({ '10': { kind: 'byRequest' } }, { id: 'asked', scopes });
    const others = breakOf(
      { '5': '-50' },
      { id: 'others', count: 'document', scopes: [{ kind: 'item', item: 'CL-0207' }] },
    );
    const dearer = [
      basePrice('10.00'),
      { ...basePrice('2.00'), item: 'GL-1' } as ReturnType<typeof basePrice>,
    ];
    expect(amounts({ basePrices: dearer, breaks: [asked, others] })).toEqual([
      '10.00',
      'tierByRequest',
    ]);
  });
});

describe('a set-up charge', () => {
  const setUp = { amount: decimal('25.00'), words: '' };
  const asked = (breaks: QuantityBreak[], rules: ReturnType<typeof ruleOf>[] = []) =>
    pricedLine(
      setupOf({ basePrices: [basePrice('10.00')], breaks, rules }),
      documentOf('10', { facts: factsOf({ customer: NOBODY }) }),
    ).setUp?.amount;

  it('is asked where the tier is not lower', () => {
    expect(text(asked([breakOf({ '5': setTo('12.00') }, { setUp })]))).toBe('25.00');
    const incremental = breakOf({ '5': setTo('12.00') }, { setUp, mode: 'incremental' });
    expect(text(asked([incremental]))).toBe('25.00');
  });

  it('is asked where a rule gives the line the price of another level', () => {
    const rule = ruleOf({ kind: 'level', level: 'schools', raises: true });
    const one = breakOf({ '5': '-5' }, { setUp });
    expect(text(asked([one], [rule]))).toBe('25.00');
  });

  it('is not asked below the first tier', () => {
    expect(asked([breakOf({ '11': '-5' }, { setUp })])).toBeUndefined();
  });
});

describe('a level that starts from a level which is not in force', () => {
  it('tries its next narrowest entry, and the workings say so', () => {
    const over = schools({ id: 'over', window: { from: null, until: '2026-11-23' } });
    const level = schools({
      entries: [
        percentEntry(
          '-30',
          { kind: 'item', item: 'CL-0207' },
          { basis: { kind: 'level', level: 'over' } },
        ),
        percentEntry('-10'),
      ],
      rounding: null,
    });
    const line = pricedLine(setupOf({ levels: [level, over] }), documentOf());
    expect(text(line.amount)).toBe('16.56');
    expect(passedOver(line)).toContain('levelEntry: outsideWindow');
  });
});

describe('rounding down', () => {
  it('never raises, and the workings say why the price stays', () => {
    const rounding = {
      kind: 'endings',
      currency: 'EUR',
      endings: [decimal('95')],
      period: 100,
      direction: 'down',
      leastPrice: null,
    } as const;
    const level = schools({ entries: [percentEntry('0')], rounding });
    const line = pricedLine(
      setupOf({ basePrices: [basePrice('4.00')], levels: [level] }),
      documentOf(),
    );
    expect(text(line.amount)).toBe('4.00');
    expect(column(line).at(-1)).toBe('levelRounding 0.00 4.00');
    const [step] = serialized(line.slices[0]?.steps ?? []).slice(-1);
    expect(step && stepWording(step.source, CODES).sentence).toBe(
      'rounding of level Schools; nothing to round down to, price unchanged',
    );
  });
});

describe('prices and costs in conditions', () => {
  const atLeast = (fact: NumberFact, value: string): Condition => ({
    kind: 'number',
    fact,
    comparison: { kind: 'atLeast', value: decimal(value) },
  });

  it('are per base unit, whatever the line is in, and the sentence names it', () => {
    for (const kind of ['basePrice', 'priceAfterLevel', 'priceAfterBreak'] as const) {
      const of = (value: string) =>
        pricedLine(
          setupOf({
            basePrices: [basePrice('10.00')],
            rules: [ruleOf(percentOff('50'), atLeast({ kind }, value))],
          }),
          documentOf('1', {
            facts: factsOf({ customer: NOBODY }),
            lines: [lineOf('1', { unit: 'pallet' })],
          }),
        );
      expect(text(of('10.00').amount))
        .withContext(kind)
        .toBe('300.00');
      expect(text(of('10.01').amount))
        .withContext(kind)
        .toBe('600.00');
      expect(toldOf(of('10.01')).join()).toContain('per bag');
    }
  });
});

describe('an amount on a line', () => {
  it('touches all of its units, so a rule that stands alone takes none', () => {
    const given = ruleOf(
      {
        kind: 'allocate',
        amount: decimal('-1.00'),
        every: null,
      },
      { kind: 'all', of: [] },
      { id: 'given', combinable: false },
    );
    const setup = setupOf({
      basePrices: [basePrice('10.00')],
      rules: [ruleOf(flat('-2.00'), { kind: 'all', of: [] }, { id: 'flat' }), given],
    });
    const facts = factsOf({ customer: NOBODY });
    expect(text(price(setup, documentOf('1', { facts })).total)).toBe('8.00');
  });
});

describe('a rule for units that stops those after it', () => {
  const spread = (id: string, place: number, stopProcessing: boolean) =>
    ruleOf(
      { kind: 'allocate', amount: decimal('-1.00'), every: null },
      { kind: 'all', of: [] },
      { id, place, stopProcessing },
    );

  it('stops them also where a rule for the line stands later in the list', () => {
    const lineRule = ruleOf(
      percentOff('10'),
      { kind: 'all', of: [] },
      { id: 'line', place: 9, stopProcessing: true },
    );
    const setup = setupOf({
      basePrices: [basePrice('10.00')],
      rules: [spread('first', 1, true), spread('second', 2, false), lineRule],
    });
    const facts = factsOf({ customer: NOBODY });
    // 10 % off, then one amount
    expect(text(price(setup, documentOf('1', { facts })).total)).toBe('8.00');
  });
});

describe('base price as a basis', () => {
  it('is what the cost table makes where an item has none', () => {
    const facts = factsOf({ items: [itemOf({ costs: [costOf('5.00')] })] });
    const basePrices: never[] = [];
    const costTables = [costTable({ '0': times('2') })];
    const levels = [schools({ entries: [percentEntry('-10')], rounding: null })];
    const setup = setupOf({ basePrices, costTables, levels });
    const line = pricedLine(setup, documentOf('1', { facts }));
    expect(column(line)).toEqual([
      'cost 5.00 5.00',
      'costTable 5.00 10.00',
      'levelEntry -1.00 9.00',
    ]);
    const off = ruleOf(percentOff('20', { of: 'basePrice', startsFrom: 'basePrice' }));
    expect(unitPrice({ ...setup, levels: [], rules: [off] }, documentOf('1', { facts }))).toBe(
      '8.00',
    );
    const tier = breakOf({ '1': '-30' }, { basis: { kind: 'basePrice' } });
    expect(unitPrice({ ...setup, levels: [], breaks: [tier] }, documentOf('1', { facts }))).toBe(
      '7.00',
    );
  });

  it('is by request where the cost table says so', () => {
    const facts = factsOf({ items: [itemOf({ costs: [costOf('5.00')] })] });
    const costTables = [costTable({ '0': { kind: 'byRequest' } })];
    const levels = [schools({ entries: [entryOf({ kind: 'percent', percent: decimal('-10') })] })];
    expect(
      problem(setupOf({ basePrices: [], costTables, levels }), documentOf('1', { facts }))?.kind,
    ).toBe('byRequest');
  });
});
