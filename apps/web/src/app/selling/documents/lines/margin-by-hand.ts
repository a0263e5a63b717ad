import type { DiscountForm, PricedLineForm } from '@honest-ledger/contracts';
import {
  decimal,
  minorDigits,
  offToMargin,
  print,
  readPrinted,
  roundToDigits,
  subtract,
  typedPrice,
  type NoPriceTyped,
  type RoundingMode,
  type SoldAtCost,
} from '@honest-ledger/engine';
import type { OpenDocument } from '../state/documents.feature';

/** Why a margin that was typed makes nothing. */
interface NoMargin {
  readonly sentence: string;
}

const MOST = 100;

/** The unit price, per a line's unit, that leaves a margin of its cost. */
export function priceToMargin(
  line: PricedLineForm | null,
  margin: string,
  mode: RoundingMode,
): { readonly price: string } | NoMargin {
  if (Number(margin) >= MOST) return { sentence: 'A margin is below 100 %' };
  const [slice] = line?.kind === 'priced' ? line.slices : [];
  if (line?.kind !== 'priced' || !line.cost || !slice) return { sentence: WHY.noCost };
  const cost = readPrinted(line.cost.each);
  const { scale } = decimal(slice.unitPrice);
  const price = typedPrice(
    { kind: 'margin', percent: decimal(margin) },
    { before: null, cost },
    { rounding: null, digits: scale, mode },
  );
  return typeof price === 'string' ? { sentence: WHY[price] } : { price: print(price) };
}

const WHY: Readonly<Record<NoPriceTyped, string>> = {
  noCost: 'Nobody knows what it costs',
  noPriceBefore: 'It has no price yet',
  belowZero: 'No price is below zero',
};

/** What is to be taken off a document so that its open lines leave a margin together. */
export function discountToMargin(
  { editing, priced }: Pick<OpenDocument, 'editing' | 'priced'>,
  margin: string,
): { readonly discount: DiscountForm } | NoMargin {
  if (Number(margin) >= MOST) return { sentence: 'A margin is below 100 %' };
  const { currency, lines, discount } = editing.content;
  const open = lines.flatMap(({ id }) => {
    const line = priced[id];
    return line?.kind === 'priced' && line.closedBy === null ? [line] : [];
  });
  if (open.length === 0) return { sentence: 'No line is open to a discount' };
  const sold = open.flatMap((line): SoldAtCost[] => {
    if (!line.cost) return [];
    const amount = subtract(decimal(line.net), decimal(line.discountShare ?? '0'));
    return [{ amount, cost: readPrinted(line.cost.amount) }];
  });
  if (sold.length < open.length) return { sentence: 'Nobody knows what some of it costs' };
  const off = offToMargin(sold, decimal(margin), minorDigits(currency));
  if (off.units >= 0) return { sentence: 'It leaves no more than that as it is' };
  const reason = discount?.reason ?? '';
  return { discount: { off: { kind: 'amount', amount: print(off) }, reason } };
}

/** A line's margin in percent with one decimal, to be typed over; empty where it is not known. */
export function marginToType(line: PricedLineForm | null): string {
  const margin = line?.kind === 'priced' ? line.cost?.margin : null;
  return margin ? print(roundToDigits(readPrinted(margin), 1, 'halfAwayFromZero')) : '';
}
