import { may, type Permission, type Role } from '@honest-ledger/contracts';

/** A screen that can be gone to. */
export interface Place {
  readonly name: string;
  readonly link: string;
  /** What a role must allow for it to be there. */
  readonly may?: Permission;
}

export interface PlaceGroup {
  readonly name: string;
  readonly places: readonly Place[];
}

/** The screens there are, in the order of the work. */
export const PLACES: readonly PlaceGroup[] = [
  {
    name: 'Goods',
    places: [
      { name: 'Catalogue', link: '/catalogue' },
      { name: 'Costs received', link: '/cost-updates', may: 'seeCosts' },
      { name: 'Purchase desk', link: '/purchase-desk', may: 'seeCosts' },
      { name: 'Purchase orders', link: '/purchase-orders', may: 'seeCosts' },
    ],
  },
  { name: 'Customers', places: [{ name: 'Customers', link: '/customers' }] },
  {
    name: 'Pricing',
    places: [
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
    places: [
      { name: 'Quotes', link: '/quotes' },
      { name: 'Orders', link: '/orders' },
      { name: 'Sales', link: '/sales' },
      { name: 'Approvals', link: '/approvals' },
    ],
  },
  {
    name: 'Verify',
    places: [
      { name: 'Price desk', link: '/price-desk' },
      { name: 'Price sales again', link: '/sales-backtest', may: 'seeCosts' },
    ],
  },
  {
    name: 'Records',
    places: [
      { name: 'Draft', link: '/draft' },
      { name: 'Versions', link: '/versions' },
      { name: 'Files', link: '/files' },
      { name: 'Changes', link: '/changes' },
      { name: 'Settings', link: '/settings' },
    ],
  },
];

/** The screens that a role may see. */
export function placesFor(role: Role | undefined): readonly PlaceGroup[] {
  const shown = ({ may: right }: Place): boolean =>
    right === undefined || (role !== undefined && may(role, right));
  return PLACES.map(({ name, places }) => ({ name, places: places.filter(shown) })).filter(
    ({ places }) => places.length > 0,
  );
}
