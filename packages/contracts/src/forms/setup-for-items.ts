import type { ItemFacts, Setup } from '@honest-ledger/engine';
import type { FieldProblem } from './reading';

/**
 * What of a setup cannot stand beside the facts of these items. A setup alone does not know the base
 * unit of an item, so a base price for it could stand there twice: once for the base unit, and once
 * under that unit's name.
 */
export function setupProblemsFor(
  { basePrices }: Setup,
  items: readonly Pick<ItemFacts, 'item' | 'unit'>[],
): readonly FieldProblem[] {
  const bases = new Map(items.map(({ item, unit }) => [item, unit]));
  return basePrices.flatMap(({ item, unit }, index): FieldProblem[] =>
    unit !== null && bases.get(item) === unit
      ? [
          {
            path: `basePrices[${String(index)}].unit`,
            sentence: `${unit} is the base unit of ${item}: leave the unit out`,
          },
        ]
      : [],
  );
}
