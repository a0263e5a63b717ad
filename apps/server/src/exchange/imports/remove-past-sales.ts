import type { StayingThing } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { countUnitsRemoved } from '../../master-data/costs/count-units-sold';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { namedElsewhere } from '../../platform/database/references';
import { documents } from '../../platform/database/schema/index';

/** What names a sale, by the table that does. */
const NAMED_BY: Readonly<Record<string, string>> = {
  returns: 'it has returns',
  sales_again_lines: 'it was priced again, and the result names it',
};

/** Removes the past sales that one file has brought, but for those that something names. */
export async function removePastSales(
  transaction: Transaction,
  massChange: string,
): Promise<{ readonly removed: number; readonly staying: StayingThing[] }> {
  const sales = await transaction
    .select({ number: documents.number, name: documents.importedAs })
    .from(documents)
    .where(eq(documents.massChangeId, massChange));
  const named = await namedElsewhere(
    transaction,
    'documents',
    sales.map(({ number }) => number),
  );
  const removed = sales.filter(({ number }) => !named.has(number)).map(({ number }) => number);
  await countUnitsRemoved(transaction, removed);
  await transaction.delete(documents).where(inList(documents.number, removed));
  return {
    removed: removed.length,
    staying: sales.flatMap(({ number, name }): StayingThing[] => {
      const [by] = named.get(number) ?? [];
      if (by === undefined) return [];
      return [{ what: 'sale', key: name ?? '', why: NAMED_BY[by] ?? 'something was made of it' }];
    }),
  };
}
