import fc from 'fast-check';
import { decimal, print } from '../../number/decimal';
import { printExact } from '../../number/exact';
import type { CostTable } from '../../setup/cost-table';
import type { ItemFacts } from '../../setup/facts';
import type { Setup } from '../../setup/setup';
import { documents, setups } from '../../testing/arbitraries';
import { column, passedOver, pricedLine, problem, unitPrice } from '../../testing/priced';
import {
  bandsOf,
  basePrice,
  costOf,
  costTable,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
  margin,
  markup,
  percentEntry,
  purchaseCostOf,
  schools,
  setupOf,
  times,
} from '../../testing/saltmarsh';
import { price, priceDocument } from '../price-document';
import { compileSetup } from '../../compile/compile-setup';

/** An item without a base price under one table, for a customer without a level. */
function under(table: CostTable, item: Partial<ItemFacts>, quantity = '1') {
  const facts = factsOf({ customer: customerOf({ level: null }), items: [itemOf(item)] });
  const setup: Setup = setupOf({ basePrices: [], costTables: [table] });
  return [setup, documentOf(quantity, { facts })] as const;
}

const costing = (amount: string): Partial<ItemFacts> => ({ costs: [costOf(amount)] });

describe('a cost table', () => {
  it('worked example 2: each band takes the whole cost', () => {
    const sliding = costTable({ '0': times('5'), '3.20': times('4.5'), '6.40': times('4') });
    const at = (cost: string): string => unitPrice(...under(sliding, costing(cost)));
    expect([at('3.10'), at('3.20'), at('6.39'), at('6.40')]).toEqual([
      '15.50',
      '14.40',
      '28.76',
      '25.60',
    ]);
  });

  it('worked example 3: a margin of 36 % on 8.00 is a markup of 56.25 %', () => {
    const line = pricedLine(...under(costTable({ '0': margin('36') }), costing('8.00')));
    expect(line.slices.map(({ unitPrice: each }) => print(each))).toEqual(['12.50']);
    expect(line.cost?.margin && printExact(line.cost.margin)).toBe('36');
    expect(line.cost?.markup && printExact(line.cost.markup)).toBe('56.25');
  });

  it('worked example 18: markup, fees, piece charge, rounding, in this order', () => {
    const table = costTable(
      { '0': markup('25') },
      {
        fees: { percent: decimal('12'), fixed: decimal('0.50') },
        pieceCharges: [{ scope: { kind: 'all' }, amount: decimal('2.00') }],
        rounding: {
          kind: 'increment',
          currency: 'EUR',
          increment: decimal('0.10'),
          direction: 'nearest',
          leastPrice: null,
        },
      },
    );
    expect(column(pricedLine(...under(table, costing('40.00'))))).toEqual([
      'cost 40.00 40.00',
      'costTable 10.00 50.00',
      'tableFees 7.3863636363... 57.3863636363...',
      'pieceCharge 2.00 59.3863636363...',
      'tableRounding 0.0136363636... 59.40',
    ]);
  });

  it('tries the form of supply first, then its kinds in their order, each with its own bands', () => {
    const table = costTable(
      {},
      {
        costs: [
          { cost: 'landed', bands: bandsOf({ '0': markup('10') }) },
          { cost: 'last', bands: bandsOf({ '0': markup('20') }) },
          { cost: 'split', bands: bandsOf({ '0': markup('30') }) },
        ],
      },
    );
    const costs = [costOf('10', { kind: 'split' }), costOf('20'), costOf('0', { kind: 'landed' })];
    const [setup, document] = under(table, { costs });
    expect(unitPrice(setup, document)).toBe('24.00');
    const lines = [lineOf('1', { formOfSupply: 'split' })];
    expect(unitPrice(setup, { ...document, lines })).toBe('13.00');
    expect(problem(...under(table, { costs: [costOf('0')] }))).toEqual({ kind: 'noStartPrice' });
  });

  it('has no price below its first band, and none where it says by request', () => {
    const table = costTable({ '1.00': markup('10'), '1000': { kind: 'byRequest' } });
    expect(problem(...under(table, costing('0.99')))?.kind).toBe('noStartPrice');
    expect(unitPrice(...under(table, costing('1.00')))).toBe('1.10');
    expect(problem(...under(table, costing('1000')))).toEqual({
      kind: 'byRequest',
      table: 'Tools',
    });
  });

  it('adds points to markups, margins and multipliers by units sold, and not to amounts', () => {
    const points = {
      days: 90,
      bands: [
        { from: decimal('0'), points: decimal('-5') },
        { from: decimal('100'), points: decimal('5') },
      ],
    };
    const sold = (quantity: string) => [{ days: 90, quantity: decimal(quantity) }];
    const at = (adjustment: ReturnType<typeof markup>, quantity: string): string =>
      unitPrice(
        ...under(costTable({ '0': adjustment }, { points }), {
          costs: [costOf('10.00')],
          unitsSold: sold(quantity),
        }),
      );
    expect([at(markup('25'), '99'), at(markup('25'), '100')]).toEqual(['12.00', '13.00']);
    expect([at(margin('45'), '99'), at(margin('45'), '100')]).toEqual(['16.67', '20.00']);
    expect([at(times('2'), '0'), at(times('2'), '100')]).toEqual(['19.50', '20.50']);
    expect(at({ kind: 'amount', amount: decimal('3') }, '100')).toBe('13.00');
  });

  it('takes the first piece charge that takes the item in', () => {
    const pieceCharges = [
      { scope: { kind: 'category', category: 'shelves' } as const, amount: decimal('6.80') },
      { scope: { kind: 'all' } as const, amount: decimal('4.20') },
    ];
    const table = costTable({ '0': times('1') }, { pieceCharges });
    expect(unitPrice(...under(table, costing('10')))).toBe('14.20');
    const categories = [{ code: 'shelves', name: 'Kiln shelves' }];
    expect(unitPrice(...under(table, { ...costing('10'), categories }))).toBe('16.80');
  });

  it('takes no more off by a piece charge below zero than is there', () => {
    const pieceCharges = [{ scope: { kind: 'all' } as const, amount: decimal('-4.00') }];
    const table = costTable({ '0': times('1') }, { pieceCharges });
    expect(unitPrice(...under(table, costing('10')))).toBe('6.00');
    expect(unitPrice(...under(table, costing('3')))).toBe('0.00');
  });

  it('works in its own currency: costs are converted exactly, its thresholds never', () => {
    const table = costTable({ '0': times('3'), '10.837': times('2') }, { currency: 'USD' });
    const [setup, document] = under(table, costing('10.00'));
    const facts = { ...document.facts, rates: [{ currency: 'USD', rate: decimal('1.0837') }] };
    expect(unitPrice(setup, { ...document, facts })).toBe('20.00');
    expect(problem(setup, document)?.kind).toBe('noExchangeRate');
  });

  it('prices a further unit with its own base price from that unit, its thresholds multiplied', () => {
    const table = costTable({ '0': times('2'), '5': times('1.5') });
    const pallet = costOf('270', { unit: 'pallet' });
    const [setup, document] = under(table, { costs: [pallet] });
    const lines = [lineOf('1', { unit: 'pallet' })];
    expect(unitPrice(setup, { ...document, lines })).toBe('540.00');
  });

  it('is used at its outlets alone', () => {
    const table = costTable({ '0': times('2') }, { outlets: ['counter'] });
    const [setup, document] = under(table, costing('10'));
    expect(problem(setup, document)?.kind).toBe('noStartPrice');
    const outlet = {
      code: 'counter',
      name: 'Counter',
      timeZone: 'UTC',
      level: null,
      levelsAllowed: null,
    };
    expect(unitPrice(setup, { ...document, facts: { ...document.facts, outlet } })).toBe('20.00');
  });

  it('of several the narrowest that has a price is taken, the others are told', () => {
    const narrow = costTable(
      { '0': times('9') },
      {
        id: 'narrow',
        scopes: [
          { kind: 'brand', brand: 'other' },
          { kind: 'category', category: 'clay' },
        ],
        costs: [{ cost: 'landed', bands: bandsOf({ '0': times('9') }) }],
      },
    );
    const wide = costTable({ '0': times('2') });
    const [setup, document] = under(wide, costing('10'));
    const both = { ...setup, costTables: [wide, narrow] };
    expect(unitPrice(both, document)).toBe('20.00');
    expect(passedOver(pricedLine(both, document))).toContain('costTable: noCost');
  });
});

