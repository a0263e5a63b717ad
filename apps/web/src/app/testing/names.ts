import { unitAfter, type Names } from '@honest-ledger/wording';

/** Names that say what they are of: "level x". */
export function tellingNames(): Names {
  const of =
    (what: string) =>
    (code: string): string =>
      `${what} ${code}`;
  return {
    category: of('category'),
    item: of('item'),
    family: of('family'),
    brand: of('brand'),
    supplier: of('supplier'),
    level: of('level'),
    cost: of('cost'),
    costTable: of('cost table'),
    condition: of('condition'),
    attribute: of('attribute'),
    segment: of('segment'),
    outlet: of('outlet'),
    salesPerson: of('outlet'),
    department: of('outlet'),
    deliveryMethod: of('outlet'),
    unit: (unit, quantity) => unitAfter(quantity, unit),
  };
}
