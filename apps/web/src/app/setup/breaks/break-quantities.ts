import type { BreakAnswer, BreakContent, TriedPrice } from '@honest-ledger/contracts';
import {
  compare,
  priceInversions,
  decimal,
  fromInteger,
  harmlessPrice,
  harmlessThreshold,
  isDecimalText,
  isPositive,
  make,
  minorDigits,
  multiply,
  percentDownTo,
  percentOf,
  print,
  roundToDigits,
  roundToIncrement,
  subtract,
  withDigits,
  type DearZone,
  type Decimal,
  type PriceStep,
} from '@honest-ledger/engine';
import { writeNumber } from '../../shared/numbers/numbers';

/** What is asked where thresholds say nothing of quantities. */
const USUAL = ['1', '2', '5', '10', '25', '50', '100'];
const MOST = 300;

/**
 * The quantities at which a break is tried: the smallest, and each threshold with the last quantity
 * before it, and some way beyond the last.
 */
export function edgesOf({ tiers, measure }: BreakContent, digits: number): string[] {
  if (measure.kind === 'amount') return USUAL;
  const smallest = make(1, digits);
  const from = tiers
    .map((tier) => tier.from)
    .filter(isDecimalText)
    .map(decimal)
    .filter(isPositive);
  const last = from.at(-1) ?? fromInteger(10);
  const beyond = roundToIncrement(multiply(last, decimal('1.35')), smallest, 'up');
  const all = [smallest, ...from.flatMap((at) => [subtract(at, smallest), at]), beyond]
    .filter(isPositive)
    .toSorted(compare)
    .map((at) => print(withDigits(at, 0)));
  return [...new Set(all)].slice(0, MOST);
}

/** "10 to 24", "60 and more": the quantities that lie in a tier. */
export function rangeWords(from: string, next: string | undefined, digits: number): string {
  if (!isDecimalText(from)) return '';
  if (next === undefined) return `${writeNumber(from)} and more`;
  if (!isDecimalText(next)) return '';
  const until = print(subtract(decimal(next), make(1, digits)));
  return until === from ? writeNumber(from) : `${writeNumber(from)} to ${writeNumber(until)}`;
}

/** What a break says of a quantity that was tried; undefined where it was not. */
export function triedAt(answer: BreakAnswer | null, from: string): TriedPrice | undefined {
  if (!answer || !isDecimalText(from)) return undefined;
  const at = decimal(from);
  return answer.rows.find(({ quantity }) => compare(decimal(quantity), at) === 0)?.edited;
}

/** The unit price of each tier, from the smallest quantity on; empty where zones say nothing. */
export function stepsOf(content: BreakContent, answer: BreakAnswer | null): PriceStep[] {
  const { measure, mode, count, tiers } = content;
  if (!answer?.item || measure.kind !== 'quantity') return [];
  if (mode !== 'allUnits' || count === 'document') return [];
  const smallest = print(make(1, answer.item.digits));
  const steps = [smallest, ...tiers.map(({ from }) => from)].flatMap((from): PriceStep[] => {
    const unitPrice = triedAt(answer, from)?.unitPrice;
    return unitPrice ? [{ from: decimal(from), unitPrice: decimal(unitPrice) }] : [];
  });
  return steps.filter(({ from }, place) => {
    const before = steps[place - 1];
    return !before || compare(before.from, from) < 0;
  });
}

export function zonesIn(steps: readonly PriceStep[], digits: number): DearZone[] {
  return priceInversions(steps, make(1, digits));
}

/** "24 (369.36) cost more than 25 (356.50)" */
export function zoneWords({ from, until, cheaper, cheaperTotal, untilTotal }: DearZone): string {
  const say = (value: Decimal): string => writeNumber(print(value));
  return compare(from, until) === 0
    ? `${say(until)} (${say(untilTotal)}) cost more than ${say(cheaper)} (${say(cheaperTotal)})`
    : `${say(from)} to ${say(until)} cost more than ${say(cheaper)}`;
}