describe('a level that starts from costs', () => {
  const item = { costs: [costOf('10.00'), costOf('11.00', { kind: 'landed' })] };
  const facts = factsOf({ items: [itemOf(item)] });
  const at = (entry: Parameters<typeof entryOf>, setup: Partial<Setup> = {}): string =>
    unitPrice(
      setupOf({
        levels: [schools({ entries: [entryOf(...entry)], rounding: null })],
        ...setup,
      }),
      documentOf('1', { facts }),
    );

  it('takes a cost as its basis', () => {
    const basis = { kind: 'cost', cost: 'landed' } as const;
    expect(at([{ kind: 'markup', percent: decimal('25') }, undefined, { basis }])).toBe('13.75');
    expect(at([{ kind: 'margin', percent: decimal('20') }, undefined, { basis }])).toBe('13.75');
    expect(at([{ kind: 'multiplier', factor: decimal('2') }, undefined, { basis }])).toBe('22.00');
  });

  it('takes what a table makes, the one it names or the one that takes the item in', () => {
    const off = { kind: 'percent', percent: decimal('-10') } as const;
    const costTables = [
      costTable({ '0': times('2') }),
      costTable({ '0': times('3') }, { id: 'other', scopes: [] }),
    ];
    const basis = (table: string | null) => ({ basis: { kind: 'costTable', table } as const });
    expect(at([off, undefined, basis(null)], { costTables })).toBe('18.00');
    expect(at([off, undefined, basis('other')], { costTables })).toBe('27.00');
    expect(at([off, undefined, basis('gone')], { costTables })).toBe('18.40');
  });

  it('has bands by the unit cost', () => {
    const adjusting = {
      kind: 'byCost',
      bands: [
        { from: decimal('5'), adjustment: { kind: 'percent', percent: decimal('-5') } },
        { from: decimal('10'), adjustment: { kind: 'percent', percent: decimal('-50') } },
      ],
    } as const;
    const entry = [percentEntry('0').adjusting, undefined, { adjusting }] as const;
    expect(at([{ kind: 'percent', percent: decimal('0') }, entry[1], entry[2]])).toBe('9.20');
  });
});

