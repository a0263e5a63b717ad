import {
  BARE_LINE,
  type ItemFactsForm,
  type ItemRow,
  type DocumentLineInput,
} from '@honest-ledger/contracts';

/** An item with nothing special about it. */
export function itemFacts(item: string, changes: Partial<ItemFactsForm> = {}): ItemFactsForm {
  return {
    item,
    name: `Name of ${item}`,
    kind: 'stock',
    categories: [],
    family: null,
    brand: null,
    supplier: null,
    unit: 'bag',
    quantityDigits: 0,
    units: [],
    timeUnit: null,
    listPrice: null,
    namedPrices: [],
    costs: [],
    purchaseCosts: [],
    unitsSold: [],
    attributes: {},
    ...changes,
  };
}

export function itemRow(
  item: string,
  basePrice: string,
  changes: Partial<ItemFactsForm> = {},
): ItemRow {
  return { ...itemFacts(item, changes), basePrice, cost: null };
}

/** A line of a quote, in the base unit. */
export function documentLine(id: string, item: string, quantity: string): DocumentLineInput {
  return {
    id,
    item,
    quantity,
    unit: null,
    duration: null,
    ...BARE_LINE,
  };
}
