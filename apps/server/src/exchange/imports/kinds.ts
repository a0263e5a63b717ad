import type { SheetKind } from '@honest-ledger/contracts';
import { agreementKind } from './agreements';
import { customerKind } from './customers';
import { itemKind } from './items';
import type { ImportedKind } from './kind';
import { levelPriceKind } from './level-prices';
import { saleKind } from './sales';

export const IMPORTED_KINDS: Readonly<Record<SheetKind, ImportedKind>> = {
  items: itemKind,
  customers: customerKind,
  agreements: agreementKind,
  levelPrices: levelPriceKind,
  sales: saleKind,
};
