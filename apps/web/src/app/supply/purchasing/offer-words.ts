import type { DatedPurchaseCost, OfferView } from '@honest-ledger/contracts';
import type { OfferVerdict } from '@honest-ledger/engine';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { writeNumber } from '../../shared/numbers/numbers';

const VERDICTS: Readonly<Record<OfferVerdict, string>> = {
  counts: 'counts',
  zero: 'is nothing',
  toCome: 'is still to come',
  ended: 'has ended',
  moreNeeded: 'needs more',
  otherUnit: 'is per another unit',
  largerMinimumCounts: 'one from a larger quantity counts',
  laterStartCounts: 'one that began later counts',
};

/** A supplier's cost in words: "4.40 EUR per bag from 60 bag, from 1 November 2026". */
export function offerWords(
  { amount, currency, unit, minQuantity, window }: DatedPurchaseCost,
  baseUnit: string,
): string {
  const per = unit ?? baseUnit;
  const days = [
    ...(window.from === null ? [] : [`from ${writeCalendarDay(window.from)}`]),
    ...(window.until === null ? [] : [`until ${writeCalendarDay(window.until)}`]),
  ].join(' ');
  return [
    `${writeNumber(amount)} ${currency} per ${per}`,
    ...(/^0(\.0*)?$/.test(minQuantity) ? [] : [`from ${writeNumber(minQuantity)} ${per}`]),
    ...(days === '' ? [] : [days]),
  ].join(', ');
}

/** The same, with why it counts or does not. */
export function verdictWords(offer: OfferView, baseUnit: string): string {
  return `${offerWords(offer, baseUnit)}: ${VERDICTS[offer.verdict]}`;
}
