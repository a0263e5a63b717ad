/**
 * How the number of rules tells on a document: 200 and 5,000 lines under 100, 1,000 and 10,000 rules,
 * of which in all three about 20 are for the goods of each line and 1 % test the document alone. One
 * rule in ten of those that are for a line's goods holds. Beside it, on the same lines, one rule of
 * three tests by the engine, by a hand-written closure, which is the limit, and by a general-purpose
 * rules library from the registry, which computes no price. Run: npm run bench
 */
import {
  PLAIN_LINE,
  NO_LIMITS,
  PLAIN_DOCUMENT,
  compileSetup,
  decimal,
  fromInteger,
  make,
  priceDocument,
  print,
  type Condition,
  type ItemFacts,
  type PricingDocument,
  type Rule,
  type Setup,
} from '@honest-ledger/engine';
import { Engine } from 'json-rules-engine';
import { machine, measure } from './measure';

const SIZES = [100, 1000, 10_000] as const;
const LINES = [200, 5000] as const;
const FOR_A_LINE = 20;
const ROUNDS = 5;

function ruleOf(place: number, when: Condition): Rule {
  return {
    id: String(place),
    name: `Rule ${String(place)}`,
    words: '',
    currency: 'EUR',
    place,
    paused: false,
    validity: { days: { from: null, until: null }, weekdays: null, times: null },
    outlets: null,
    trigger: { kind: 'automatic' },
    when,
    effect: { kind: 'percent', percent: decimal('-1'), of: 'running', startsFrom: 'running' },
    combinable: true,
    stopProcessing: false,
    limits: NO_LIMITS,
  };
}

/** Goods, a quantity, and a price: the third never holds but for one rule in ten. */
function threeTests(category: string, holds: boolean): Condition {
  return {
    kind: 'all',
    of: [
      { kind: 'goods', scopes: [{ kind: 'category', category }] },
      {
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind: 'atLeast', value: decimal('2') },
      },
      {
        kind: 'number',
        fact: { kind: 'priceAfterBreak' },
        comparison: { kind: holds ? 'lessThan' : 'moreThan', value: decimal('1000') },
      },
    ],
  };
}

function rulesOf(size: number): Rule[] {
  const categories = size / FOR_A_LINE;
  return Array.from({ length: size }, (_, place) =>
    place % 100 === 99
      ? ruleOf(place, { kind: 'segment', segments: [`s${String(place)}`] })
      : ruleOf(place, threeTests(`c${String(place % categories)}`, place % 10 === 0)),
  );
}

function setupOf(lines: number, rules: readonly Rule[]): Setup {
  return {
    version: 1,
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    defaultLevel: null,
    costOrder: [],
    floors: [],
    basePrices: Array.from({ length: lines }, (_, index) => ({
      kind: 'own',
      item: `IT-${String(index)}`,
      unit: null,
      price: make(500 + ((index * 7919) % 20_000), 2),
    })),
    sharedPrices: [],
    agreements: [],
    levels: [],
    costTables: [],
    breaks: [],
    conditions: [],
    rules,
    ruleChoice: 'first',
  };
}

function documentOf(lines: number, size: number): PricingDocument {
  const categories = size / FOR_A_LINE;
  const items = Array.from({ length: lines }, (_, index): ItemFacts => {
    const category = `c${String(index % categories)}`;
    return {
      item: `IT-${String(index)}`,
      name: `IT-${String(index)}`,
      kind: 'stock',
      categories: [{ code: category, name: category }],
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
    };
  });
  return {
    ...PLAIN_DOCUMENT,
    pricedAt: '2026-11-26T12:00:00Z',
    currency: 'EUR',
    facts: {
      local: { day: '2026-11-26', time: '12:00:00', offset: '+00:00' },
      outlet: null,
      customer: null,
      rates: [],
      ruleUses: [],
      bought: null,
      setUpPaid: [],
      tax: null,
      items,
    },
    lines: items.map(({ item }, index) => ({
      id: String(index),
      item,
      quantity: fromInteger(1 + (index % 5)),
      unit: null,
      duration: null,
      ...PLAIN_LINE,
    })),
  };
}

