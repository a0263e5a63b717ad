import {
  customerContentOf,
  type GivenCustomer,
  type LevelGiven,
  type LevelGiving,
  type LevelGivingPreview,
  type SeenLevelGiving,
} from '@honest-ledger/contracts';
import { count } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import { catalogueMoves, type PricedUnder } from '../../master-data/catalogue/price-catalogue';
import { changeMany } from '../../platform/changes/mass';
import type { Actor } from '../../platform/changes/record';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries, Transaction } from '../../platform/database/database';
import { items } from '../../platform/database/schema/index';
import { conflict, notFound, refused } from '../../platform/http/problems';
import { findLevel } from '../levels/queries';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { customerProblems } from '../../master-data/customers/check-customers';
import { levelsOf } from '../../master-data/customers/levels-of-customer';
import { saveCustomers } from '../../master-data/customers/save-customers';
import { asCustomer, pricedFor } from './price-list';
import { readCustomers } from '../../master-data/customers/queries';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** So many lines take about a second to price twice; what would be more is not priced. */
const MAX_LINES = 250_000;

/** What giving a level to customers would do to the prices of each. */
export async function previewGiving(
  queries: Queries,
  services: Services,
  { level, customers }: LevelGiving,
): Promise<LevelGivingPreview> {
  const found = await readCustomers(
    queries,
    customers.map(({ code }) => code),
  );
  const [counted] = await queries.select({ items: count() }).from(items);
  const isPriced = (counted?.items ?? 0) * customers.length <= MAX_LINES;
  const goods = new Map<string, Promise<ItemWithId[]>>();
  const goodsFor = (under: PricedUnder): Promise<ItemWithId[]> => {
    const { day } = under.facts.local; // it may be another at another customer's outlet
    const known = goods.get(day) ?? readItemsToPrice(queries, pricingDay(day, under.setup));
    goods.set(day, known);
    return known;
  };
  const rows: GivenCustomer[] = [];
  for (const { code } of customers) {
    const customer = found.get(code);
    if (!customer) throw notFound(`Customer ${code}`);
    const before = await pricedFor(queries, services, code);
    const after = asCustomer(before, { level });
    rows.push({
      code,
      revision: customer.revision,
      name: customer.name,
      before: customer.level?.name ?? null,
      moves: isPriced
        ? catalogueMoves(await goodsFor(before), before, after, services.now())
        : null,
      currency: before.currency,
    });
  }
  return { version: await versionInForce(queries), customers: rows };
}

/**
 * Gives a level to customers, to all of them or to none, as one change of many. A fact: it counts from
 * this moment on.
 */
export async function giveLevel(
  transaction: Transaction,
  { level, customers, version }: SeenLevelGiving,
  actor: Actor,
): Promise<LevelGiven> {
  if ((await versionInForce(transaction)) !== version) {
    throw conflict('A version was published since you opened this, so prices may differ.', null);
  }
  const found = await readCustomers(
    transaction,
    customers.map(({ code }) => code),
  );
  const changed = customers.find(({ code, revision }) => {
    const customer = found.get(code);
    return customer && customer.revision !== revision;
  });
  if (changed) {
    const { code } = changed;
    const what = `customer ${found.get(code)?.name ?? code}`;
    throw await changedByAnother(transaction, { kind: 'customer', key: code }, what, null);
  }
  const saved = customers.map(({ code }) => {
    const customer = found.get(code);
    if (!customer) throw notFound(`Customer ${code}`);
    const before = customerContentOf(customer);
    return { code, content: { ...before, level }, had: levelsOf(before) };
  });
  const problems = (await customerProblems(transaction, saved)).flat();
  const [first] = problems;
  if (first) throw refused([first]);
  const name = level === null ? NO_LEVEL : await levelName(transaction, level);
  const of = { id: randomUUID(), kind: 'levels', name } as const;
  const many = await changeMany(transaction, of, actor);
  await saveCustomers(transaction, saved, many);
  return { massChange: many.mass };
}

const NO_LEVEL = 'no level of their own';

async function levelName(queries: Queries, id: string): Promise<string> {
  return (await findLevel(queries, id))?.published?.name ?? id;
}
