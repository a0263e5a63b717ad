/**
 * How fast cost tables make prices: 50,000 items under six tables of bands each, for 5 and for 200
 * bands, by the engine, column by column as a cost update asks for a whole catalogue, and as full lines
 * of documents, against (a) raw scaled integers with everything found beforehand, which is the
 * limit, (b) a spreadsheet engine from the registry with one formula a cell, and (c) one PostgreSQL
 * statement with `numeric`. The sums of engine, integers and PostgreSQL must be the same to the cent;
 * a spreadsheet computes in binary floats, so it is a reference for speed alone. Run: npm run bench
 */
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  add,
  compileSetup,
  decimal,
  fromInteger,
  make,
  priceAt,
  priceDocument,
  print,
  tablePrices,
  withDigits,
  type CostTable,
  type ItemFacts,
  type PricingDocument,
  type Setup,
} from '@honest-ledger/engine';
import FormulaParser from 'fast-formula-parser';
import pg from 'pg';
import { lentDatabase, machine, measure, type Measured } from './measure';

const ITEMS = 50_000;
const TABLES = 6;
const CHUNK = 1000;
const ROUNDS = 5;
/** A spreadsheet of all items would take minutes: it computes so many, and its time is scaled up. */
const SHEET_ITEMS = 2000;

/** Made-up goods: a cost in cents each. */
const costs = Array.from({ length: ITEMS }, (_, index) => 50 + ((index * 7919) % 100_000));

interface Band {
  /** In cents. */
  readonly from: number;
  /** The multiplier, in hundredths. */
  readonly times: number;
}

/** Bands over the costs there are: the dearer the goods, the lower the multiplier. */
function bandsOf(count: number, table: number): Band[] {
  return Array.from({ length: count }, (_, index) => ({
    from: Math.floor((index * 100_000) / count),
    times: 500 - Math.floor((index * 300) / count) - table * 7,
  }));
}

function setupOf(count: number): Setup {
  const costTables = Array.from({ length: TABLES }, (_, table): CostTable => ({
    id: `t${String(table)}`,
    name: `Table ${String(table)}`,
    currency: 'EUR',
    scopes: [],
    outlets: null,
    costs: [
      {
        cost: 'last',
        bands: bandsOf(count, table).map(({ from, times }) => ({
          from: make(from, 2),
          adjustment: { kind: 'multiplier', factor: make(times, 2) },
        })),
      },
    ],
    points: null,
    fees: null,
    pieceCharges: [],
    rounding: null,
  }));
  return {
    version: 1,
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    defaultLevel: null,
    costOrder: [],
    floors: [],
    basePrices: [],
    sharedPrices: [],
    agreements: [],
    levels: costTables.map(({ id }) => ({
      id,
      name: id,
      currency: 'EUR',
      window: { from: null, until: null },
      order: 'narrowest',
      entries: [
        {
          id,
          scope: { kind: 'all' },
          basis: { kind: 'costTable', table: id },
          adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: fromInteger(0) } },
          rounding: null,
          closes: false,
        },
      ],
      exceptions: [],
      typedPrices: [],
      rounding: null,
    })),
    costTables,
    breaks: [],
    conditions: [],
    rules: [],
    ruleChoice: 'first',
  };
}

const facts = costs.map((cents, index): ItemFacts => ({
  item: `IT-${String(index).padStart(6, '0')}`,
  name: '',
  kind: 'stock',
  categories: [],
  family: null,
  brand: null,
  supplier: null,
  unit: 'piece',
  quantityDigits: 0,
  units: [],
  timeUnit: null,
  listPrice: null,
  namedPrices: [],
  costs: [{ kind: 'last', amount: make(cents, 2), currency: 'EUR', unit: null }],
  purchaseCosts: [],
  unitsSold: [],
  attributes: {},
}));

/** Each table's prices of all items, a chunk a document. */
function byEngine(setup: Setup): () => string {
  const compiled = compileSetup(setup);
  const documents = Array.from({ length: ITEMS / CHUNK }, (_, chunk): PricingDocument => {
    const items = facts.slice(chunk * CHUNK, (chunk + 1) * CHUNK);
    return {
      ...PLAIN_DOCUMENT,
      pricedAt: '2026-11-25T12:00:00Z',
      currency: 'EUR',
      facts: {
        local: { day: '2026-11-25', time: '12:00:00', offset: '+00:00' },
        outlet: null,
        customer: null,
        rates: [],
        ruleUses: [],
        bought: null,
        setUpPaid: [],
        tax: null,
        items,
      },
      lines: items.map(({ item }) => ({
        id: item,
        item,
        quantity: fromInteger(1),
        unit: null,
        duration: null,
        ...PLAIN_LINE,
      })),
    };
  });
  return () => {
    let total = decimal('0');
    for (let table = 0; table < TABLES; table += 1) {
      for (const document of documents) {
        const asked = { ...document, level: `t${String(table)}` };
        total = add(total, priceDocument(compiled, asked, { workings: false }).total);
      }
    }
    return print(withDigits(total, 2));
  };
}

/** The unit prices alone, as screens and cost updates ask them of a whole catalogue. */
function byEngineInColumns(setup: Setup): () => string {
  const compiled = compileSetup(setup);
  const ids = setup.costTables.map(({ id }) => id);
  const local = { day: '2026-11-25', time: '12:00:00', offset: '+00:00' };
  const asked = {
    facts: {
      local,
      outlet: null,
      customer: null,
      rates: [],
      ruleUses: [],
      bought: null,
      setUpPaid: [],
      tax: null,
    },
    currency: 'EUR',
  };
  return () => {
    let total = decimal('0');
    for (const column of tablePrices(compiled, ids, facts, asked)) {
      column.units.forEach((_, place) => {
        const price = priceAt(column, place);
        if (price) total = add(total, price);
      });
    }
    return print(withDigits(total, 2));
  };
}

