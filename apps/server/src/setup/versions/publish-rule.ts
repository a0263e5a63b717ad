import type { RuleContent } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { ruleRows, rules } from '../../platform/database/schema/index';
import { replaceRows } from './rows';

/** Gives rules their identity, before anything refers to them. */
export async function identifyRules(
  transaction: Transaction,
  ids: readonly string[],
  now: Date,
): Promise<void> {
  if (ids.length === 0) return;
  await transaction
    .insert(rules)
    .values(ids.map((id) => ({ id, createdAt: now })))
    .onConflictDoNothing();
}

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
