import fc from 'fast-check';
import { make } from '../number/decimal';
import {
  BREAK_COUNTS,
  type BreakBasis,
  type BreakMeasure,
  type QuantityBreak,
  type TierAdjustment,
} from '../setup/quantity-break';
import { scopeKey } from '../setup/scope';
import { scopes, percents, adjustments, roundings, windows } from './arbitrary-parts';

const tierAdjustments: fc.Arbitrary<TierAdjustment> = fc.oneof(
  { weight: 6, arbitrary: percents.map((percent) => ({ kind: 'percent' as const, percent })) },
  { weight: 3, arbitrary: adjustments },
  { weight: 1, arbitrary: fc.constant({ kind: 'multiplier' as const, factor: make(14, 1) }) },
);

/** A break by quantity, amount or term, for some goods and some customers, levels and outlets. */
export const breaks = (id: string): fc.Arbitrary<QuantityBreak> =>
  fc
    .record({
      scopes: fc.uniqueArray(scopes, { selector: scopeKey, minLength: 1, maxLength: 2 }),
      currency: fc.constantFrom('EUR', 'EUR', 'EUR', 'USD'),
      levels: fc.constantFrom(null, null, null, ['A'], ['B', 'C']),
      parties: fc.constantFrom(
        null,
        null,
        { customers: ['C1'], segments: [] },
        { customers: ['C9'], segments: ['shops'] },
      ),
      outlets: fc.constantFrom(null, null, null, ['O1']),
      window: fc.oneof({ weight: 4, arbitrary: fc.constant({ from: null, until: null }) }, windows),
      count: fc.constantFrom(...BREAK_COUNTS),
      measure: fc.constantFrom<BreakMeasure>(
        { kind: 'quantity', unit: null },
        { kind: 'quantity', unit: null },
        { kind: 'quantity', unit: 'pallet' },
        { kind: 'amount' },
        { kind: 'term' },
      ),
      incremental: fc.boolean(),
      basis: fc.constantFrom<BreakBasis>(
        { kind: 'afterLevel' },
        { kind: 'afterLevel' },
        { kind: 'basePrice' },
        { kind: 'cost', cost: 'last' },
      ),
      always: fc.boolean(),
      tiers: fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 900 }), tierAdjustments), {
        selector: ([from]) => from,
        minLength: 1,
        maxLength: 4,
      }),
      rounding: fc.option(roundings, { freq: 4 }),
      setUp: fc.option(
        fc.record({ amount: fc.constantFrom(make(4500, 2), make(6, 0)), words: fc.constant('') }),
        { freq: 2 },
      ),
    })
    .map(({ incremental, tiers, ...one }) => ({
      id,
      name: `Break ${id}`,
      words: '',
      ...one,
      mode: incremental && one.measure.kind === 'quantity' ? 'incremental' : 'allUnits',
      tiers: tiers
        .toSorted(([a], [b]) => a - b)
        .map(([from, adjustment]) => ({ from: make(from, 0), adjustment })),
    }));
