import type { FieldProblem, ItemCosts, ItemCostsEdit } from '@honest-ledger/contracts';
import { PURCHASE, type ItemFacts } from '@honest-ledger/engine';
import { eq, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { readGoodsCodes } from '../catalogue/goods-codes';
import { readItemFacts } from '../catalogue/item-facts';
import { record, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import {
  itemCosts,
  items,
  itemSuppliers,
  purchaseCosts,
  costKinds,
} from '../../platform/database/schema/index';
import { knownCurrencies } from '../currencies/known';
import { notFound, refused } from '../../platform/http/problems';
import { settingsInForce } from '../in-force/queries';
import { readItemCosts } from './item-costs';
import { idsByCode } from '../../platform/database/codes';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** Keeps an item's costs and suppliers. A fact: it counts from this moment on. */
export async function saveItemCosts(
  transaction: Transaction,
  number: string,
  { seen, content }: ItemCostsEdit,
  actor: Actor,
): Promise<void> {
  const [item] = await readItemFacts(transaction, [number]);
  if (!item) throw notFound(`Item ${number}`);
  await transaction.select({ id: items.id }).from(items).where(eq(items.id, item.id)).for('update');
  const before = await readItemCosts(transaction, item.id);
  // the same edit once more, whose answer did not get there
  if (isDeepStrictEqual(before, content)) return;
  if (!isDeepStrictEqual(before, seen)) {
    const thing = { kind: 'costs', key: number };
    throw await changedByAnother(transaction, thing, 'the costs of this item', before);
  }
  const known = await readKnown(transaction);
  const problems = costProblems(content, item, known);
  if (problems.length > 0) throw refused(problems);
  await write(transaction, item.id, content, known);
  const after = await readItemCosts(transaction, item.id);
  if (isDeepStrictEqual(before, after)) return;
  await transaction
    .update(items)
    .set({ revision: sql`${items.revision} + 1` })
    .where(eq(items.id, item.id));
  await record(transaction, actor, {
    kind: 'costs',
    key: number,
    name: item.name,
    action: 'changed',
    before,
    after,
  });
}

interface Known {
  readonly kinds: ReadonlyMap<string, number>;
  readonly suppliers: ReadonlyMap<string, number>;
  readonly currencies: readonly string[];
}

async function readKnown(transaction: Transaction): Promise<Known> {
  const { homeCurrency } = await settingsInForce(transaction);
  return {
    kinds: await idsByCode(transaction, costKinds),
    suppliers: (await readGoodsCodes(transaction)).suppliers.ids,
    currencies: await knownCurrencies(transaction, homeCurrency),
  };
}

/** What the form alone cannot know: kinds, suppliers, units, and rates that there are. */
function costProblems(
  { costs, suppliers }: ItemCosts,
  { item, unit: base, units }: ItemFacts,
  known: Known,
): FieldProblem[] {
  const sold = new Set([base, ...units.map(({ unit }) => unit)]);
  const ofMoney = (
    { unit, currency }: { readonly unit: string | null; readonly currency: string },
    at: string,
  ): FieldProblem[] => [
    ...(unit === null || sold.has(unit)
      ? []
      : [{ path: `${at}.unit`, sentence: `${item} has no unit ${unit}` }]),
    ...(known.currencies.includes(currency)
      ? []
      : [{ path: `${at}.currency`, sentence: `There is no rate to ${currency}` }]),
  ];
  return [
    ...costs.flatMap((cost, index) => {
      const at = `content.costs[${String(index)}]`;
      return [...ofMoney(cost, at), ...kindProblems(cost.kind, `${at}.kind`, known)];
    }),
    ...suppliers.flatMap(({ supplier, costs: asked }, index) => {
      const at = `content.suppliers[${String(index)}]`;
      return [
        ...(known.suppliers.has(supplier)
          ? []
          : [{ path: `${at}.supplier`, sentence: `There is no supplier ${supplier}` }]),
        ...asked.flatMap((cost, place) => ofMoney(cost, `${at}.costs[${String(place)}]`)),
      ];
    }),
  ];
}

function kindProblems(kind: string, path: string, { kinds }: Known): FieldProblem[] {
  if (!kinds.has(kind)) return [{ path, sentence: `There is no kind of cost ${kind}` }];
  return kind === PURCHASE
    ? [{ path, sentence: 'Purchase costs belong to a supplier: type them there' }]
    : [];
}

async function write(
  transaction: Transaction,
  itemId: number,
  { costs, suppliers }: ItemCosts,
  known: Known,
): Promise<void> {
  await transaction.delete(itemCosts).where(eq(itemCosts.itemId, itemId));
  if (costs.length > 0) {
    await transaction.insert(itemCosts).values(
      costs.map(({ kind, from: fromDay, amount, currency, unit }) => ({
        itemId,
        kindId: known.kinds.get(kind) ?? 0,
        fromDay,
        amount,
        currency,
        unit,
      })),
    );
  }
  await transaction.delete(itemSuppliers).where(eq(itemSuppliers.itemId, itemId)); // costs with it
  if (suppliers.length === 0) return;
  const supplierId = (code: string): number => known.suppliers.get(code) ?? 0;
  await transaction.insert(itemSuppliers).values(
    suppliers.map(({ supplier, preferred, number: supplierNumber, leadTimeDays }) => ({
      itemId,
      supplierId: supplierId(supplier),
      preferred,
      supplierNumber,
      leadTimeDays,
    })),
  );
  const rows = suppliers.flatMap(({ supplier, costs: asked }) =>
    asked.map(({ amount, currency, unit, minQuantity, window }) => ({
      itemId,
      supplierId: supplierId(supplier),
      amount,
      currency,
      unit: unit ?? '',
      minQuantity,
      fromDay: window.from,
      untilDay: window.until,
    })),
  );
  if (rows.length > 0) await transaction.insert(purchaseCosts).values(rows);
}
