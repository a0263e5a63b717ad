/**
 * How fast the engine prices a catalogue: 50,000 items under one level with 30 entries, with and
 * without workings, against (a) a hand-written loop with the same decimals and everything resolved
 * beforehand, (b) the same loop in raw scaled integers, which is the limit, and (c) one PostgreSQL
 * statement with `numeric`, whose sum must be the same to the cent. Run: npm run bench
 */
import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  add,
  applyRoundingRule,
  compileSetup,
  decimal,
  fromInteger,
  make,
  multiply,
  percentOf,
  priceDocument,
  print,
  roundToDigits,
  withDigits,
  type CompiledSetup,
  type Decimal,
  type ItemFacts,
  type Level,
  type LevelEntry,
  type LineWithPrice,
  type PricingDocument,
  type Setup,
} from '@honest-ledger/engine';
import pg from 'pg';
import { lentDatabase, machine, measure, type Measured } from './measure';

const ITEMS = 50_000;
const CATEGORIES = 60;
const ENTRIES = 30;
const CHUNK = 1000;
const ROUNDS = 7;
const STEP = decimal('0.05');

/** Made-up goods: a price in cents, a quantity and a category each. */
const goods = Array.from({ length: ITEMS }, (_, index) => ({
  item: `IT-${String(index).padStart(6, '0')}`,
  cents: 300 + ((index * 7919) % 900_000),
  quantity: 1 + (index % 60),
  category: index % CATEGORIES,
}));

/** Every second category has an entry; the others fall to the last, which reaches everything. */
const percents = Array.from({ length: ENTRIES }, (_, index) => -(5 + (index % 20)));
const percentFor = (category: number): number =>
  (category % 2 === 0 ? percents[category / 2] : undefined) ?? percents[ENTRIES - 1] ?? 0;

const setup = makeSetup();
const chunks = makeChunks();

function makeSetup(): Setup {
  const entry = (index: number): LevelEntry => ({
    id: String(index),
    scope:
      index === ENTRIES - 1
        ? { kind: 'all' }
        : { kind: 'category', category: `c${String(index * 2)}` },
    basis: { kind: 'basePrice' },
    adjusting: {
      kind: 'plain',
      adjustment: { kind: 'percent', percent: fromInteger(percents[index] ?? 0) },
    },
    rounding: null,
    closes: false,
  });
  const level: Level = {
    id: 'bench',
    name: 'Bench',
    currency: 'EUR',
    window: { from: null, until: null },
    order: 'narrowest',
    entries: Array.from({ length: ENTRIES }, (_, index) => entry(index)),
    exceptions: [],
    typedPrices: [],
    rounding: {
      kind: 'increment',
      currency: 'EUR',
      increment: STEP,
      direction: 'nearest',
      leastPrice: null,
    },
  };
  return {
    version: 1,
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    defaultLevel: null,
    costOrder: [],
    floors: [],
    basePrices: goods.map(({ item, cents }) => ({
      kind: 'own',
      item,
      unit: null,
      price: make(cents, 2),
    })),
    sharedPrices: [],
    agreements: [],
    levels: [level],
    costTables: [],
    breaks: [],
    conditions: [],
    rules: [],
    ruleChoice: 'first',
  };
}

function makeChunks(): PricingDocument[] {
  const facts = goods.map(({ item, category }): ItemFacts => ({
    item,
    name: item,
    kind: 'stock',
    categories: [{ code: `c${String(category)}`, name: `Category ${String(category)}` }],
    family: null,
    brand: null,
    supplier: null,
    unit: 'piece',
    quantityDigits: 0,
    units: [],
    timeUnit: null,
    listPrice: null,
    namedPrices: [],
    costs: [],
    purchaseCosts: [],
    unitsSold: [],
    attributes: {},
  }));
  return Array.from({ length: ITEMS / CHUNK }, (_, chunk) => {
    const from = chunk * CHUNK;
    return {
      ...PLAIN_DOCUMENT,
      pricedAt: '2026-11-25T12:00:00Z',
      currency: 'EUR',
      facts: {
        local: { day: '2026-11-25', time: '12:00:00', offset: '+00:00' },
        outlet: null,
        customer: {
          code: 'C',
          name: 'C',
          segment: null,
          level: 'bench',
          assignments: [],
          attributes: {},
        },
        rates: [],
        ruleUses: [],
        bought: null,
        setUpPaid: [],
        tax: null,
        items: facts.slice(from, from + CHUNK),
      },
      lines: goods.slice(from, from + CHUNK).map(({ item, quantity }) => ({
        id: item,
        item,
        quantity: fromInteger(quantity),
        unit: null,
        duration: null,
        ...PLAIN_LINE,
      })),
    };
  });
}

/** The engine, a chunk a document; what it gives is added up and let go. */
function byEngine(compiled: CompiledSetup, workings: boolean): string {
  let total = decimal('0');
  for (const chunk of chunks)
    total = add(total, priceDocument(compiled, chunk, { workings }).total);
  return print(total);
}

/** (a) Everything that a line needs, by item: its price and its percent, found beforehand. */
const resolved = new Map(
  goods.map(({ item, cents, category }) => [
    item,
    { base: make(cents, 2), percent: fromInteger(percentFor(category)) },
  ]),
);
const rule = setup.levels[0]?.rounding;

