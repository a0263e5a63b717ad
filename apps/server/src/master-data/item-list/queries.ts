import {
  ITEM_FILTERS_OF_COSTS,
  ITEM_SORTS_OF_COSTS,
  type ItemFilter,
  type ItemListQuery,
  type ItemPage,
  type ItemQuery,
  type ItemRow,
  type ListOrder,
  type Page,
} from '@honest-ledger/contracts';
import {
  baseUnit,
  decimal,
  firstCost,
  marginOf,
  markupOf,
  oneBaseUnit,
  ratesOf,
  serialized,
  type CostKind,
  type CurrencyCode,
  type Day,
  type ItemFacts,
  type Rates,
} from '@honest-ledger/engine';
import { and, eq, exists, gte, inArray, isNull, lte, sql, type SQL } from 'drizzle-orm';
import { alias, type AnyPgColumn } from 'drizzle-orm/pg-core';
import { localTime } from '../../platform/clock/local-time';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn, inList } from '../../platform/database/patterns';
import {
  basePriceRows,
  brands,
  categories,
  items,
  itemSuppliers,
  sharedPriceRows,
  suppliers,
} from '../../platform/database/schema/index';
import { refused } from '../../platform/http/problems';
import { readCategoryTree, type CategoryTree } from '../catalogue/category-tree';
import { readItemFacts } from '../catalogue/item-facts';
import { searchTargetsOfItem } from '../catalogue/queries';
import { costsInOrder } from '../costs/costs-in-order';
import { readItemsToPrice } from '../costs/items-to-price';
import { shownCost, shownPercent, unitCost } from '../costs/unit-cost';
import { ratesAt } from '../currencies/known';
import { NO_OUTLETS_ZONE } from '../facts/document-facts';
import { settingsInForce, versionInForce } from '../in-force/queries';

/** How the catalogue is read: as of which moment, and whether with costs. */
export interface CatalogueAsked {
  readonly now: Date;
  /** Whether who asks may see what items cost. */
  readonly withCosts: boolean;
}

/** A page of the catalogue with base prices as in force; filtered, sorted and paged by PostgreSQL. */
export async function findItems(
  queries: Queries,
  query: ItemQuery,
  { now, withCosts }: CatalogueAsked,
): Promise<ItemPage> {
  const found = await itemsFound(queries, query, now);
  const { homeCurrency, costOrder, day } = found;
  const { rows, total } = await pageOf(queries, found, query);
  const numbers = rows.map(({ number }) => number);
  const facts = withCosts
    ? await readItemsToPrice(queries, { day, windows: [], attributes: [] }, numbers)
    : await readItemFacts(queries, numbers);
  const rates = ratesOf(homeCurrency, withCosts ? await ratesAt(queries, now) : []);
  const byNumber = new Map(facts.map(({ id: _, ...item }) => [item.item, item]));
  return {
    rows: rows.flatMap(({ number, price }) => {
      const item = byNumber.get(number);
      return item ? [toRow(item, price, { costOrder, day, homeCurrency, rates })] : [];
    }),
    total,
    currency: homeCurrency,
    version: await versionInForce(queries),
  };
}

/** The items on a page by their numbers, with their base prices, and how many there are in all. */
export async function itemPage(
  queries: Queries,
  query: ItemQuery,
  now: Date,
): Promise<Page<{ readonly number: string; readonly price: string | null }>> {
  return pageOf(queries, await itemsFound(queries, query, now), query);
}

/** Rows are counted in no order: then PostgreSQL joins only what the filter asks of. */
async function pageOf(
  queries: Queries,
  { select, inOrderOf }: Awaited<ReturnType<typeof itemsFound>>,
  query: ItemQuery,
): Promise<Page<{ readonly number: string; readonly price: string | null }>> {
  return {
    rows: await onPage(inOrderOf(query), query),
    total: await countOf(queries, select(asksCosts(query))),
  };
}

/** The numbers of all items that a filter lets through, in the order asked for. */
export async function findItemNumbers(
  queries: Queries,
  query: ItemListQuery,
  now: Date,
): Promise<string[]> {
  const { inOrderOf } = await itemsFound(queries, query, now);
  return (await inOrderOf(query)).map(({ number }) => number);
}

/** Refuses a filter or an order from which costs would follow, for who may not see them. */
export function refuseCostsAsked(query: ItemListQuery): void {
  const asked = ITEM_FILTERS_OF_COSTS.find((name) => query[name] !== undefined);
  const isSorted = ITEM_SORTS_OF_COSTS.some((sort) => sort === query.sort);
  if (asked === undefined && !isSorted) return;
  throw refused([
    { path: asked ?? 'sort', sentence: 'Costs are not shown to your role. Choose another.' },
  ]);
}

/** An item with its figures; costs are those that its facts have. */
function toRow(
  item: ItemFacts,
  basePrice: string | null,
  { costOrder, day, homeCurrency, rates }: FiguresAsked,
): ItemRow {
  const cost = firstCost(costOrder, item, oneBaseUnit(item, day));
  const unit = baseUnit(item);
  const each = cost ? unitCost(cost, item, { unit, currency: homeCurrency, rates }) : null;
  const price = basePrice === null ? null : decimal(basePrice);
  return {
    ...serialized({ ...item, costs: [], purchaseCosts: [] }),
    basePrice,
    cost: each && {
      each: shownCost(each, homeCurrency),
      markup: shownPercent(price && markupOf(price, each)),
      margin: shownPercent(price && marginOf(price, each)),
    },
  };
}

