import type { CodeAndName } from '@honest-ledger/contracts';

interface KindWords {
  /** Before the name of one: "Price level". */
  readonly one: string;
  /** All of them, as a filter has them: "Price levels". */
  readonly all: string;
}

/** What the record calls what was changed, by its kind. */
const KINDS: Readonly<Record<string, KindWords>> = {
  version: { one: 'Pricing', all: 'Versions' },
  draft: { one: 'Draft', all: 'Drafts' },
  level: { one: 'Price level', all: 'Price levels' },
  basePrice: { one: 'Base price of', all: 'Base prices' },
  sharedPrice: { one: 'Shared price', all: 'Shared prices' },
  agreement: { one: 'Agreed price', all: 'Agreed prices' },
  costTable: { one: 'Cost table', all: 'Cost tables' },
  break: { one: 'Quantity break', all: 'Quantity breaks' },
  rule: { one: 'Discount rule', all: 'Discount rules' },
  condition: { one: 'Saved condition', all: 'Saved conditions' },
  settings: { one: 'Pricing settings', all: 'Pricing settings' },
  're-pricing': { one: 'Bulk change', all: 'Bulk changes' },
  costs: { one: 'Costs of', all: 'Costs' },
  receipt: { one: 'Cost update', all: 'Cost updates' },
  'waiting prices': { one: 'Proposed prices', all: 'Proposed prices' },
  'follow rules': { one: 'Rules for when costs change', all: 'Rules for when costs change' },
  'purchase order': { one: 'Purchase order', all: 'Purchase orders' },
  item: { one: 'Item', all: 'Items' },
  customer: { one: 'Customer', all: 'Customers' },
  document: { one: 'Document', all: 'Documents' },
  import: { one: 'Import', all: 'Imports' },
  category: { one: 'Category', all: 'Categories' },
  family: { one: 'Family', all: 'Families' },
  brand: { one: 'Brand', all: 'Brands' },
  supplier: { one: 'Supplier', all: 'Suppliers' },
  unit: { one: 'Unit', all: 'Units' },
  'tax class': { one: 'Tax class', all: 'Tax classes' },
  attribute: { one: 'Custom field', all: 'Custom fields' },
  'kind of cost': { one: 'Cost type', all: 'Cost types' },
  segment: { one: 'Segment', all: 'Segments' },
  outlet: { one: 'Outlet', all: 'Outlets' },
  'sales person': { one: 'Sales person', all: 'Sales people' },
  department: { one: 'Department', all: 'Departments' },
  'delivery method': { one: 'Delivery method', all: 'Delivery methods' },
  rate: { one: 'Exchange rate', all: 'Exchange rates' },
  user: { one: 'User', all: 'Users' },
  'limit by hand': { one: 'Discount limit', all: 'Discount limits' },
};

const ACTIONS: Readonly<Record<string, string>> = {
  made: 'created',
  removed: 'deleted',
  'opened again': 'reopened',
  'approval asked': 'sent for approval',
  refused: 'rejected',
  repeats: 'set to repeat',
  'repeats no more': 'stopped repeating',
};

/** The kinds of what was changed, to choose from. */
export const RECORD_KINDS: readonly CodeAndName[] = Object.entries(KINDS).map(
  ([code, { all }]) => ({ code, name: all }),
);

/** A change in a few words; its name stands between what it is and what was done. */
export function changeWords({ kind, action }: { readonly kind: string; readonly action: string }): {
  readonly thing: string;
  readonly action: string;
} {
  return { thing: KINDS[kind]?.one ?? '', action: ACTIONS[action] ?? action };
}
