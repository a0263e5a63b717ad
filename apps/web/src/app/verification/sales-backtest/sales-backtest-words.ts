import type {
  SalesBacktestAsked,
  SalesBacktestKind,
  SalesBacktestState,
} from '@honest-ledger/contracts';
import { writeCalendarDay } from '../../shared/numbers/dates';

export const STATES: Readonly<Record<SalesBacktestState, string>> = {
  running: 'at work',
  done: 'done',
  cancelled: 'cancelled',
  failed: 'failed',
};

export const KINDS: Readonly<Record<SalesBacktestKind, string>> = {
  higher: 'higher now',
  lower: 'lower now',
  noPrice: 'without a price now',
  fault: 'faults',
};

/** "posted from 1 Jan 2026 to 30 Jun 2026, of customer C1001, goods under glaze" */
export function whichSales({ from, until, customer, category }: SalesBacktestAsked): string {
  const days = [
    ...(from === null ? [] : [`from ${writeCalendarDay(from)}`]),
    ...(until === null ? [] : [`to ${writeCalendarDay(until)}`]),
  ];
  return [
    days.length === 0 ? 'all posted sales' : `sales posted ${days.join(' ')}`,
    ...(customer === null ? [] : [`of customer ${customer}`]),
    ...(category === null ? [] : [`goods under ${category}`]),
  ].join(', ');
}
