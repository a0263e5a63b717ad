import { yesNoColumn } from './columns';
import { DATED_PRICE_COLUMNS, DATED_PRICE_KEY } from './dated-price-columns';
import type { Sheet } from './sheet';

/** Prices typed for single items on one level, as a file; in the level's currency. */
export const LEVEL_PRICE_SHEET: Sheet = {
  key: DATED_PRICE_KEY,
  columns: [
    DATED_PRICE_COLUMNS.item,
    DATED_PRICE_COLUMNS.price,
    DATED_PRICE_COLUMNS.unit,
    DATED_PRICE_COLUMNS.from,
    DATED_PRICE_COLUMNS.until,
    DATED_PRICE_COLUMNS.minQuantity,
    yesNoColumn({
      name: 'Closes',
      meaning: 'Whether it is excluded from breaks and rules: yes or no.',
    }),
  ],
};
