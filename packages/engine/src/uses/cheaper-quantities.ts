import type { CompiledSetup } from '../compile/compile-setup';
import {
  add,
  compare,
  decimal,
  isDecimalText,
  make,
  subtract,
  withDigits,
  type Decimal,
} from '../number/decimal';
import { divide, multiplyExact } from '../number/exact';
import { roundToIncrement } from '../number/rounding';
import type { DocumentLine, PricingDocument } from '../setup/document';
import type { Serialized } from '../number/serialized';
import { priceDocument } from '../pricing/price-document';
import type { PricedLine } from '../result/priced';
import { unitOf } from '../pricing/line/units';

/** A larger quantity of a line with which the whole document costs less. */
export interface CheaperQuantity {
  /** The line's id. */
  readonly line: string;
  /** In the line's unit. */
  readonly quantity: Decimal;
  readonly more: Decimal;
  /** By how much the document's total falls; above zero. */
  readonly saves: Decimal;
}

/** Each is a pricing of the whole document, so in a long one fewer lines are tried. */
const MAX_TRIED = 20;
const MAX_LINES_PRICED = 1000;

/**
 * The lines of which more would cost less: where the next tier of a break, or the first, makes the whole
 * document cheaper than it is.
 * @param priced its lines as they are priced, with their workings
 */
export function cheaperQuantities(
  setup: CompiledSetup,
  document: PricingDocument,
  priced: readonly Serialized<PricedLine>[],
): readonly CheaperQuantity[] {
  const byId = new Map(priced.map((line) => [line.id, line]));
  const tried = document.lines
    .flatMap((line) => {
      const known = byId.get(line.id);
      const more = known ? moreToNextTier(line, known, document) : null;
      return more ? [{ line, more }] : [];
    })
    .slice(0, Math.min(MAX_TRIED, Math.ceil(MAX_LINES_PRICED / document.lines.length)));
  if (tried.length === 0) return [];
  const total = (of: PricingDocument): Decimal =>
    priceDocument(setup, of, { workings: false }).total;
  const now = total(document);
  return tried.flatMap(({ line, more }): CheaperQuantity[] => {
    const quantity = add(line.quantity, more);
    const lines = document.lines.map((one) => (one === line ? { ...one, quantity } : one));
    const then = total({ ...document, lines });
    if (compare(then, now) >= 0) return [];
    return [{ line: line.id, quantity, more, saves: subtract(now, then) }];
  });
}

/** How much more of a line, in its unit, reaches the next tier of its break; null for no such tier. */
function moreToNextTier(
  line: DocumentLine,
  priced: Serialized<PricedLine>,
  { facts }: PricingDocument,
): Decimal | null {
  const item = facts.items.find((one) => one.item === line.item);
  const missing = priced.kind === 'priced' ? missingIn(priced) : null;
  const counted = item && missing ? unitOf(item, missing.measured) : undefined;
  const own = item && unitOf(item, line.unit);
  if (!missing || !counted || !own) return null;
  const more = divide(multiplyExact(missing.quantity, counted.factor), own.factor);
  return withDigits(roundToIncrement(more, make(1, own.digits), 'up'), own.digits);
}

/** What the next tier asks for besides what is counted, and in what. */
function missingIn(
  line: Extract<Serialized<PricedLine>, { kind: 'priced' }>,
): { readonly quantity: Decimal; readonly measured: string } | null {
  for (const { source } of line.slices.flatMap(({ steps }) => steps)) {
    if (source.kind !== 'quantityBreak' || !source.next) continue;
    if (source.next.adjustment.kind === 'byRequest' || !isDecimalText(source.counted)) continue;
    const quantity = subtract(decimal(source.next.from), decimal(source.counted));
    if (quantity.units > 0) return { quantity, measured: source.measured };
  }
  for (const { reasons } of line.notApplied) {
    const [reason] = reasons;
    if (reasons.length !== 1 || reason?.kind !== 'belowFirstTier') continue;
    if (reason.tier.adjustment.kind === 'byRequest' || !isDecimalText(reason.missing)) continue;
    return { quantity: decimal(reason.missing), measured: reason.measured };
  }
  return null;
}
