import { rulesOn, type PricedDocument, type RuleId, type RuleUses } from '@honest-ledger/engine';
import { and, count, eq, inArray, notInArray, sql } from 'drizzle-orm';
import type { Queries, Transaction } from '../../platform/database/database';
import { customers, ruleUses, type DocumentRecord } from '../../platform/database/schema/index';
import type { Turn } from '../../platform/database/turns';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';

/** A document that is priced, as far as its own uses go: those of the order it is made from are its own, too. */
export type OwnUses = Pick<DocumentRecord, 'number' | 'fromNumber'>;

/** What a document used itself: with its own number, and with that of the order it is made from. */
export function ownNumbers(own: OwnUses | null): number[] {
  if (!own) return [];
  return own.fromNumber === null ? [own.number] : [own.number, own.fromNumber];
}

/** How often rules were used on other documents than this one. */
export async function usesOf(
  queries: Queries,
  rules: readonly RuleId[],
  customer: string | null,
  own: OwnUses | null,
): Promise<RuleUses[]> {
  if (rules.length === 0) return [];
  const numbers = ownNumbers(own);
  const rows = await queries
    .select({
      rule: ruleUses.ruleId,
      inAll: count(),
      byCustomer: sql<number>`count(*) filter (where ${customers.code} = ${customer})::int`,
    })
    .from(ruleUses)
    .leftJoin(customers, eq(customers.id, ruleUses.customerId))
    .where(
      and(
        inArray(ruleUses.ruleId, [...rules]),
        numbers.length > 0 ? notInArray(ruleUses.documentNumber, numbers) : undefined,
      ),
    )
    .groupBy(ruleUses.ruleId)
    .orderBy(ruleUses.ruleId);
  return rows;
}

/** The same, read once for any customer, with no document left out. */
export async function usesOfMany(
  queries: Queries,
  rules: readonly RuleId[],
): Promise<(customer: string | null) => RuleUses[]> {
  if (rules.length === 0) return () => [];
  const rows = await queries
    .select({ rule: ruleUses.ruleId, customer: customers.code, uses: count() })
    .from(ruleUses)
    .leftJoin(customers, eq(customers.id, ruleUses.customerId))
    .where(inArray(ruleUses.ruleId, [...rules]))
    .groupBy(ruleUses.ruleId, customers.code)
    .orderBy(ruleUses.ruleId);
  const used = new Map<RuleId, { inAll: number; readonly by: Map<string, number> }>();
  for (const { rule, customer, uses } of rows) {
    const counted = used.get(rule) ?? { inAll: 0, by: new Map<string, number>() };
    counted.inAll += uses;
    if (customer !== null) counted.by.set(customer, uses);
    used.set(rule, counted);
  }
  return (customer) =>
    [...used].map(([rule, { inAll, by }]) => ({
      rule,
      inAll,
      byCustomer: by.get(customer ?? '') ?? 0,
    }));
}

/**
 * Whoever counts uses does so one after the other, and reads what the others have counted; where no rule
 * is limited, nobody waits.
 */
export async function turnOfUses({ database, setups }: Services): Promise<Turn | null> {
  const { compiled } = await setups.of(database, await versionInForce(database));
  return compiled.limitedRules.length > 0 ? 'ruleUses' : null;
}

/** Counts a use of each rule with a limit that was applied. What the order before it used is counted. */
export async function countUses(
  transaction: Transaction,
  limited: readonly RuleId[],
  { lines, rules }: PricedDocument,
  { number, fromNumber, customerId }: DocumentRecord,
  now: Date,
): Promise<void> {
  const applied = new Set([
    ...lines.flatMap((line) => rulesOn(line).map(({ id }) => id)),
    ...rules.map(({ rule }) => rule.id),
  ]);
  const counted = new Set(
    fromNumber === null
      ? []
      : (
          await transaction
            .select({ rule: ruleUses.ruleId })
            .from(ruleUses)
            .where(eq(ruleUses.documentNumber, fromNumber))
        ).map(({ rule }) => rule),
  );
  const used = limited.filter((rule) => applied.has(rule) && !counted.has(rule));
  if (used.length === 0) return;
  await transaction
    .insert(ruleUses)
    .values(used.map((ruleId) => ({ ruleId, documentNumber: number, customerId, usedAt: now })));
}

/** Gives back what a document used. */
export async function giveBackUses(transaction: Transaction, number: number): Promise<void> {
  await transaction.delete(ruleUses).where(eq(ruleUses.documentNumber, number));
}
