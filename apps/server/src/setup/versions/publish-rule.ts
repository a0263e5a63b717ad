import type { RuleContent } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { ruleRows } from '../../platform/database/schema/index';
import { replaceRows } from './rows';

/** Writes a rule into a version; null withdraws it. */
export async function publishRule(
  transaction: Transaction,
  version: number,
  ruleId: string,
  form: RuleContent | null,
): Promise<void> {
  const { name = '', ...content } = form ?? {};
  const wanted = form
    ? [{ ruleId, name, content: content as Omit<RuleContent, 'name'> }] // all but the name
    : [];
  await replaceRows(transaction, ruleRows, eq(ruleRows.ruleId, ruleId), wanted, version);
}