interface FiguresAsked {
  readonly costOrder: readonly CostKind[];
  readonly day: Day;
  readonly homeCurrency: CurrencyCode;
  readonly rates: Rates;
}

const PRICE = sql<string | null>`coalesce(${basePriceRows.price}, ${sharedPriceRows.price})`;
/** The cost and the price, each in the currency and for as many units as makes them comparable. */
const COST = sql`cost.amount`;
const WORTH = sql`${PRICE} * cost.per`;

/** The items that a filter lets through, to be counted or read in an order. */
async function itemsFound(queries: Queries, query: ItemListQuery, now: Date) {
  const { homeCurrency, costOrder } = await settingsInForce(queries);
  const tree = await readCategoryTree(queries);
  const sorts: Readonly<Record<ItemListQuery['sort'], AnyPgColumn | SQL>> = {
    item: items.number,
    name: items.name,
    brand: brands.name,
    unit: items.unit,
    kind: items.kind,
    category: categories.name,
    supplier: suppliers.name,
    listPrice: items.listPrice,
    basePrice: PRICE,
    cost: sql`${COST} / cost.per`,
    // each rises with what a price is of its cost
    markup: sql`${WORTH} / ${COST}`,
    margin: sql`${WORTH} / ${COST}`,
  };
  const where = matching(queries, query, tree);
  const day = dayOf(now);
  const costs = costsInOrder({ day, now, homeCurrency, costOrder });
  // costs are looked for in all items, so only where they are asked for
  const select = (withCosts: boolean) => {
    const rows = queries
      .select({ number: items.number, price: PRICE })
      .from(items)
      .innerJoin(categories, eq(categories.id, items.categoryId))
      .leftJoin(brands, eq(brands.id, items.brandId))
      .leftJoin(
        itemSuppliers,
        and(eq(itemSuppliers.itemId, items.id), eq(itemSuppliers.preferred, true)),
      )
      .leftJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
      .leftJoin(
        basePriceRows,
        and(
          eq(basePriceRows.itemId, items.id),
          eq(basePriceRows.unit, ''),
          isNull(basePriceRows.toVersion),
        ),
      )
      .leftJoin(
        sharedPriceRows,
        and(
          eq(sharedPriceRows.sharedId, basePriceRows.sharedId),
          isNull(sharedPriceRows.toVersion),
        ),
      )
      .where(where)
      .$dynamic();
    return withCosts ? rows.leftJoin(sql`${costs} cost`, sql`cost.item_id = ${items.id}`) : rows;
  };
  const inOrderOf = (order: ListOrder<ItemListQuery['sort']>) => {
    const ofCosts = ITEM_SORTS_OF_COSTS.some((sort) => sort === order.sort);
    const rows = select(ofCosts || asksCosts(query));
    return rows.orderBy(...inOrder(order, sorts, items.number)).$dynamic();
  };
  return { select, inOrderOf, homeCurrency, costOrder, day };
}

function asksCosts(query: ItemFilter): boolean {
  return ITEM_FILTERS_OF_COSTS.some((name) => query[name] !== undefined);
}

function matching(queries: Queries, query: ItemFilter, tree: CategoryTree): SQL | undefined {
  const { text, category, brand, supplier, kind } = query;
  const { basePriceFrom, basePriceTo, marginFrom, marginBelow } = query;
  return and(
    everyWordIn(text, searchTargetsOfItem(queries)),
    category &&
      inList(items.categoryId, [...new Set(category.flatMap((code) => tree.under(code)))]),
    kind && inArray(items.kind, [...kind]),
    brand && inList(brands.code, brand),
    supplier && exists(deliveredBy(queries, supplier)),
    basePriceFrom === undefined ? undefined : gte(PRICE, basePriceFrom),
    basePriceTo === undefined ? undefined : lte(PRICE, basePriceTo),
    marginFrom === undefined ? undefined : sql`${PROFIT} >= ${WORTH} * ${marginFrom}::numeric`,
    marginBelow === undefined ? undefined : sql`${PROFIT} < ${WORTH} * ${marginBelow}::numeric`,
    marginFrom === undefined && marginBelow === undefined ? undefined : sql`${PRICE} > 0`,
  );
}

/** A hundred times what is left of the price, to stand beside percents of it. */
const PROFIT = sql`(${WORTH} - ${COST}) * 100`;

/** That some supplier delivers an item, preferred or not. */
function deliveredBy(queries: Queries, codes: readonly string[]) {
  const [delivery, supplier] = [alias(itemSuppliers, 'delivery'), alias(suppliers, 'deliverer')];
  return queries
    .select({ one: sql`1` })
    .from(delivery)
    .innerJoin(supplier, eq(supplier.id, delivery.supplierId))
    .where(and(eq(delivery.itemId, items.id), inList(supplier.code, codes)));
}

/** The day on which costs are looked for where no outlet says its own. */
const dayOf = (now: Date): Day => localTime(now, NO_OUTLETS_ZONE).day;
