import type { AgreementForm, AnyObjectChange, SettingsForm } from '@honest-ledger/contracts';
import { ALWAYS, COST_KINDS } from '@honest-ledger/engine';
import type { Transaction } from '../../platform/database/database';
import { users } from '../../platform/database/schema/index';
import type { Services } from '../../setup/versions/services';
import { hashPassword } from '../../platform/session/passwords';
import { openVersion, publishObjects, waitForPublishing } from '../../setup/versions/publish';
import { objectChange } from '../../setup/versions/setup-objects';
import { demoItems, type DemoItem } from './catalogue';
import { demoCustomers } from './customers';
import { insertAttributes } from './insert-attributes';
import { DEMO_BREAKS } from './breaks';
import { DEMO_COST_TABLES } from './cost-tables';
import { insertCosts } from './insert-costs';
import { insertSelling } from './insert-selling';
import { insertGoods } from './insert-goods';
import { insertCustomers, insertOutlets, insertSegments } from './insert-customers';
import { DEMO_LEVELS } from './levels';
import { DEMO_CONDITIONS, DEMO_RULES } from './rules';
import { seededRandom } from './random';
import { DEMO_SIGN_INS } from './sign-ins';
import { writeApproval } from './write-approval';
import { writeRepeat } from './write-repeat';
import { writeQuotes } from './write-quotes';
import { writeSales } from './write-sales';

const SEED = 20261102;
/** When the first version was published: all sales of the demo came since. */
const FIRST_VERSION = new Date('2025-05-05T06:00:00Z');

/** Fills an empty database with the invented firm Saltmarsh Clay & Kiln: the same on every machine. */
export async function loadDemo(
  transaction: Transaction,
  services: Services,
  rateFeed: string,
): Promise<void> {
  const random = seededRandom(SEED);
  await waitForPublishing(transaction);
  const [ines = 0, tom = 0, , noor = 0] = await insertUsers(transaction);
  const goods = demoItems(random);
  await insertGoods(transaction, goods);
  await insertCosts(transaction, goods);
  await insertSegments(transaction);
  const setup = setupObjects(goods);
  const version = await openVersion(transaction, {
    note: 'The beginning: base prices, agreements, seven levels and six cost tables',
    changes: setup.length,
    publishedBy: ines,
    publishedAt: FIRST_VERSION,
  });
  // Customers have levels, and agreements have customers.
  const agreements = setup.filter(({ kind }) => kind === 'agreement');
  const others = setup.filter(({ kind }) => kind !== 'agreement');
  await publishObjects(transaction, version, others, FIRST_VERSION);
  await insertOutlets(transaction, rateFeed);
  const buyers = demoCustomers(random);
  await insertCustomers(transaction, buyers);
  await insertAttributes(transaction, goods, buyers);
  await insertSelling(transaction);
  await publishObjects(transaction, version, agreements, FIRST_VERSION);
  await writeQuotes(transaction, services, { random, goods, buyers, seller: tom });
  await writeSales(transaction, services, { goods, buyers, seller: tom });
  await writeApproval(transaction, services, noor);
  await writeRepeat(transaction, services, tom);
}

async function insertUsers(transaction: Transaction): Promise<number[]> {
  const rows = [];
  for (const { email, name, role, password } of DEMO_SIGN_INS) {
    rows.push({ email, name, role, passwordHash: await hashPassword(password) });
  }
  const inserted = await transaction.insert(users).values(rows).returning({ id: users.id });
  return inserted.map(({ id }) => id);
}