/** A way out of all zones, as the break would be then. */
export interface WayOut {
  readonly name: string;
  readonly words: string;
  readonly content: BreakContent;
}

export function waysOut(content: BreakContent, answer: BreakAnswer): WayOut[] {
  const digits = answer.item?.digits ?? 0;
  const steps = stepsOf(content, answer);
  if (zonesIn(steps, digits).length === 0) return [];
  const softer = softened(content, steps, make(1, digits));
  const sooner = earlier(content, steps, make(1, digits));
  const last = answer.rows.at(-1);
  return [
    {
      name: 'Price incrementally',
      words: `each tier prices only its own units; ${writeNumber(last?.quantity ?? '')} come to ${writeNumber(last?.otherMode.total ?? '')} instead of ${writeNumber(last?.edited.total ?? '')}`,
      content: { ...content, mode: 'incremental' },
    },
    ...(softer
      ? [{ name: 'Reduce discounts', words: softerWords(content, softer), content: softer }]
      : []),
    ...(sooner
      ? [{ name: 'Start tiers earlier', words: soonerWords(content, sooner), content: sooner }]
      : []),
  ];
}

/** With the most percent off at which no smaller quantity is dearer; null where tiers are otherwise. */
function softened(
  content: BreakContent,
  [first, ...steps]: readonly PriceStep[],
  smallest: Decimal,
): BreakContent | null {
  const isPercent = content.tiers.every(({ adjustment }) => adjustment.kind === 'percent');
  if (!first || !isPercent || content.basis.kind !== 'afterLevel') return null;
  if (steps.length !== content.tiers.length) return null;
  const digits = minorDigits(content.currency);
  let before = first;
  const tiers = content.tiers.map((tier, place) => {
    const step = steps[place];
    if (!step || tier.adjustment.kind !== 'percent') return tier;
    const lowest = harmlessPrice(before, step.from, smallest, make(1, digits));
    if (compare(step.unitPrice, lowest) >= 0) {
      before = step;
      return tier;
    }
    const off = percentDownTo(first.unitPrice, lowest);
    const unitPrice = subtract(first.unitPrice, percentOf(first.unitPrice, off));
    before = { from: step.from, unitPrice: roundToDigits(unitPrice, digits, 'halfAwayFromZero') };
    return { ...tier, adjustment: { ...tier.adjustment, percent: `-${print(off)}` } };
  });
  return { ...content, tiers };
}

function softerWords(before: BreakContent, { tiers }: BreakContent): string {
  const changed = tiers.flatMap(({ from, adjustment }, place) =>
    adjustment.kind === 'percent' && adjustment !== before.tiers[place]?.adjustment
      ? [`${writeNumber(adjustment.percent.slice(1))} % from ${writeNumber(from)}`]
      : [],
  );
  return `${changed.join(' and ')}: the most off at which no smaller quantity is dearer`;
}

/** With thresholds at which each step is harmless; null where there are none such. */
function earlier(
  content: BreakContent,
  [first, ...steps]: readonly PriceStep[],
  smallest: Decimal,
): BreakContent | null {
  if (!first || steps.length !== content.tiers.length) return null;
  let before = first;
  const tiers: BreakContent['tiers'][number][] = [];
  for (const [place, tier] of content.tiers.entries()) {
    const step = steps[place];
    if (!step) return null;
    const most = harmlessThreshold(before, step, smallest);
    const cheaper = compare(step.unitPrice, before.unitPrice) < 0;
    if (cheaper && !most) return null;
    const from = most && compare(most, step.from) < 0 ? most : step.from;
    tiers.push({ ...tier, from: print(from) });
    before = { from, unitPrice: step.unitPrice };
  }
  return { ...content, tiers };
}

function soonerWords(before: BreakContent, { tiers }: BreakContent): string {
  const changed = tiers.flatMap(({ from }, place) => {
    const old = before.tiers[place]?.from ?? '';
    return old === from ? [] : [`${writeNumber(from)} instead of ${writeNumber(old)}`];
  });
  return `from ${changed.join(' and ')}: the thresholds at which the steps are harmless`;
}
