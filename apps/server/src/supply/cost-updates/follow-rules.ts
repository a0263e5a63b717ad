import {
  costAdjustmentFromForm,
  type FieldProblem,
  type FollowRule,
  type FollowRulesEdit,
  type RuleInForce,
} from '@honest-ledger/contracts';
import {
  scopeFinder,
  scopeKey,
  type Keeping,
  type PricingCostAdjustment,
} from '@honest-ledger/engine';
import { asc } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import {
  missingGoods,
  numbersIn,
  scopeIds,
  scopeOf,
  readGoodsCodes,
} from '../../master-data/catalogue/goods-codes';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { record, type Actor } from '../../platform/changes/record';
import type { Queries, Transaction } from '../../platform/database/database';
import { followRules } from '../../platform/database/schema/index';
import { notFound, refused } from '../../platform/http/problems';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** What becomes of prices when costs change, in the order of the list. */
export async function readFollowRules(queries: Queries): Promise<FollowRule[]> {
  const rows = await queries.select().from(followRules).orderBy(asc(followRules.position));
  const ids = rows.flatMap(({ itemId }) => (itemId === null ? [] : [itemId]));
  const codes = await readGoodsCodes(queries, { ids });
  return rows.map((row) => ({
    id: row.id,
    scope: scopeOf(row, codes),
    follows: row.follows,
    cap: row.cap,
    keeping: row.keeping,
    rounding: row.rounding,
  }));
}

/** The narrowest rule that takes an item in. @throws {Problem} where there is no such item */
export async function ruleInForce(queries: Queries, number: string): Promise<RuleInForce> {
  const [item] = await readItemFacts(queries, [number]);
  if (!item) throw notFound(`Item ${number}`);
  return { rule: scopeFinder(await readFollowRules(queries))(item)[0] ?? null };
}

/** Keeps the rules. A fact: they count for costs that come from now on. */
export async function saveFollowRules(
  transaction: Transaction,
  { seen, content }: FollowRulesEdit,
  actor: Actor,
): Promise<void> {
  const before = await readFollowRules(transaction);
  if (!isDeepStrictEqual(before, seen)) {
    const thing = { kind: 'follow rules', key: 'follow rules' };
    throw await changedByAnother(transaction, thing, 'these rules', before);
  }
  await writeFollowRules(transaction, before, content, actor);
}

/** Writes rules over those that were there. @throws {Problem} where one names what is not there */
export async function writeFollowRules(
  transaction: Transaction,
  before: readonly FollowRule[],
  content: readonly FollowRule[],
  actor: Actor,
): Promise<void> {
  const codes = await readGoodsCodes(transaction, {
    numbers: numbersIn(content.map(({ scope }) => scope)),
  });
  const problems = content.flatMap(({ scope }, index): FieldProblem[] => {
    const at = `content[${String(index)}.scope`;
    const missing = missingGoods(scope, codes);
    const twin = content.findIndex((one) => scopeKey(one.scope) === scopeKey(scope));
    return [
      ...(missing === null ? [] : [{ path: at, sentence: missing }]),
      ...(twin < index ? [{ path: at, sentence: 'Another rule applies to the same items' }] : []),
    ];
  });
  if (problems.length > 0) throw refused(problems);
  await transaction.delete(followRules);
  if (content.length > 0) {
    await transaction.insert(followRules).values(
      content.map(({ id, scope, follows, cap, keeping, rounding }, position) => ({
        id,
        position,
        ...scopeIds(scope, codes),
        follows,
        cap,
        keeping,
        rounding,
      })),
    );
  }
  await record(transaction, actor, {
    kind: 'follow rules',
    key: 'follow rules',
    name: 'How prices follow costs',
    action: 'changed',
    before,
    after: content,
  });
}

/** What a rule keeps, for the engine. */
export function keepingOf({ keeping }: FollowRule): Keeping {
  if (keeping.kind !== 'stated') return keeping;
  const adjustment = costAdjustmentFromForm(keeping.adjustment);
  // a price that is asked for follows nothing: the schema of rules lets none through
  return { kind: 'stated', adjustment: adjustment as PricingCostAdjustment };
}
