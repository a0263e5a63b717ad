import { may, type Permission, type Role } from '@honest-ledger/contracts';
import type { IconName } from '../shared/look/icons';

/** What waits for somebody, by the screen on which it is decided. */
export type Waits = 'approvals' | 'proposedPrices';

/** A screen that can be gone to. */
export interface NavigationItem {
  readonly name: string;
  readonly link: string;
  /** What the screen is for, in a sentence without its subject. */
  readonly purpose: string;
  /** What a role must allow for it to be there. */
  readonly may?: Permission;
  /** What is counted beside its name. */
  readonly waits?: Waits;
  /** Addresses of its further tabs. */
  readonly tabs?: readonly string[];
}

/** A group of screens, or one screen that is a group of its own and has no heading. */
export interface NavigationGroup {
  readonly name: string;
  readonly icon: IconName;
  readonly single?: true;
  readonly items: readonly NavigationItem[];
}

/** The screens there are, in the order of the work. */
export const NAVIGATION: readonly NavigationGroup[] = [
  {
    name: 'Today',
    icon: 'today',
    single: true,
    items: [{ name: 'Today', link: '/today', purpose: 'What needs your attention.' }],
  },
  {
    name: 'Catalogue',
    icon: 'inventory_2',
    single: true,
    items: [
      { name: 'Catalogue', link: '/catalogue', purpose: 'Items, what they cost and sell for.' },
    ],
  },
  {
    name: 'Customers',
    icon: 'groups',
    single: true,
    items: [
      { name: 'Customers', link: '/customers', purpose: 'Customers, and the prices they get.' },
    ],
  },
  {
    name: 'Pricing',
    icon: 'sell',
    items: [
      { name: 'Price levels', link: '/levels', purpose: 'Prices that are assigned to customers.' },
      {
        name: 'Cost tables',
        link: '/cost-tables',
        purpose: 'Prices that are made from costs.',
        may: 'seeCosts',
      },
      {
        name: 'Quantity breaks',
        link: '/breaks',
        purpose: 'Lower prices from a quantity, a spend or a term on.',
      },
      {
        name: 'Discount rules',
        link: '/rules',
        purpose: 'Discounts that apply where their conditions are met.',
      },
      {
        name: 'Price changes',
        link: '/waiting-prices',
        purpose: 'Proposed prices to review, bulk changes, and what happens when costs change.',
        may: 'seeCosts',
        waits: 'proposedPrices',
        tabs: ['/price-changes', '/follow-rules'],
      },
      {
        name: 'Pricing settings',
        link: '/basics',
        purpose: 'The default price level, rounding, and when rules conflict.',
      },
      { name: 'Drafts', link: '/draft', purpose: 'Unpublished changes, to review and publish.' },
    ],
  },
  {
    name: 'Documents',
    icon: 'description',
    items: [
      { name: 'Quotes', link: '/quotes', purpose: 'Prices offered, and how long they are held.' },
      { name: 'Orders', link: '/orders', purpose: 'What customers have ordered.' },
      { name: 'Sales', link: '/sales', purpose: 'What was sold, and returns of it.' },
      {
        name: 'Approvals',
        link: '/approvals',
        purpose: 'Prices below a limit that somebody has to approve.',
        waits: 'approvals',
      },
    ],
  },
  {
    name: 'Verify',
    icon: 'fact_check',
    items: [
      { name: 'Price desk', link: '/price-desk', purpose: 'Ask a price without a document.' },
      {
        name: 'Sales re-pricing',
        link: '/sales-backtest',
        purpose: 'Past sales at the prices of a version or a draft.',
        may: 'seeCosts',
      },
    ],
  },
  {
    name: 'Purchasing',
    icon: 'local_shipping',
    items: [
      {
        name: 'Cost updates',
        link: '/cost-updates',
        purpose: 'New costs from price files and supplier bills.',
        may: 'seeCosts',
      },
      {
        name: 'Supplier comparison',
        link: '/purchase-desk',
        purpose: 'What each supplier asks for an item.',
        may: 'seeCosts',
      },
      {
        name: 'Purchase orders',
        link: '/purchase-orders',
        purpose: 'What is ordered from suppliers.',
        may: 'seeCosts',
      },
    ],
  },
  {
    name: 'History',
    icon: 'history',
    items: [
      { name: 'Versions', link: '/versions', purpose: 'Published pricing, version by version.' },
      { name: 'Imports', link: '/files', purpose: 'Files that were uploaded, and what they did.' },
      { name: 'Change log', link: '/changes', purpose: 'Who changed what, and when.' },
    ],
  },
  {
    name: 'Settings',
    icon: 'settings',
    single: true,
    items: [
      {
        name: 'Settings',
        link: '/settings',
        purpose: 'Categories, units, outlets, users and other lists.',
      },
    ],
  },
];

/** The screens that a role may see. */
export function navigationFor(role: Role | undefined): readonly NavigationGroup[] {
  const shown = ({ may: right }: NavigationItem): boolean =>
    right === undefined || (role !== undefined && may(role, right));
  return NAVIGATION.map((group) => ({ ...group, items: group.items.filter(shown) })).filter(
    ({ items }) => items.length > 0,
  );
}

/** The screen of the navigation to which an address belongs; undefined where there is none. */
export function screenAt(address: string): NavigationItem | undefined {
  const [path = ''] = address.split(/[?#]/, 1);
  const isUnder = (link: string): boolean => path === link || path.startsWith(`${link}/`);
  return NAVIGATION.flatMap(({ items }) => items).find(({ link, tabs = [] }) =>
    [link, ...tabs].some(isUnder),
  );
}
