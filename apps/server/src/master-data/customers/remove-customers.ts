import { customerContentOf, type StayingThing } from '@honest-ledger/contracts';
import { recordAll, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { namedElsewhere, textsInForms } from '../../platform/database/references';
import { customers } from '../../platform/database/schema/index';
import { readCustomers } from './queries';

/** What names a customer, by the table that does. */
const NAMED_BY: Readonly<Record<string, string>> = {
  documents: 'there is a quote, an order or a sale of theirs',
  agreement_rows: 'a price was agreed with them',
  set_ups_paid: 'they have paid a set-up charge',
  rule_uses: 'they have used a rule that is limited',
};
const BY_SETUP = 'the setup, a draft or a change of prices names them';

/** Removes customers that nothing names. @returns those that stay, and why */
export async function removeCustomers(
  transaction: Transaction,
  codes: readonly string[],
  actor: Actor,
): Promise<StayingThing[]> {
  const stored = await readCustomers(transaction, codes);
  const rows = await transaction
    .select({ id: customers.id, code: customers.code })
    .from(customers)
    .where(inList(customers.code, codes));
  const tables = await namedElsewhere(
    transaction,
    'customers',
    rows.map(({ id }) => id),
  );
  const texts = await textsInForms(transaction);
  const staying: StayingThing[] = [];
  const gone: { readonly id: number; readonly code: string }[] = [];
  for (const { id, code } of rows) {
    const naming = [...(tables.get(id) ?? [])];
    const by = naming.find((name) => name in NAMED_BY) ?? naming[0];
    if (by !== undefined || texts.has(code)) {
      staying.push({ what: 'customer', key: code, why: NAMED_BY[by ?? ''] ?? BY_SETUP });
    } else {
      gone.push({ id, code });
    }
  }
  await transaction.delete(customers).where(
    inList(
      customers.id,
      gone.map(({ id }) => id),
    ),
  );
  await recordAll(
    transaction,
    actor,
    gone.map(({ code }) => {
      const customer = stored.get(code);
      const before = customer ? customerContentOf(customer) : null;
      const name = before?.name ?? code;
      return { kind: 'customer', key: code, name, action: 'removed' as const, before, after: null };
    }),
  );
  return staying;
}
