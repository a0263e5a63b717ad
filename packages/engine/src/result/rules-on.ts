import type { NotAppliedSubject, RuleName } from './workings';

/** As much of a line, or of its printed form, as says which rules touched it. */
export type TouchedLine =
  | { readonly kind: 'unpriced' }
  | {
      readonly kind: 'priced';
      readonly slices: readonly {
        readonly steps: readonly {
          readonly source: { readonly kind: string; readonly rule?: unknown };
        }[];
      }[];
      readonly flats: readonly { readonly rule: RuleName }[];
      readonly shares: readonly { readonly rule: RuleName }[];
      readonly kept: { readonly rules: readonly RuleName[] } | null;
    };

/** The rules that touched a line, in the order of its workings; one that did several things is there as often. */
export function rulesOn(line: TouchedLine): readonly RuleName[] {
  if (line.kind === 'unpriced') return [];
  const onUnits = line.slices.flatMap(({ steps }) =>
    // of the sources those of rules name a rule
    steps.flatMap(({ source }) => (source.kind === 'rule' ? [source.rule as RuleName] : [])),
  );
  return [
    ...(line.kept?.rules ?? []),
    ...onUnits,
    ...[...line.flats, ...line.shares].map(({ rule }) => rule),
  ];
}

/** Why a rule did nothing, where the least keeps it from it; null where it was not looked at. */
export function fewestReasons<Why>(
  id: string,
  told: readonly {
    readonly subject: Pick<NotAppliedSubject, 'kind'> & { readonly rule?: unknown };
    readonly reasons: readonly Why[];
  }[],
): readonly Why[] | null {
  const own = told
    .filter(({ subject }) => subject.kind === 'rule' && (subject.rule as RuleName).id === id)
    .map(({ reasons }) => reasons)
    .toSorted((a, b) => a.length - b.length);
  return own[0] ?? null;
}
