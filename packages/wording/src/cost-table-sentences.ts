import type { CostTable, Serialized, WorkingSource } from '@honest-ledger/engine';
import {
  plainWriter,
  scopeWords,
  roundingSentence,
  type Names,
  type Writer,
} from './setup-sentences';

type Form = Serialized<CostTable>;
type Adjustment = Form['costs'][number]['bands'][number]['adjustment'];

/** What a band does to a cost: "25 % markup", "5 times the cost". */
export function costAdjustmentWords(
  adjustment: Adjustment,
  currency: string,
  write: Writer = plainWriter,
): string {
  switch (adjustment.kind) {
    case 'multiplier':
      return `${write.number(adjustment.factor)} times the cost`;
    case 'markup':
      return `${write.number(adjustment.percent)} % markup`;
    case 'margin':
      return `${write.number(adjustment.percent)} % margin`;
    case 'amount':
      return `${write.number(adjustment.amount)} ${currency} over cost`;
    case 'set':
      return `${write.number(adjustment.price)} ${currency}`;
    case 'byRequest':
      return 'by request';
  }
}

/** "25 % markup and 5 points for 120 sold in 90 days" */
export function tableStepSentence(
  { adjustment, points, table, tookAll }: Extract<Serialized<WorkingSource>, { kind: 'costTable' }>,
  write: Writer,
): string {
  const sold = points
    ? `, ${pointsWords(points.points, write)} for ${write.number(points.sold)} sold ${daysWords(points.days)}`
    : '';
  const all = tookAll ? ': more than there is, so all of it' : '';
  return `${costAdjustmentWords(adjustment, table.currency, write)}${sold}${all}`;
}

/** "12 % and 0.50 EUR" */
export function feesWords(
  { percent, fixed }: NonNullable<Form['fees']>,
  currency: string,
  write: Writer,
): string {
  const parts = [
    ...(isZero(percent) ? [] : [`${write.number(percent)} %`]),
    ...(isZero(fixed) ? [] : [`${write.number(fixed)} ${currency}`]),
  ];
  return parts.join(' and ');
}

/** A whole cost table in one sentence. */
export function costTableSentence(
  table: Omit<Form, 'id' | 'name'>,
  names: Names,
  write: Writer = plainWriter,
): string {
  const { currency, costs, points, fees, pieceCharges, rounding, scopes } = table;
  const said = costs.map(({ cost, bands }, place) => {
    const steps = bands.map(
      ({ from, adjustment }) =>
        `from ${write.number(from)}: ${costAdjustmentWords(adjustment, currency, write)}`,
    );
    const intro = place === 0 ? 'by' : 'else by';
    return `${intro} ${names.cost(cost)} cost in ${currency} ${steps.join(', ')}`;
  });
  if (points) {
    const steps = points.bands.map(
      ({ from, points: more }) =>
        `from ${write.number(from)} sold ${isZero(more) ? 'none' : pointsWords(more, write)}`,
    );
    said.push(`points by units sold ${daysWords(points.days)}: ${steps.join(', ')}`);
  }
  const taken = fees ? feesWords(fees, currency, write) : '';
  if (taken !== '') said.push(`so that the profit is left after fees of ${taken}`);
  if (pieceCharges.length > 0) {
    const charges = pieceCharges.map(
      ({ scope, amount }) => `${write.number(amount)} for ${scopeWords(scope, names)}`,
    );
    said.push(`on each piece the first of: ${charges.join(', ')}`);
  }
  if (rounding) said.push(`prices rounded ${roundingSentence(rounding, write)}`);
  said.push(
    scopes.length === 0
      ? 'for what levels ask it for'
      : `for ${scopes.map((scope) => scopeWords(scope, names)).join('; for ')}`,
  );
  const sentence = said.join('; ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

function pointsWords(points: string, write: Writer): string {
  const less = points.startsWith('-');
  const count = less ? points.slice(1) : points;
  return `${write.number(count)} ${count === '1' ? 'point' : 'points'} ${less ? 'less' : 'more'}`;
}

function daysWords(days: number | null): string {
  return days === null ? 'since ever' : `in ${String(days)} days`;
}

const isZero = (text: string): boolean => /^[+-]?0+(\.0+)?$/.test(text);