/** All objects of the first version. */
function setupObjects(goods: readonly DemoItem[]): AnyObjectChange[] {
  const shared = sharedPrices(goods);
  return [
    objectChange({ kind: 'settings', key: 'settings' }, null, {
      homeCurrency: 'EUR',
      roundingMode: 'halfAwayFromZero',
      unitPriceDigits: {},
      defaultLevel: null,
      costOrder: [...COST_KINDS],
      ruleChoice: 'first',
      floors: DEMO_FLOORS,
    }),
    ...[...shared].map(([name, { id, price }]) =>
      objectChange({ kind: 'sharedPrice', key: id }, null, { name, price }),
    ),
    ...goods
      .filter(({ number }) => !KEPT_BY_TABLE.has(number))
      .map((item) => basePrices(item, shared.get(item.series.shared ?? '')?.id)),
    ...DEMO_LEVELS.map(({ id, content }) =>
      objectChange({ kind: 'level', key: id }, null, content),
    ),
    ...DEMO_COST_TABLES.map(({ id, content }) =>
      objectChange({ kind: 'costTable', key: id }, null, content),
    ),
    ...DEMO_BREAKS.map(({ id, content }) =>
      objectChange({ kind: 'break', key: id }, null, content),
    ),
    ...DEMO_CONDITIONS.map(({ id, content }) =>
      objectChange({ kind: 'condition', key: id }, null, content),
    ),
    ...DEMO_RULES.map(({ id, content }) => objectChange({ kind: 'rule', key: id }, null, content)),
    ...AGREEMENTS.map(({ id, ...content }) =>
      objectChange({ kind: 'agreement', key: id }, null, content),
    ),
  ] as AnyObjectChange[];
}

/** Goods without a base price of their own: their cost table alone makes their price. */
const KEPT_BY_TABLE: ReadonlySet<string> = new Set(['TL-0048', 'TL-0049', 'TL-0152']);

/** Nothing is sold below its cost unsaid, and kilns keep a margin. */
const DEMO_FLOORS: SettingsForm['floors'] = [
  {
    id: 'kilns',
    scope: { kind: 'category', category: 'kilns' },
    least: { kind: 'margin', percent: '12' },
    then: 'hold',
  },
  { id: 'all', scope: { kind: 'all' }, least: { kind: 'margin', percent: '0' }, then: 'warn' },
];

const SHARED_ID = '8f2d6c10-4b7e-4f5a-9a51-6d0e3c2b1a0';

function sharedPrices(
  goods: readonly DemoItem[],
): ReadonlyMap<string, { readonly id: string; readonly price: string }> {
  const shared = new Map<string, { id: string; price: string }>();
  for (const { series, basePrice: price } of goods) {
    const name = series.shared;
    if (name === undefined || shared.has(name)) continue;
    shared.set(name, { id: `${SHARED_ID}${String(shared.size + 1)}`, price });
  }
  return shared;
}

function basePrices(item: DemoItem, shared: string | undefined): AnyObjectChange {
  const ofItem = { item: item.number, unit: null };
  const price =
    shared === undefined
      ? { kind: 'own' as const, ...ofItem, price: item.basePrice }
      : { kind: 'shared' as const, ...ofItem, shared };
  const pallet = PALLET_PRICES[item.number];
  const perPallet =
    pallet === undefined
      ? []
      : [{ kind: 'own' as const, item: item.number, unit: 'pallet', price: pallet }];
  return objectChange({ kind: 'basePrice', key: item.number }, null, [price, ...perPallet]);
}

/** Some clay has a base price of its own by the full pallet. */
const PALLET_PRICES: Readonly<Record<string, string>> = {
  'CL-0207': '1040.00',
  'CL-0401': '640.00',
};

const AGREEMENT_ID = 'c3a9f0b2-1d5e-4e86-b7c4-50f1d2e3a40';

const agreed = (
  place: number,
  item: string,
  price: string,
  changes: Partial<AgreementForm> = {},
): AgreementForm => ({
  id: `${AGREEMENT_ID}${String(place)}`,
  party: { kind: 'customer', customer: 'C3001' },
  item,
  currency: 'EUR',
  price,
  unit: null,
  window: ALWAYS,
  minQuantity: '0',
  open: false,
  ...changes,
});

const AGREEMENTS: readonly AgreementForm[] = [
  agreed(1, 'CL-0207', '13.20'),
  agreed(2, 'CL-0207', '12.60', { minQuantity: '60' }),
  agreed(3, 'GL-1180', '8.40', { window: { from: '2026-09-01', until: '2027-08-31' } }),
  agreed(4, 'OX-0009', '31.50', { party: { kind: 'customer', customer: 'C2001' } }),
  agreed(5, 'KF-0201', '7.95', { party: { kind: 'segment', segment: 'colleges' }, open: true }),
  agreed(6, 'CL-0401', '9.80', { party: { kind: 'segment', segment: 'schools' } }),
];
