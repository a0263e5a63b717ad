import type { TodayEvent, TodayTotal } from '@honest-ledger/contracts';
import { writeNumber } from '../../shared/numbers/numbers';

/** The page of something that starts or ends. */
export function eventAddress({ kind, key }: TodayEvent): readonly string[] {
  switch (kind) {
    case 'rule':
      return ['/rules', key];
    case 'level':
      return ['/levels', key];
    case 'assignment':
      return ['/customers', 'given', 'levels'];
    case 'quotes':
      return ['/quotes'];
  }
}

/** What begins or ends, before its name. */
export function eventThing({ kind }: TodayEvent): string {
  switch (kind) {
    case 'rule':
      return 'Discount rule';
    case 'level':
    case 'assignment':
      return 'Price level';
    case 'quotes':
      return '';
  }
}

/** What happens to it on its day, after its name. */
export function eventWords({ kind, happens, count, totals }: TodayEvent): string {
  switch (kind) {
    case 'rule':
    case 'level':
      return happens === 'begins' ? 'starts' : 'has its last day';
    case 'assignment': {
      const customers = `${writeNumber(String(count))} ${count === 1 ? 'customer' : 'customers'}`;
      return happens === 'begins' ? `starts for ${customers}` : `ends for ${customers}`;
    }
    case 'quotes':
      return `${writeNumber(String(count))} ${count === 1 ? 'quote stops' : 'quotes stop'} holding ${
        count === 1 ? 'its' : 'their'
      } prices, ${totals.map(totalWords).join(' and ')} in total`;
  }
}

function totalWords({ currency, amount }: TodayTotal): string {
  return `${writeNumber(amount)} ${currency}`;
}
