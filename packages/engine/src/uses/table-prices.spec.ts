import fc from 'fast-check';
import { compileSetup } from '../compile/compile-setup';
import { fromInteger, print } from '../number/decimal';
import type { CostTableId } from '../setup/cost-table';
import { PLAIN_LINE, PLAIN_DOCUMENT, type PricingDocument } from '../setup/document';
import type { Level } from '../setup/level';
import type { Setup } from '../setup/setup';
import { documents, setups } from '../testing/arbitraries';
import { runs } from '../testing/runs';
import { costOf, costTable, factsOf, itemOf, setupOf, times } from '../testing/saltmarsh';
import { priceDocument } from '../pricing/price-document';
import { priceAt, tablePrices } from './table-prices';

/** A level that gives every item what a table makes of it, and nothing else. */
const levelOf = (table: CostTableId, currency: string): Level => ({
  id: 'alone',
  name: 'alone',
  currency,
  window: { from: null, until: null },
  order: 'list',
  entries: [
    {
      id: 'alone',
      scope: { kind: 'all' },
      basis: { kind: 'costTable', table },
      adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: fromInteger(0) } },
      rounding: null,
      closes: false,
    },
  ],
  exceptions: [],
  typedPrices: [],
  rounding: null,
});

/** One base unit of every item of a document as its lines, priced with everything a line goes through. */
function asLines(
  setup: Setup,
  level: Level | null,
  { facts, currency, pricedAt }: PricingDocument,
): (string | null)[] {
  const alone = compileSetup({
    ...setup,
    basePrices: [],
    agreements: [],
    defaultLevel: null,
    breaks: [],
    rules: [],
    levels: level ? [level] : [],
    // else a table that makes nothing would hand over to the one that keeps the item
    costTables: setup.costTables.map((table) => (level ? { ...table, scopes: [] } : table)),
  });
  const outlet = facts.outlet && { ...facts.outlet, level: null, levelsAllowed: null };
  const priced = priceDocument(
    alone,
    {
      ...PLAIN_DOCUMENT,
      pricedAt,
      currency,
      level: level?.id ?? null,
      facts: { ...facts, outlet, customer: null },
      lines: facts.items.map(({ item, timeUnit }, index) => ({
        id: String(index),
        item,
        quantity: fromInteger(1),
        unit: null,
        duration: timeUnit === null ? null : fromInteger(1),
        ...PLAIN_LINE,
      })),
    },
    { workings: false },
  );
  return priced.lines.map((line) =>
    line.kind === 'priced' && line.slices[0] ? print(line.slices[0].unitPrice) : null,
  );
}

describe('the prices that tables make of a catalogue', () => {
  const agree = (setup: Setup, document: PricingDocument, table: CostTableId | null): boolean => {
    const { facts, currency } = document;
    const found = setup.costTables.find(({ id }) => id === table);
    const level = found ? levelOf(found.id, found.currency) : null;
    const [prices] = tablePrices(compileSetup(setup), [table], facts.items, {
      facts,
      currency,
    });
    const lines = asLines(setup, level, document);
    return lines.every((line, index) => {
      const price = prices && priceAt(prices, index);
      return (price ? print(price) : null) === line;
    });
  };

  it('are those of lines at a level that starts from the table', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) =>
        setup.costTables.every(({ id }) => agree(setup, document, id)),
      ),
      { numRuns: runs(300) },
    );
  });

  it('are those of lines without a base price, where the table that keeps the item is asked', () => {
    fc.assert(
      fc.property(setups, documents, (setup, document) => agree(setup, document, null)),
      { numRuns: runs(300) },
    );
  });

  it('come table by table, and null for a table that is not there', () => {
    const [setup, document] = fc.sample(fc.tuple(setups, documents), 1)[0] ?? [];
    if (!setup || !document) throw new Error('there is a sample');
    const { facts, currency } = document;
    const ids = [...setup.costTables.map(({ id }) => id), 'nothing', null];
    const columns = tablePrices(compileSetup(setup), ids, facts.items, { facts, currency });
    expect(columns.map(({ units }) => units.length)).toEqual(ids.map(() => facts.items.length));
    expect(columns[ids.indexOf('nothing')]?.units.every((price) => price === null)).toBeTrue();
  });

  it('are those of one unit for one unit of time where goods are priced by it', () => {
    const setup = compileSetup(setupOf({ costTables: [costTable({ '0': times('2') })] }));
    const items = [itemOf({ timeUnit: 'day', costs: [costOf('4.00')] }), itemOf({ costs: [] })];
    const facts = factsOf({ items });
    const [column] = tablePrices(setup, [null], items, { facts, currency: 'EUR' });
    const at = (place: number): string | null => {
      const found = column && priceAt(column, place);
      return found ? print(found) : null;
    };
    expect([at(0), at(1), at(2)]).toEqual(['8.00', null, null]);
  });
});