describe('the cost of a line', () => {
  it('is picked from purchase costs by unit, day and quantity, the base unit where the unit has none', () => {
    const purchaseCosts = [
      purchaseCostOf('5.00'),
      purchaseCostOf('4.50', { minQuantity: decimal('60') }),
      purchaseCostOf('4.40', {
        minQuantity: decimal('60'),
        window: { from: '2026-11-01', until: null },
      }),
      purchaseCostOf('1.00', { window: { from: null, until: '2026-11-23' } }),
      purchaseCostOf('2.00', { supplier: 'another' }),
      purchaseCostOf('240', { unit: 'pallet', minQuantity: decimal('2') }),
    ];
    const facts = factsOf({ items: [itemOf({ purchaseCosts })] });
    const cost = (quantity: string, unit: string | null = null): string | undefined => {
      const line = pricedLine(
        setupOf(),
        documentOf('1', { facts, lines: [lineOf(quantity, { unit })] }),
      );
      return line.cost?.each && printExact(line.cost.each);
    };
    expect([cost('59'), cost('60')]).toEqual(['5.00', '4.40']);
    expect([cost('1', 'pallet'), cost('2', 'pallet')]).toEqual(['264', '240']);
  });

  it('is the first above zero in the order of the setup, with margin and markup of the whole line', () => {
    const costs = [costOf('0'), costOf('9.20', { kind: 'landed' })];
    const setup = setupOf({ levels: [], costOrder: ['last', 'landed'] });
    const facts = factsOf({ items: [itemOf({ costs })] });
    const line = pricedLine(setup, documentOf('3', { facts }));
    expect(line.cost && [line.cost.kind, printExact(line.cost.amount)]).toEqual([
      'landed',
      '27.60',
    ]);
    expect(line.cost?.margin && printExact(line.cost.margin)).toBe('50');
    expect(pricedLine(setup, documentOf()).cost).toBeNull();
  });

  it('has no margin where the line is free', () => {
    const facts = factsOf({ items: [itemOf({ costs: [costOf('1')] })] });
    const line = pricedLine(setupOf({ basePrices: [basePrice('0')] }), documentOf('1', { facts }));
    expect(line.cost?.margin).toBeNull();
  });

  it('changes no price and no working but where a price starts from it', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => {
        const priced = price(setup, document);
        const bare = priceDocument(compileSetup(setup), document, { workings: false });
        priced.lines.forEach((line, place) => {
          const other = bare.lines[place];
          if (line.kind !== 'priced' || other?.kind !== 'priced') return;
          expect(other.cost).toEqual(line.cost && { ...line.cost, margin: null, markup: null });
        });
      }),
    );
  });
});