console.log(`Rules on ${machine()}; the best of ${String(ROUNDS)} rounds, in milliseconds.\n`);
for (const lines of LINES) {
  const times = new Map<number, number>();
  for (const size of SIZES) {
    const setup = setupOf(lines, rulesOf(size));
    const document = documentOf(lines, size);
    const compiling = measure('compile', ROUNDS, () => String(compileSetup(setup).version));
    const compiled = compileSetup(setup);
    for (const workings of [true, false]) {
      const { milliseconds, total } = measure('price', ROUNDS, () =>
        print(priceDocument(compiled, document, { workings }).total),
      );
      if (workings) times.set(size, milliseconds);
      const growth = milliseconds / (times.get(SIZES[0]) ?? milliseconds);
      console.log(
        `${String(lines).padStart(5)} lines, ${String(size).padStart(6)} rules, ${workings ? 'with workings' : 'prices alone '}: ` +
          `${milliseconds.toFixed(1).padStart(8)}  ${workings ? `${growth.toFixed(2)} times 100 rules` : ''} ` +
          `(compiled in ${compiling.milliseconds.toFixed(0)}, total ${total})`,
      );
    }
  }
}

await oneRule(5000);

/** How often one rule of three tests holds, asked three ways. */
async function oneRule(lines: number): Promise<void> {
  const size = SIZES[0];
  const document = documentOf(lines, size);
  const rule = ruleOf(0, threeTests('c1', true));
  const without = compileSetup(setupOf(lines, []));
  const withRule = compileSetup(setupOf(lines, [rule]));
  const silent = { workings: false };
  const plain = measure('without', ROUNDS, () =>
    String(priceDocument(without, document, silent).lines.length),
  );
  const engine = measure('engine', ROUNDS, () =>
    String(
      priceDocument(withRule, document, silent).lines.filter(
        (line, index) =>
          line.kind === 'priced' &&
          print(line.amount) !== print(make(priceOf(index) * (1 + (index % 5)), 2)),
      ).length,
    ),
  );
  const facts = document.lines.map((_, index) => ({
    category: document.facts.items[index]?.categories[0]?.code ?? '',
    quantity: 1 + (index % 5),
    price: priceOf(index) / 100,
  }));
  const closure = measure('closure', ROUNDS, () => {
    let held = 0;
    for (const { category, quantity, price } of facts) {
      if (category === 'c1' && quantity >= 2 && price < 1000) held += 1;
    }
    return String(held);
  });
  const library = new Engine([
    {
      conditions: {
        all: [
          { fact: 'category', operator: 'equal', value: 'c1' },
          { fact: 'quantity', operator: 'greaterThanInclusive', value: 2 },
          { fact: 'price', operator: 'lessThan', value: 1000 },
        ],
      },
      event: { type: 'holds' },
    },
  ]);
  const ask = async (): Promise<number> => {
    let held = 0;
    for (const fact of facts) held += (await library.run(fact)).events.length;
    return held;
  };
  await ask();
  const start = performance.now();
  const held = await ask();
  const libraryTime = performance.now() - start;
  const failing = compileSetup(setupOf(lines, [ruleOf(0, threeTests('c1', false))]));
  const tests = measure('tests', ROUNDS, () =>
    String(priceDocument(failing, document, silent).lines.length),
  );
  const ours = engine.milliseconds - plain.milliseconds;
  const asked = tests.milliseconds - plain.milliseconds;
  console.log(`\nOne rule of three tests over ${String(lines)} lines:`);
  console.log(
    `  engine: ${ours.toFixed(2)} more than the ${plain.milliseconds.toFixed(2)} that pricing takes without (${engine.total} lines; it finds the rule, tests it, applies it and rounds anew)`,
  );
  console.log(
    `  engine, where the third test fails and nothing is applied: ${asked.toFixed(2)} more, ${(asked / closure.milliseconds).toFixed(1)} times the closure`,
  );
  console.log(
    `  closure: ${closure.milliseconds.toFixed(3)} (${closure.total} lines), tests alone`,
  );
  console.log(
    `  rules library: ${libraryTime.toFixed(1)} (${String(held)} lines), ${(libraryTime / ours).toFixed(1)} times the engine, ${(libraryTime / closure.milliseconds).toFixed(0)} times the closure`,
  );
  if (engine.total !== closure.total || closure.total !== String(held)) {
    throw new Error('the three do not agree on how many lines the rule holds for');
  }
}

function priceOf(index: number): number {
  return 500 + ((index * 7919) % 20_000);
}
