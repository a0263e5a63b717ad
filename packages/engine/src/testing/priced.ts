import { print, type Decimal } from '../number/decimal';
import { printExact } from '../number/exact';
import { price } from '../pricing/price-document';
import type { LineProblem, LineWithPrice, PricedLine } from '../result/priced';
import type { PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';
import { serialized } from '../number/serialized';
import { notAppliedWording, unitAfter, type Names } from '@honest-ledger/wording';
import { documentOf } from './saltmarsh';

/** The first line of a document, which must have a price. */
export function pricedLine(setup: Setup, document: PricingDocument): LineWithPrice {
  const line = price(setup, document).lines[0];
  if (line?.kind !== 'priced') throw new Error(`expected a price, got ${JSON.stringify(line)}`);
  return line;
}

/** Why the first line has no price. */
export function problem(setup: Setup, document: PricingDocument): LineProblem | undefined {
  const line = price(setup, document).lines[0];
  return line?.kind === 'unpriced' ? line.problem : undefined;
}

/** The column of a line, a step a text: "basePrice 18.40 18.40". */
export function column(line: LineWithPrice): string[] {
  return line.slices.flatMap(({ steps }) =>
    steps.map(
      ({ source, change, after }) => `${source.kind} ${printExact(change)} ${printExact(after)}`,
    ),
  );
}

/** The unit prices of the first line's slices. */
export function unitPrice(setup: Setup, document: PricingDocument = documentOf()): string {
  return pricedLine(setup, document)
    .slices.map((slice) => print(slice.unitPrice))
    .join();
}

/** What was passed over, with the kinds of the reasons: "levelEntry: narrowerEntryApplies". */
export function passedOver({ notApplied }: LineWithPrice): string[] {
  return notApplied.map(
    ({ subject, reasons }) => `${subject.kind}: ${reasons.map(({ kind }) => kind).join(', ')}`,
  );
}

export const text = (value: Decimal | undefined): string => (value ? print(value) : 'nothing');

/** "9 x 4.00 = 36.00 + 15 x 3.80 = 57.00" */
export function slices(line: PricedLine | undefined): string {
  if (line?.kind !== 'priced') return 'no price';
  return line.slices
    .map((one) => `${print(one.quantity)} x ${print(one.unitPrice)} = ${print(one.amount)}`)
    .join(' + ');
}

/** What was passed over, as people read it, things by their codes: "Rule Spring: its code is needed". */
export function toldOf({ notApplied }: LineWithPrice): string[] {
  return serialized(notApplied).map((one) => {
    const { title, sentence } = notAppliedWording(one, CODES);
    return `${title}: ${sentence}`;
  });
}

const itself = (code: string): string => code;
export const CODES: Names = {
  category: itself,
  item: itself,
  family: itself,
  brand: itself,
  supplier: itself,
  level: itself,
  cost: itself,
  costTable: itself,
  attribute: itself,
  condition: itself,
  segment: itself,
  outlet: itself,
  salesPerson: itself,
  department: itself,
  deliveryMethod: itself,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
