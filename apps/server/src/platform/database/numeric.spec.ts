import {
  PLAIN_LINE,
  PLAIN_DOCUMENT,
  add,
  compare,
  compileSetup,
  decimal,
  equals,
  fromInteger,
  make,
  multiply,
  print,
  priceDocument,
  roundToDigits,
  subtract,
  type Decimal,
} from '@honest-ledger/engine';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { testDatabase, type TestDatabase } from '../../testing/test-database';
import { readSetupOfVersion } from '../../setup/versions/setup-of-version';

/** Any decimal, often at the edge of the safe integers. */
const decimals: fc.Arbitrary<Decimal> = fc
  .tuple(
    fc.oneof(
      fc.bigInt({ min: -(10n ** 30n), max: 10n ** 30n }),
      fc.integer({ min: -4, max: 4 }).map((near) => 2n ** 53n + BigInt(near)),
      fc.integer({ min: -4, max: 4 }).map((near) => -(2n ** 53n) + BigInt(near)),
      fc.bigInt({ min: -100_000n, max: 100_000n }),
    ),
    fc.integer({ min: 0, max: 9 }),
  )
  .map(([units, scale]) => make(units, scale));

// PostgreSQL's numeric is an independent implementation of exact decimals; round() takes halves
// away from zero (PostgreSQL documentation, mathematical functions).
describe('our decimals against PostgreSQL’s numeric', () => {
  let test: TestDatabase;
  beforeAll(async () => (test = await testDatabase()));
  afterAll(() => test.drop());

  it('add, subtract, multiply, compare and round alike', async () => {
    const pairs = fc.sample(fc.tuple(decimals, decimals, fc.integer({ min: 0, max: 6 })), 3000);
    const given = JSON.stringify(
      pairs.map(([a, b, digits]) => ({ a: print(a), b: print(b), digits })),
    );
    const { rows } = await test.database.execute<Record<string, string>>(sql`
      select (a + b)::text as sum, (a - b)::text as difference, (a * b)::text as product,
             round(a, digits)::text as rounded, sign(a - b)::text as sign
      from jsonb_to_recordset(${given}::jsonb) as given(a numeric, b numeric, digits integer)`);
    expect(rows.length).toBe(pairs.length);
    for (const [index, [a, b, digits]] of pairs.entries()) {
      const theirs = rows[index] ?? {};
      const ours: Record<string, Decimal> = {
        sum: add(a, b),
        difference: subtract(a, b),
        product: multiply(a, b),
        rounded: roundToDigits(a, digits, 'halfAwayFromZero'),
        sign: fromInteger(compare(a, b)),
      };
      for (const [name, value] of Object.entries(ours)) {
        expect(equals(value, decimal(theirs[name] ?? '')))
          .withContext(
            `${name} of ${print(a)} and ${print(b)}: ${print(value)} ${String(theirs[name])}`,
          )
          .toBeTrue();
      }
    }
  });

  it('price the whole demo catalogue under a level as one SQL statement does, to the cent', async () => {
    const setup = await readSetupOfVersion(test.database, 1);
    const studios = setup.levels.find(({ name }) => name === 'Studios');
    const withBasePrice = new Set(setup.basePrices.map(({ item }) => item));
    const items = (await readItemFacts(test.database)).filter(({ item }) =>
      withBasePrice.has(item),
    );
    const now = new Date('2026-11-24T14:32:00Z');
    const around = await loadDocumentFacts(test.database, { customer: null, outlet: null }, now);
    const priced = priceDocument(compileSetup({ ...setup, breaks: [], rules: [] }), {
      ...PLAIN_DOCUMENT,
      pricedAt: now.toISOString(),
      currency: 'EUR',
      level: studios?.id ?? null,
      facts: { ...around, items },
      lines: items.map(({ item, timeUnit }) => ({
        id: item,
        item,
        quantity: fromInteger(7),
        unit: null,
        duration: timeUnit === null ? null : fromInteger(1),
        ...PLAIN_LINE,
      })),
    });
    // The level Studios, written by hand: porcelain 6 %, other clay 10 %, glazes 8 %, the rest 4 %
    // off, to the nearest 0.05 with ties up, times 7.
    const { rows } = await test.database.execute<{ item: string; amount: string }>(sql`
      with recursive tree(id, path) as (
        select id, array[code] from categories where parent_id is null
        union all
        select c.id, tree.path || c.code from categories c join tree on tree.id = c.parent_id)
      select i.number as item, round(7 * 0.05 * floor(coalesce(p.price, s.price) * (1 - case
          when 'porcelain' = any(path) then 6 when 'clay' = any(path) then 10
          when 'glaze' = any(path) then 8 else 4 end / 100.0) / 0.05 + 0.5), 2)::text as amount
      from items i join tree on tree.id = i.category_id
      join base_price_rows p on p.item_id = i.id and p.unit = ''
      left join shared_price_rows s on s.shared_id = p.shared_id order by i.number`);
    const ours = priced.lines.map((line) => ({
      item: line.item,
      amount: line.kind === 'priced' ? print(line.amount) : null,
    }));
    expect(ours).toEqual(rows);
  });
});
