import type { ScreenTab } from './screen-tabs';

/** How prices change: those that follow costs, those changed together, and the rules for the first. */
export const PRICE_CHANGE_TABS: readonly ScreenTab[] = [
  { name: 'To review', link: '/waiting-prices' },
  { name: 'Bulk changes', link: '/price-changes' },
  { name: 'When costs change', link: '/follow-rules' },
];
