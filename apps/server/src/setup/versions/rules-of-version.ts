import { ruleFromForm, type RuleContent } from '@honest-ledger/contracts';
import { serialized, type Rule } from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { ruleRows } from '../../platform/database/schema/index';
import { byName } from './cost-tables-of-version';
import { countsIn } from './queries';

/** The rules as a version has them, in the order in which they are applied. */
export async function readRulesOfVersion(queries: Queries, version: number): Promise<Rule[]> {
  const rows = await queries.select().from(ruleRows).where(countsIn(ruleRows, version));
  return rows
    .map(({ ruleId: id, name, content }) => ruleFromForm({ id, name, ...content }))
    .sort(inRuleOrder);
}

/** By their places in the list, then by name. */
export function inRuleOrder(a: Listed, b: Listed): number {
  return a.place - b.place || byName(a, b);
}

interface Listed {
  readonly name: string;
  readonly place: number;
}

/** What an administrator edits of a rule. */
export function contentOfRule({ id: _, ...content }: Rule): RuleContent {
  return serialized(content);
}
