import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import {
  fewestReasons,
  rulesOn,
  type Serialized,
  type Reason,
  type RuleByHand,
} from '@honest-ledger/engine';

/** A rule that was applied and ceased to hold with something that somebody changed. */
export interface LapsedRule {
  readonly id: string;
  readonly name: string;
  /** Why, where it is told; nothing where no line is left that it could touch. */
  readonly reasons: readonly Serialized<Reason>[];
}

interface Prices {
  readonly priced: Readonly<Record<string, PricedLineForm>>;
  readonly outcome: DocumentOutcome;
}

/**
 * The rules that are applied no more, those gone before among them until they apply again. What
 * somebody took off is no news to him.
 */
export function lapsedRules(
  before: Prices,
  after: Prices,
  known: readonly LapsedRule[],
  byHand: readonly RuleByHand[],
): readonly LapsedRule[] {
  const now = appliedRules(after);
  const off = new Set(byHand.filter(({ is }) => is === 'off').map(({ rule }) => rule));
  const lapsed = new Map([
    ...known.map(({ id, name }) => [id, name] as const),
    ...appliedRules(before),
  ]);
  return [...lapsed]
    .filter(([id]) => !now.has(id) && !off.has(id))
    .map(([id, name]) => ({ id, name, reasons: reasonsOf(id, after) }));
}

/** The names of all rules that touch a document, by their ids. */
function appliedRules({ priced, outcome }: Prices): ReadonlyMap<string, string> {
  const rules = [
    ...Object.values(priced).flatMap((line) => rulesOn(line)),
    ...outcome.rules.map(({ rule }) => rule),
  ];
  return new Map(rules.map(({ id, name }) => [id, name]));
}

function reasonsOf(id: string, { priced, outcome }: Prices): readonly Serialized<Reason>[] {
  const lines = Object.values(priced).filter((line) => line.kind === 'priced');
  const told = [...lines.flatMap(({ notApplied }) => notApplied), ...outcome.notApplied];
  return fewestReasons(id, told) ?? [];
}
