import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import type { Printed, Reason, RuleByHand } from '@honest-ledger/engine';

/** A rule that was applied and ceased to hold with something that somebody changed. */
export interface GoneRule {
  readonly id: string;
  readonly name: string;
  /** Why, where it is told; nothing where no line is left that it could touch. */
  readonly reasons: readonly Printed<Reason>[];
}

interface Prices {
  readonly priced: Readonly<Record<string, PricedLineForm>>;
  readonly outcome: DocumentOutcome;
}

/**
 * The rules that are applied no more, those gone before among them until they apply again. What
 * somebody took off is no news to him.
 */
export function goneRules(
  before: Prices,
  after: Prices,
  known: readonly GoneRule[],
  byHand: readonly RuleByHand[],
): readonly GoneRule[] {
  const now = appliedRules(after);
  const off = new Set(byHand.filter(({ is }) => is === 'off').map(({ rule }) => rule));
  const gone = new Map([
    ...known.map(({ id, name }) => [id, name] as const),
    ...appliedRules(before),
  ]);
  return [...gone]
    .filter(([id]) => !now.has(id) && !off.has(id))
    .map(([id, name]) => ({ id, name, reasons: reasonsOf(id, after) }));
}

/** The names of all rules that touch a document, by their ids. */
function appliedRules({ priced, outcome }: Prices): ReadonlyMap<string, string> {
  const rules = Object.values(priced).flatMap((line) =>
    line.kind === 'unpriced'
      ? []
      : [
          ...line.slices.flatMap(({ steps }) =>
            steps.flatMap(({ source }) => (source.kind === 'rule' ? [source.rule] : [])),
          ),
          ...line.flats.map(({ rule }) => rule),
          ...line.shares.map(({ rule }) => rule),
        ],
  );
  return new Map(
    [...rules, ...outcome.rules.map(({ rule }) => rule)].map((one) => [one.id, one.name]),
  );
}

/** Why a rule does nothing, where the least keeps it from it. */
function reasonsOf(id: string, { priced, outcome }: Prices): readonly Printed<Reason>[] {
  const lines = Object.values(priced).filter((line) => line.kind === 'priced');
  const told = [...lines.flatMap(({ notApplied }) => notApplied), ...outcome.notApplied]
    .filter(({ subject }) => subject.kind === 'rule' && subject.rule.id === id)
    .map(({ reasons }) => reasons)
    .toSorted((a, b) => a.length - b.length);
  return told[0] ?? [];
}
