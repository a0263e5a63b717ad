import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import {
  categories,
  customers,
  levelAssignments,
  outletLevels,
  outlets,
  segments,
} from '../../platform/database/schema/index';
import { takeRates } from '../../master-data/currencies/rate-feed';
import { eq } from 'drizzle-orm';
import { DEMO_SEGMENTS, type DemoCustomer } from './customers';
import { DEMO_LEVELS, DEMO_OUTLETS, GLAZE_WEEKS } from './levels';

export async function insertSegments(transaction: Transaction): Promise<void> {
  await transaction
    .insert(segments)
    .values(DEMO_SEGMENTS.map(({ code, name }) => ({ code, name, levelId: null })));
}

/** The outlets, and the rates of the currencies that customers buy in. */
export async function insertOutlets(transaction: Transaction, rateFeed: string): Promise<void> {
  for (const outlet of DEMO_OUTLETS) {
    const { code, name, timeZone, currency } = outlet;
    const allowed: readonly string[] = 'allowed' in outlet ? outlet.allowed : [];
    const [row] = await transaction
      .insert(outlets)
      .values({
        code,
        name,
        timeZone,
        currency,
        levelId: 'level' in outlet ? outlet.level : null,
        onlyListedLevels: allowed.length > 0,
        chargesTax: true,
        othersTaxClass: 'standard',
      })
      .returning({ id: outlets.id });
    if (row && allowed.length > 0) {
      await transaction
        .insert(outletLevels)
        .values(allowed.map((levelId) => ({ outletId: row.id, levelId })));
    }
  }
  await takeRates(transaction, rateFeed);
}

/** Customers with the levels of their segments; two studios have another for glazes this winter. */
export async function insertCustomers(
  transaction: Transaction,
  buyers: readonly DemoCustomer[],
): Promise<void> {
  const segmentIds = await idsByCode(transaction, segments);
  const outletIds = await idsByCode(transaction, outlets);
  const rows = await transaction
    .insert(customers)
    .values(
      buyers.map(({ code, name, segment, currency, outlet }) => ({
        code,
        name,
        segmentId: segmentIds.get(segment) ?? null,
        currency,
        outletId: outletIds.get(outlet) ?? null,
        levelId: DEMO_LEVELS.find((level) => level.segment === segment)?.id ?? null,
      })),
    )
    .returning({ id: customers.id, code: customers.code });
  const [glaze] = await transaction
    .select({ id: categories.id })
    .from(categories)
    .where(eq(categories.code, 'glaze'));
  const studios = rows.filter(({ code }) => code === 'C2002' || code === 'C2003');
  await transaction.insert(levelAssignments).values(
    studios.map(({ id }, place) => ({
      id: `e7d4a1c0-2b3f-4a6d-8c59-0f1e2d3c4b5${String(place)}`,
      customerId: id,
      position: 0,
      levelId: GLAZE_WEEKS,
      categoryId: glaze?.id ?? null,
      fromDay: '2026-11-01',
      untilDay: '2027-01-31',
    })),
  );
}
