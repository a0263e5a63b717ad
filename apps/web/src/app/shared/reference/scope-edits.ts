import type { Scope } from '@honest-ledger/engine';

/** A figure that is still to be typed: until then the object it is of is incomplete and counts nowhere. */
export const UNSAID = '';

/** Goods that are still to be chosen. */
export const UNSAID_GOODS: Scope = { kind: 'category', category: UNSAID };

/** What is wrong with goods, by the path that they have in what is edited; null for nothing. */
export function wrongGoods(problems: ReadonlyMap<string, string>, path: string): string | null {
  const own = problems.get(path);
  if (own !== undefined) return own;
  const isWithin = (at: string): boolean => at.startsWith(`${path}.`) || at.startsWith(`${path}[`);
  const [within] = [...problems].find(([at]) => isWithin(at)) ?? [];
  if (within === undefined) return null;
  const isUnsaid = ['item', 'brand', 'supplier', 'family', 'category'].some((part) =>
    within.endsWith(`.${part}`),
  );
  return isUnsaid ? 'No items chosen. Choose at least one.' : (problems.get(within) ?? null);
}
