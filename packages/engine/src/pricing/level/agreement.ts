import type { Agreement } from '../../setup/agreement';
import type { CodeAndName } from '../../setup/facts';
import { startAt } from '../line/column';
import { firstForLine } from '../line/dated-price';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import { perUnit, unitOf } from '../line/units';

/**
 * Step 2, agreements: the customer's for the item, else its segment's. Of several in force the one
 * with the highest minimum quantity that the line reaches. It gives the line its start price, and
 * no level is asked; the line is closed unless the agreement says that it is open.
 */
export function startFromAgreement(line: LineInProgress, context: PricingContext): void {
  const { customer } = context.facts;
  if (line.started || !customer) return;
  const { setup } = context;
  const { item } = line.item;
  const own = setup.agreements({ kind: 'customer', customer: customer.code }, item);
  const { segment } = customer;
  const shared = segment ? setup.agreements({ kind: 'segment', segment: segment.code }, item) : [];
  if (own.length === 0 && shared.length === 0) return;
  const recordNotApplied = notAppliedRecorder(line, context);
  const ofSegment = ({ party }: Agreement): CodeAndName | null =>
    party.kind === 'segment' && segment ? { code: segment.code, name: segment.name } : null;
  const agreement = firstForLine(
    [...own, ...shared],
    line,
    context,
    (one, reasons) => {
      recordNotApplied({ kind: 'agreement', agreement: one, segment: ofSegment(one) }, ...reasons);
    },
    ({ price: amount, currency }) => ({
      kind: 'anotherAgreementFirst',
      price: { amount, currency },
    }),
  );
  if (!agreement) return;
  const unit = unitOf(line.item, agreement.unit) ?? line.pricingUnit;
  const price = perUnit(agreement.price, unit, line.pricingUnit);
  const source = {
    kind: 'agreement',
    version: setup.version,
    agreement,
    segment: ofSegment(agreement),
  } as const;
  startAt(line.column, price, agreement.currency, line.column.recording ? source : null);
  line.started = true;
  if (!agreement.open) line.closedBy = 'agreement';
  recordNotApplied({ kind: 'anyLevel' }, { kind: 'priceAgreed' });
}
