import type { ObjectDraft } from './catalogue';
import type { SetupContents } from './drafts';

/** What holds for all prices, as published and as drafts would have it. */
export interface Basics {
  readonly version: number;
  readonly settings: {
    readonly published: SetupContents['settings'];
    readonly draft: ObjectDraft<SetupContents['settings']> | null;
  };
  readonly sharedPrices: readonly SharedPriceRow[];
}

/** A price that several items point to, in the home currency. */
export interface SharedPriceRow {
  readonly id: string;
  readonly published: SetupContents['sharedPrice'] | null;
  readonly draft: ObjectDraft<SetupContents['sharedPrice']> | null;
  /** How many base prices point to it in the version in force. */
  readonly items: number;
}
