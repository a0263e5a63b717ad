import { AGREEMENT_SHEET } from './agreement-sheet';
import { CUSTOMER_SHEET } from './customer-sheet';
import { ITEM_SHEET } from './item-sheet';
import { LEVEL_PRICE_SHEET } from './level-price-sheet';
import { SALE_SHEET } from './sale-sheet';
import type { Sheet, SheetKind } from './sheet';

/** Every kind of file that is read and written. */
export const SHEETS: Readonly<Record<SheetKind, Sheet>> = {
  items: ITEM_SHEET,
  customers: CUSTOMER_SHEET,
  agreements: AGREEMENT_SHEET,
  levelPrices: LEVEL_PRICE_SHEET,
  sales: SALE_SHEET,
};
