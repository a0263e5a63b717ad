import type { AdvancingLine, DocumentContent, KeptPriceForm } from '@honest-ledger/contracts';
import { decimal, print, serialized, subtract, sum } from '@honest-ledger/engine';
import { promiseOf } from '@honest-ledger/wording';
import type { StoredDocument } from './queries';

/** A line with what was promised for it. */
export type PromisedLine = Pick<AdvancingLine, 'id' | 'promised'>;

/** What was promised of lines, by their ids. */
export function promisesOf(
  lines: readonly PromisedLine[],
  { document: { kind, number, currency } }: StoredDocument,
): ReadonlyMap<string, KeptPriceForm> {
  return new Map(
    lines.flatMap(({ id, promised }) =>
      promised.kind === 'priced'
        ? [[id, serialized(promiseOf(promised, currency, { kind, number }))] as const]
        : [],
    ),
  );
}

/**
 * A document that keeps some of what was promised. An amount that somebody takes off the whole document
 * is in a promise with the part that its line had of it: that part is not taken off the rest again.
 */
export function keeping(
  content: DocumentContent,
  lines: readonly PromisedLine[],
  promises: ReadonlyMap<string, KeptPriceForm>,
): DocumentContent {
  const { discount } = content;
  const whole = withPromises(content, promises);
  if (discount?.off.kind !== 'amount') return whole;
  const parts = lines.flatMap(({ id, promised }) =>
    promises.has(id) && promised.kind === 'priced' && promised.discountShare
      ? [decimal(promised.discountShare)]
      : [],
  );
  const left = subtract(decimal(discount.off.amount), sum(parts));
  if (left.units >= 0) return { ...whole, discount: null };
  return { ...whole, discount: { ...discount, off: { kind: 'amount', amount: print(left) } } };
}

/** A document with these promises on its lines; with none at all for null. */
export function withPromises(
  content: DocumentContent,
  promises: ReadonlyMap<string, KeptPriceForm> | null,
): DocumentContent {
  const lines = content.lines.map((line) => ({
    ...line,
    kept: promises === null ? null : (promises.get(line.id) ?? line.kept),
  }));
  return { ...content, lines };
}
