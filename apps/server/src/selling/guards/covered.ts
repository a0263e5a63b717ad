import type { BrokenGuard, GuardFacts } from '@honest-ledger/contracts';

/** What a guard is broken by, wherever it stands: a line of a document made from another is the same. */
function keyOf(guard: BrokenGuard): string {
  const { kind, item, quantity, unit, amount, facts } = guard;
  const much = guard.kind === 'limit' ? guard.without : guard.missing;
  return JSON.stringify([kind, item, quantity, unit, amount, much, facts && inOrder(facts)]);
}

/** As a database gives them back, in whatever order. */
function inOrder({ customer, outlet, currency, asOf, duration, typed }: GuardFacts): unknown[] {
  return [customer, outlet, currency, asOf, duration, typed];
}

function counted(guards: readonly BrokenGuard[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const guard of guards) counts.set(keyOf(guard), (counts.get(keyOf(guard)) ?? 0) + 1);
  return counts;
}

/** The guards of which nobody approved; what was approved once counts once. */
export function uncovered(
  guards: readonly BrokenGuard[],
  approved: readonly (readonly BrokenGuard[])[],
): readonly BrokenGuard[] {
  const left = new Map<string, number>();
  for (const [key, count] of approved.flatMap((some) => [...counted(some)])) {
    left.set(key, Math.max(count, left.get(key) ?? 0));
  }
  return guards.filter((guard) => {
    const count = left.get(keyOf(guard)) ?? 0;
    left.set(keyOf(guard), count - 1);
    return count <= 0;
  });
}

/** Whether a document breaks the same guards as when somebody asked. */
export function sameGuards(some: readonly BrokenGuard[], others: readonly BrokenGuard[]): boolean {
  return some.length === others.length && uncovered(some, [others]).length === 0;
}