/** (a) The same in plain whole numbers, the band found by halving. */
function inIntegers(count: number): () => string {
  const tables = Array.from({ length: TABLES }, (_, table) => {
    const bands = bandsOf(count, table);
    return {
      from: Float64Array.from(bands, (band) => band.from),
      times: Float64Array.from(bands, (band) => band.times),
    };
  });
  return () => {
    let total = 0;
    for (const { from, times } of tables) {
      for (const cents of costs) {
        let [low, high] = [0, from.length];
        while (low < high) {
          const middle = (low + high) >>> 1;
          if ((from[middle] ?? 0) <= cents) low = middle + 1;
          else high = middle;
        }
        total += Math.round((cents * (times[low - 1] ?? 0)) / 100);
      }
    }
    return print(make(total, 2));
  };
}

/** (b) One formula a cell: the price rounded, the multiplier looked up in the table beside. */
function bySpreadsheet(count: number): Measured<null> {
  const tables = Array.from({ length: TABLES }, (_, table) =>
    bandsOf(count, table).map(({ from, times }) => [from / 100, times / 100]),
  );
  const parser = new FormulaParser({
    onCell: ({ row }: { row: number }) => (costs[row - 1] ?? 0) / 100,
    onRange: ({ sheet }: { sheet: string }) => tables[Number(sheet.slice(1))] ?? [],
  });
  const last = String(count);
  let total = 0;
  const start = performance.now();
  for (let row = 1; row <= SHEET_ITEMS; row += 1) {
    for (let table = 0; table < TABLES; table += 1) {
      const cell = `A${String(row)}`;
      const range = `T${String(table)}!A1:B${last}`;
      const position = { row, col: table + 2, sheet: 'Items' };
      const formula = `ROUND(${cell}*VLOOKUP(${cell},${range},2,TRUE),2)`;
      const value: unknown = parser.parse(formula, position);
      if (typeof value !== 'number') throw new Error(`the spreadsheet says ${String(value)}`);
      total += value;
    }
  }
  const milliseconds = (performance.now() - start) * (ITEMS / SHEET_ITEMS);
  if (!(total > 0)) throw new Error('the spreadsheet has computed nothing');
  const name = `(b) a spreadsheet engine, ${String(SHEET_ITEMS)} items scaled up`;
  return { name, milliseconds, total: null };
}

/** (c) One statement over the same rows, with numeric. */
async function inPostgres(client: pg.Client, count: number): Promise<Measured> {
  await client.query('truncate bench_bands');
  for (let table = 0; table < TABLES; table += 1) {
    const bands = bandsOf(count, table);
    await client.query(
      `insert into bench_bands select $1, f / 100.0, coalesce(lead(f) over (order by f) / 100.0, 'infinity'),
         t / 100.0 from unnest($2::numeric[], $3::numeric[]) as given(f, t)`,
      [table, bands.map(({ from }) => from), bands.map(({ times }) => times)],
    );
  }
  await client.query('analyze bench_bands');
  let best = Number.POSITIVE_INFINITY;
  let total = '';
  for (let round = 0; round <= ROUNDS; round += 1) {
    const start = performance.now();
    const { rows } = await client.query<{ total: string }>(`
      select sum(round(c.cost * b.times, 2))::text as total
      from generate_series(0, ${String(TABLES - 1)}) as t(number) cross join bench_costs c
      join bench_bands b on b.number = t.number and c.cost >= b.low and c.cost < b.high`);
    if (round > 0) best = Math.min(best, performance.now() - start);
    total = rows[0]?.total ?? '';
  }
  return { name: '(c) one PostgreSQL statement', milliseconds: best, total };
}

const url = lentDatabase();
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(`
  create table bench_costs (item int primary key, cost numeric);
  create table bench_bands (number int, low numeric, high numeric, times numeric)`);
await client.query(
  'insert into bench_costs select row_number() over (), c from unnest($1::numeric[]) as c',
  [costs.map((cents) => print(make(cents, 2)))],
);
await client.query('create index on bench_bands (number, low)');
await client.query('analyze bench_costs');

console.log(machine());
console.log(
  `${String(ITEMS)} items under ${String(TABLES)} cost tables, one core, best of ${String(ROUNDS)} rounds`,
);
const engines: number[] = [];
for (const count of [5, 200]) {
  const setup = setupOf(count);
  const engine = measure('engine, prices in columns', ROUNDS, byEngineInColumns(setup));
  const lines = measure('engine, as lines of documents', ROUNDS, byEngine(setup));
  const integers = measure('(a) the same in raw integers', ROUNDS, inIntegers(count));
  const sheet = bySpreadsheet(count);
  const postgres = await inPostgres(client, count);
  engines.push(engine.milliseconds);
  console.log(`${String(count)} bands`);
  for (const { name, milliseconds, total } of [engine, lines, integers, sheet, postgres]) {
    const ratio = (milliseconds / engine.milliseconds).toFixed(3);
    console.log(
      `  ${name.padEnd(52)} ${milliseconds.toFixed(1).padStart(10)} ms ${ratio.padStart(9)} x the engine  ${total === null ? '' : `sum ${total}`}`,
    );
  }
  if ([lines, integers, postgres].some((other) => other.total !== engine.total)) {
    console.error('The sums differ: what was measured is not the same work.');
    process.exitCode = 1;
  }
}
const [few = 1, many = 1] = engines;
console.log(`200 bands take ${(many / few).toFixed(2)} of the time of 5 bands`);
await client.end();
