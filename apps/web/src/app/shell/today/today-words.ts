import type { TodayChange, TodayEvent, TodayTotal } from '@honest-ledger/contracts';
import { writeNumber } from '../../shared/numbers/numbers';

/** What the record calls what was changed, where its name alone does not say. */
const THINGS: Readonly<Record<string, string>> = {
  version: 'Pricing',
  level: 'Price level',
  basePrice: 'Base price of',
  sharedPrice: 'Shared price',
  agreement: 'Agreed price',
  costTable: 'Cost table',
  break: 'Quantity break',
  rule: 'Discount rule',
  condition: 'Saved condition',
  're-pricing': 'Bulk change',
  costs: 'Costs of',
  receipt: 'Cost update',
  'purchase order': 'Purchase order',
  'waiting prices': 'Proposed prices',
  'follow rules': 'Rules for when costs change',
  settings: 'Pricing settings',
  draft: 'Draft',
  item: 'Item',
  customer: 'Customer',
  document: 'Document',
  import: 'Import',
  category: 'Category',
  rate: 'Exchange rate',
  user: 'User',
};

const ACTIONS: Readonly<Record<string, string>> = {
  made: 'created',
  removed: 'deleted',
  reopened: 'reopened',
  'approval asked': 'sent for approval',
  refused: 'rejected',
  repeats: 'set to repeat',
  'stopped repeating': 'stopped repeating',
};

/** A change in a few words; its name stands between what it is and what was done. */
export function changeWords({ kind, action }: Pick<TodayChange, 'kind' | 'action'>): {
  readonly thing: string;
  readonly action: string;
} {
  return { thing: THINGS[kind] ?? '', action: ACTIONS[action] ?? action };
}

/** Where something that begins or ends is looked at. */
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
      } prices, ${totals.map(totalWords).join(' and ')} in all`;
  }
}

function totalWords({ currency, amount }: TodayTotal): string {
  return `${writeNumber(amount)} ${currency}`;
}
