import { decimal, type TaxFacts } from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { items, outlets, taxClasses } from '../../platform/database/schema/index';

/** What tax is on goods at an outlet; null where none is charged there, or there is no outlet. */
export async function taxFacts(
  queries: Queries,
  outlet: string | null,
  numbers: readonly string[],
): Promise<TaxFacts | null> {
  if (outlet === null) return null;
  const [place] = await queries.select().from(outlets).where(eq(outlets.code, outlet));
  if (!place?.chargesTax) return null;
  const classes = await queries.select().from(taxClasses).orderBy(asc(taxClasses.code));
  const found = await queries
    .select({ item: items.number, taxClass: taxClasses.code })
    .from(items)
    .innerJoin(taxClasses, eq(taxClasses.id, items.taxClassId))
    .where(inList(items.number, numbers))
    .orderBy(asc(items.number));
  return {
    classes: classes.map(({ code, name, category, rate }) => ({
      code,
      name,
      category,
      rate: decimal(rate),
    })),
    items: found,
    others: place.othersTaxClass,
  };
}
