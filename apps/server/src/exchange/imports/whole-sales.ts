import { sql, type SQL } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { WHOLE } from './past-sale';

/**
 * Marks the rows of sales that are not whole as wrong, once all rows of a file are compared: a sale's rows
 * can stand anywhere in it. Its lines are numbered from 1 on without a gap, and say one day, customer,
 * outlet and currency.
 */
export async function markBrokenSales(transaction: Transaction, id: string): Promise<void> {
  const cell = (column: string): SQL => sql`coalesce(after->>${column}, '')`;
  const differing = WHOLE.map(
    (column) => sql`when count(distinct ${cell(column)}) > 1
      then ${`The lines of this sale do not have one ${column}`}`,
  );
  await transaction.execute(sql`
    with broken as (
      select after->>'Sale' as sale, case ${sql.join(differing, sql` `)}
        when count(*) <> max((after->>'Line')::int)
        then 'The lines of this sale are not numbered from 1 on without a gap' end as sentence
      from import_rows
      where import_id = ${id}::uuid and verdict in ('new', 'changed', 'unchanged')
        and not exists (select from import_rows w where w.import_id = ${id}::uuid
          and w.verdict = 'wrong' and w.after->>'Sale' = import_rows.after->>'Sale')
      group by 1
    )
    update import_rows r set verdict = 'wrong',
      problems = jsonb_build_array(jsonb_build_object('column', 'Sale', 'sentence', b.sentence))
    from broken b
    where r.import_id = ${id}::uuid and r.after->>'Sale' = b.sale and b.sentence is not null`);
}
