import { may, type Permission, type Role } from '@honest-ledger/contracts';

/** A screen that can be gone to. */
export interface NavigationItem {
  readonly name: string;
  readonly link: string;
  /** What a role must allow for it to be there. */
  readonly may?: Permission;
}

export interface NavigationGroup {
  readonly name: string;
  readonly items: readonly NavigationItem[];
}

/** The screens there are, in the order of the work. */
export const NAVIGATION: readonly NavigationGroup[] = [
  {
    name: 'Goods',
    items: [
      { name: 'Catalogue', link: '/catalogue' },
      { name: 'Costs received', link: '/cost-updates', may: 'seeCosts' },
      { name: 'Purchase desk', link: '/purchase-desk', may: 'seeCosts' },
      { name: 'Purchase orders', link: '/purchase-orders', may: 'seeCosts' },
    ],
  },
  { name: 'Customers', items: [{ name: 'Customers', link: '/customers' }] },
  {
    name: 'Pricing',
    items: [
      { name: 'Levels', link: '/levels' },
      { name: 'Cost tables', link: '/cost-tables', may: 'seeCosts' },
      { name: 'Quantity breaks', link: '/breaks' },
      { name: 'Rules', link: '/rules' },
      { name: 'Prices that wait', link: '/waiting-prices', may: 'seeCosts' },
      { name: 'Change prices', link: '/price-changes', may: 'seeCosts' },
      { name: 'Basics', link: '/basics' },
    ],
  },
  {
    name: 'Documents',
    items: [
      { name: 'Quotes', link: '/quotes' },
      { name: 'Orders', link: '/orders' },
      { name: 'Sales', link: '/sales' },
      { name: 'Approvals', link: '/approvals' },
    ],
  },
  {
    name: 'Verify',
    items: [
      { name: 'Price desk', link: '/price-desk' },
      { name: 'Price sales again', link: '/sales-backtest', may: 'seeCosts' },
    ],
  },
  {
    name: 'Records',
    items: [
      { name: 'Draft', link: '/draft' },
      { name: 'Versions', link: '/versions' },
      { name: 'Files', link: '/files' },
      { name: 'Changes', link: '/changes' },
      { name: 'Settings', link: '/settings' },
    ],
  },
];

/** The screens that a role may see. */
export function navigationFor(role: Role | undefined): readonly NavigationGroup[] {
  const shown = ({ may: right }: NavigationItem): boolean =>
    right === undefined || (role !== undefined && may(role, right));
  return NAVIGATION.map(({ name, items }) => ({ name, items: items.filter(shown) })).filter(
    ({ items }) => items.length > 0,
  );
}
