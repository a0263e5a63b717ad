import {
  FOLLOWS,
  COST_UPDATE_VERDICTS,
  type Follows,
  type PriceThatFollows,
  type CostUpdateRow,
  type CostUpdateRowPage,
  type CostUpdateRowQuery,
  type CostUpdateVerdict,
  type CostUpdateView,
} from '@honest-ledger/contracts';
import {
  decimal,
  marginOf,
  markupOf,
  minorDigits,
  print,
  withDigits,
  printPercent,
} from '@honest-ledger/engine';
import { and, asc, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import {
  items,
  priceProposals,
  costUpdateRows,
  costUpdates,
  suppliers,
  users,
} from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import { settingsInForce } from '../../master-data/in-force/queries';

/** How many cost updates the list shows; older ones stay on record. */
const LISTED = 50;

export async function findCostUpdate(queries: Queries, id: string): Promise<CostUpdateView> {
  const [found] = await costUpdatesWhere(queries, eq(costUpdates.id, id));
  if (!found) throw notFound('This cost update');
  return found;
}

/** What suppliers sent, the latest first. */
export function findCostUpdates(queries: Queries): Promise<CostUpdateView[]> {
  return costUpdatesWhere(queries, undefined);
}

async function costUpdatesWhere(
  queries: Queries,
  where: SQL | undefined,
): Promise<CostUpdateView[]> {
  const rows = await queries
    .select({ costUpdate: costUpdates, code: suppliers.code, name: suppliers.name, by: users.name })
    .from(costUpdates)
    .innerJoin(suppliers, eq(suppliers.id, costUpdates.supplierId))
    .innerJoin(users, eq(users.id, costUpdates.byId))
    .where(where)
    .orderBy(desc(costUpdates.at), desc(costUpdates.id))
    .limit(LISTED);
  const views: CostUpdateView[] = [];
  for (const { costUpdate, code, name, by } of rows) {
    views.push({
      id: costUpdate.id,
      supplier: { code, name },
      fileName: costUpdate.fileName,
      state: costUpdate.state,
      remark: costUpdate.remark,
      by,
      at: costUpdate.at.toISOString(),
      rows: costUpdate.rows,
      columns: costUpdate.columns,
      sample: costUpdate.sample,
      mapping: costUpdate.mapping,
      ...(await countsOf(queries, costUpdate.id)),
      revision: costUpdate.revision,
      version: costUpdate.version,
      waiting: await waitingOf(queries, costUpdate.id),
    });
  }
  return views;
}

async function countsOf(
  queries: Queries,
  id: string,
): Promise<Pick<CostUpdateView, 'counts' | 'follows'>> {
  const rows = await queries
    .select({ verdict: costUpdateRows.verdict, follows: costUpdateRows.follows, rows: count() })
    .from(costUpdateRows)
    .where(and(eq(costUpdateRows.costUpdateId, id), eq(costUpdateRows.leftOut, false)))
    .groupBy(costUpdateRows.verdict, costUpdateRows.follows);
  const sum = (is: (row: (typeof rows)[number]) => boolean): number =>
    rows.filter(is).reduce((total, row) => total + row.rows, 0);
  return {
    counts: Object.fromEntries(
      COST_UPDATE_VERDICTS.map((verdict) => [verdict, sum((row) => row.verdict === verdict)]),
    ) as Record<CostUpdateVerdict, number>, // each is there
    follows: Object.fromEntries(
      FOLLOWS.map((follows) => [follows, sum((row) => row.follows === follows)]),
    ) as Record<Follows, number>,
  };
}

async function waitingOf(queries: Queries, id: string): Promise<number> {
  const [row] = await queries
    .select({ rows: count() })
    .from(priceProposals)
    .where(and(eq(priceProposals.costUpdateId, id), eq(priceProposals.state, 'waiting')));
  return row?.rows ?? 0;
}

/** A page of a cost update's rows with what each would do, or did. */
export async function findCostUpdateRows(
  queries: Queries,
  id: string,
  { verdict, follows, sort, offset, limit }: CostUpdateRowQuery,
): Promise<CostUpdateRowPage> {
  const where = and(
    eq(costUpdateRows.costUpdateId, id),
    verdict === undefined ? undefined : eq(costUpdateRows.verdict, verdict),
    follows === undefined ? undefined : eq(costUpdateRows.follows, follows),
  );
  const [counted] = await queries.select({ total: count() }).from(costUpdateRows).where(where);
  const order =
    sort === 'move'
      ? [sql`abs(${costUpdateRows.move}) desc nulls last`, asc(costUpdateRows.row)]
      : [asc(costUpdateRows.row)];
  const rows = await queries
    .select({ row: costUpdateRows, item: items.number, name: items.name, unit: items.unit })
    .from(costUpdateRows)
    .leftJoin(items, eq(items.id, costUpdateRows.itemId))
    .where(where)
    .orderBy(...order)
    .limit(limit)
    .offset(offset);
  const { homeCurrency } = await settingsInForce(queries);
  return {
    rows: rows.map(({ row, item, name, unit }) => toRow(row, { item, name, unit }, homeCurrency)),
    total: counted?.total ?? 0,
    currency: homeCurrency,
  };
}

function toRow(
  row: typeof costUpdateRows.$inferSelect,
  item: {
    readonly item: string | null;
    readonly name: string | null;
    readonly unit: string | null;
  },
  homeCurrency: string,
): CostUpdateRow {
  return {
    row: row.row,
    verdict: row.verdict,
    problem: row.problem,
    said: row.said,
    item: item.item,
    name: item.name,
    unit: row.unit ?? item.unit,
    minQuantity: row.minQuantity,
    from: row.fromDay,
    currency: row.currency,
    cost: row.cost,
    oldCost: row.oldCost,
    oldCurrency: row.oldCurrency,
    leftOut: row.leftOut,
    price:
      row.follows === null || row.priceBefore === null
        ? row.follows && noPrice(row.follows, row.why)
        : priceThatFollows(
            { ...row, follows: row.follows, priceBefore: row.priceBefore },
            homeCurrency,
          ),
  };
}

function noPrice(follows: Follows, why: string | null): PriceThatFollows {
  return {
    follows,
    why,
    before: '',
    after: null,
    move: null,
    marginBefore: null,
    marginAfter: null,
    markupBefore: null,
    markupAfter: null,
  };
}

/** A price with what stands beside it: markup and margin over the new cost, before and after. */
export function priceThatFollows(
  row: {
    readonly follows: Follows;
    readonly why: string | null;
    readonly priceBefore: string;
    readonly priceAfter: string | null;
    readonly move: string | null;
    readonly newUnitCost: string | null;
  },
  homeCurrency: string,
): PriceThatFollows {
  const digits = minorDigits(homeCurrency);
  const cost = row.newUnitCost === null ? null : decimal(row.newUnitCost);
  const [before, after] = [decimal(row.priceBefore), row.priceAfter && decimal(row.priceAfter)];
  return {
    follows: row.follows,
    why: row.why,
    before: print(withDigits(before, digits)),
    after: after ? print(withDigits(after, digits)) : null,
    move: row.move === null ? null : printPercent(decimal(row.move)),
    marginBefore: printPercent(cost && marginOf(before, cost)),
    marginAfter: printPercent(cost && (after ? marginOf(after, cost) : null)),
    markupBefore: printPercent(cost && markupOf(before, cost)),
    markupAfter: printPercent(cost && (after ? markupOf(after, cost) : null)),
  };
}

/** A cost update's rows as a table: what is wrong with them, or what they do. */
export async function* costUpdateTableRows(queries: Queries, id: string): AsyncGenerator<string[]> {
  const AT_ONCE = 500;
  for (let offset = 0; ; offset += AT_ONCE) {
    const page = await findCostUpdateRows(queries, id, { sort: 'row', offset, limit: AT_ONCE });
    for (const { price, ...row } of page.rows) {
      yield [
        String(row.row),
        row.verdict,
        row.problem ?? '',
        row.said,
        row.item ?? '',
        row.name ?? '',
        row.unit ?? '',
        row.minQuantity,
        row.from ?? '',
        row.oldCost ?? '',
        row.cost ?? '',
        row.currency ?? '',
        price?.follows ?? '',
        price?.why ?? '',
        price?.before ?? '',
        price?.after ?? '',
        price?.marginBefore ?? '',
        price?.marginAfter ?? '',
      ];
    }
    if (page.rows.length < AT_ONCE) return;
  }
}