function byHand(): string {
  let total: Decimal = decimal('0');
  for (const { lines } of chunks) {
    const results: LineWithPrice[] = [];
    for (const { id, item, quantity } of lines) {
      const found = resolved.get(item);
      if (!found || !rule) throw new Error('an item was lost');
      const running = applyRoundingRule(
        add(found.base, percentOf(found.base, found.percent)),
        rule,
      );
      const unitPrice = withDigits(roundToDigits(running, 2, 'halfAwayFromZero'), 2);
      const amount = withDigits(
        roundToDigits(multiply(quantity, unitPrice), 2, 'halfAwayFromZero'),
        2,
      );
      results.push({
        kind: 'priced',
        id,
        item,
        quantity,
        unit: 'piece',
        duration: null,
        level: null,
        closedBy: null,
        slices: [{ quantity, unit: 'piece', unitPrice, amount, steps: [] }],
        flats: [],
        shares: [],
        amount,
        net: amount,
        cost: null,
        notApplied: [],
        notAppliedMore: 0,
        computed: null,
        kept: null,
        setUp: null,
        discount: null,
        floor: null,
        discountShare: null,
      });
    }
    for (const { amount } of results) total = add(total, amount);
  }
  return print(withDigits(total, 2));
}

/** (b) The same in whole cents and plain numbers: as fast as it can be. */
function inIntegers(): string {
  let total = 0;
  for (const { cents, quantity, category } of goods) {
    const running = cents * (100 + percentFor(category)); // in hundredths of a cent
    const above = running % 500;
    const rounded = above * 2 >= 500 ? running - above + 500 : running - above;
    total += (rounded / 100) * quantity;
  }
  return print(make(total, 2));
}

/** (c) One statement over the same rows, with numeric. */
async function inPostgres(url: string): Promise<Measured> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(`
      create table bench_lines (item text primary key, category text, quantity numeric);
      create table bench_prices (item text primary key, price numeric);
      create table bench_entries (category text primary key, percent numeric)`);
    await client.query(
      'insert into bench_lines select * from unnest($1::text[], $2::text[], $3::numeric[])',
      [
        goods.map(({ item }) => item),
        goods.map(({ category }) => `c${String(category)}`),
        goods.map(({ quantity }) => quantity),
      ],
    );
    await client.query('insert into bench_prices select * from unnest($1::text[], $2::numeric[])', [
      goods.map(({ item }) => item),
      goods.map(({ cents }) => print(make(cents, 2))),
    ]);
    await client.query(
      'insert into bench_entries select * from unnest($1::text[], $2::numeric[])',
      [percents.slice(0, -1).map((_, index) => `c${String(index * 2)}`), percents.slice(0, -1)],
    );
    await client.query('analyze bench_lines, bench_prices, bench_entries');
    let best = Number.POSITIVE_INFINITY;
    let total = '';
    for (let round = 0; round <= ROUNDS; round += 1) {
      const start = performance.now();
      const { rows } = await client.query<{ total: string }>(`
        select round(sum(amount), 2)::text as total from (
          select round(quantity * round(0.05 * floor(
              price * (1 + coalesce(percent, ${String(percents.at(-1))}) / 100.0) / 0.05 + 0.5), 2), 2)
            as amount
          from bench_lines join bench_prices using (item) left join bench_entries using (category)
        ) as priced`);
      if (round > 0) best = Math.min(best, performance.now() - start);
      total = rows[0]?.total ?? '';
    }
    return { name: '(c) one PostgreSQL statement', milliseconds: best, total };
  } finally {
    await client.end();
  }
}

function megabytes(): number {
  globalThis.gc?.();
  return process.memoryUsage().heapUsed / 1024 / 1024;
}

/** Compiles some versions, each with one price changed, and keeps them all, as a server does. */
function compiling(): { readonly milliseconds: number; readonly megabytes: number } {
  const VERSIONS = 8;
  const versions = Array.from({ length: VERSIONS }, (_, index) => ({
    ...setup,
    version: index + 2,
    basePrices: setup.basePrices.with(index, {
      kind: 'own' as const,
      item: goods[index]?.item ?? '',
      unit: null,
      price: decimal('1.00'),
    }),
  }));
  const before = megabytes();
  const start = performance.now();
  const kept = versions.map((one) => compileSetup(one));
  const milliseconds = (performance.now() - start) / VERSIONS;
  const used = (megabytes() - before) / VERSIONS;
  if (kept.length !== VERSIONS) throw new Error('a version was lost');
  return { milliseconds, megabytes: used };
}

const compiled = compileSetup(setup);
const eachVersion = compiling();

const engineBare = measure('engine, without workings', ROUNDS, () => byEngine(compiled, false));
const engineFull = measure('engine, with workings', ROUNDS, () => byEngine(compiled, true));
const hand = measure('(a) hand-written loop, same decimals', ROUNDS, byHand);
const integers = measure('(b) the same in raw integers', ROUNDS, inIntegers);
const url = lentDatabase();
const postgres = await inPostgres(url);

const all = [engineBare, engineFull, hand, integers, postgres];
console.log(machine());
console.log(
  `${String(ITEMS)} items, one level with ${String(ENTRIES)} entries, one core, best of ${String(ROUNDS)} rounds`,
);
for (const { name, milliseconds, total } of all) {
  const perSecond = Math.round((ITEMS / milliseconds) * 1000).toLocaleString('en');
  const ratio = (milliseconds / hand.milliseconds).toFixed(2);
  console.log(
    `${name.padEnd(38)} ${milliseconds.toFixed(1).padStart(8)} ms ${perSecond.padStart(12)} lines/s  ${ratio.padStart(6)} x (a)  sum ${total}`,
  );
}
console.log(
  `engine without workings against PostgreSQL: ${(engineBare.milliseconds / postgres.milliseconds).toFixed(2)} of its time`,
);
console.log(
  `compiling a version of ${String(ITEMS)} base prices, one of them changed: ` +
    `${eachVersion.milliseconds.toFixed(1)} ms, ${eachVersion.megabytes.toFixed(1)} MB`,
);
if (new Set(all.map(({ total }) => total)).size !== 1) {
  console.error('The sums differ: what was measured is not the same work.');
  process.exitCode = 1;
}
