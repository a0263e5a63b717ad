import type { CostTable, Serialized, WorkingSource } from '@honest-ledger/engine';
import { markupWords } from './markup-words';
import {
  plainWriter,
  scopeWords,
  roundingSentence,
  type Names,
  type Writer,
} from './setup-sentences';

type Form = Serialized<CostTable>;
type Adjustment = Form['costs'][number]['bands'][number]['adjustment'];

/** What a band does to a cost: "25 % markup (20.0 % margin)", "5 × cost". */
export function costAdjustmentWords(
  adjustment: Adjustment,
  currency: string,
  write: Writer = plainWriter,
): string {
  switch (adjustment.kind) {
    case 'multiplier':
      return `${write.number(adjustment.factor)} × cost`;
    case 'markup':
    case 'margin':
      return markupWords(adjustment, write);
    case 'amount':
      return `${write.number(adjustment.amount)} ${currency} over cost`;
    case 'set':
      return `${write.number(adjustment.price)} ${currency}`;
    case 'byRequest':
      return 'price on request';
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
  const said = costs.flatMap(({ cost, bands }, place) => [
    `${place === 0 ? '' : 'fallback '}${names.cost(cost)} cost`,
    ...bands.map(({ from, adjustment }, band) => {
      const what = costAdjustmentWords(adjustment, currency, write);
      const next = bands[band + 1]?.from;
      if (band > 0 || !isZero(from)) return `at least ${write.number(from)} ${currency}: ${what}`;
      return next === undefined ? what : `less than ${write.number(next)} ${currency}: ${what}`;
    }),
  ]);
  if (points) {
    const steps = points.bands.map(
      ({ from, points: more }) =>
        `at least ${write.number(from)}: ${isZero(more) ? 'none' : pointsWords(more, write)}`,
    );
    said.push(`adjustment by units sold ${daysWords(points.days)}, ${steps.join(', ')}`);
  }
  const taken = fees ? feesWords(fees, currency, write) : '';
  if (taken !== '') said.push(`fees of ${taken} covered`);
  if (pieceCharges.length > 0) {
    const charges = pieceCharges.map(
      ({ scope, amount }) => `${write.number(amount)} for ${scopeWords(scope, names)}`,
    );
    said.push(`charge per unit, the first that fits: ${charges.join(', ')}`);
  }
  if (rounding) said.push(`rounded ${roundingSentence(rounding, write)}`);
  said.push(
    scopes.length === 0
      ? 'used by price levels alone'
      : scopes.map((scope) => scopeWords(scope, names)).join(' and '),
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
  return days === null ? 'so far' : `in ${String(days)} days`;
}

const isZero = (text: string): boolean => /^[+-]?0+(\.0+)?$/.test(text);
