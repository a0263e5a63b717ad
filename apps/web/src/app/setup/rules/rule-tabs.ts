import type { ScreenTab } from '../../shared/tabs/screen-tabs';

/** The views of the discount rules. */
export const RULE_TABS: readonly ScreenTab[] = [
  { name: 'Rules', link: '/rules', exact: true },
  { name: 'Calendar', link: '/rules/calendar' },
  { name: 'Test', link: '/rules/try' },
  { name: 'Saved conditions', link: '/rules/conditions' },
];
