import type { Scope } from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  brands,
  categories,
  families,
  items,
  suppliers,
} from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';

/** What a row with reach columns holds; see the schema. */
export interface ScopeIds {
  readonly itemId: number | null;
  readonly categoryId: number | null;
  readonly brandId: number | null;
  readonly supplierId: number | null;
  readonly familyId: number | null;
  readonly itemKind: Extract<Scope, { kind: 'itemKind' }>['itemKind'] | null;
}

const EVERYTHING: ScopeIds = {
  itemId: null,
  categoryId: null,
  brandId: null,
  supplierId: null,
  familyId: null,
  itemKind: null,
};

/** A code table in both directions. */
interface Codes {
  readonly ids: ReadonlyMap<string, number>;
  readonly codes: ReadonlyMap<number, string>;
}

/** The codes of what goods are told apart by, and of the items asked for. */
export interface GoodsCodes {
  readonly items: Codes;
  readonly categories: Codes;
  readonly brands: Codes;
  readonly suppliers: Codes;
  readonly families: Codes;
}

type Rows = readonly { readonly id: number; readonly code: string }[];

/** The codes of all categories, brands, suppliers and families, and of some items. */
export async function readGoodsCodes(
  queries: Queries,
  wanted: { readonly numbers?: readonly string[]; readonly ids?: readonly number[] } = {},
): Promise<GoodsCodes> {
  const table = (from: typeof categories | typeof brands | typeof suppliers | typeof families) =>
    queries.select({ id: from.id, code: from.code }).from(from);
  return {
    items: codes(await itemRows(queries, wanted)),
    categories: codes(await table(categories)),
    brands: codes(await table(brands)),
    suppliers: codes(await table(suppliers)),
    families: codes(await table(families)),
  };
}

async function itemRows(
  queries: Queries,
  { numbers = [], ids = [] }: { numbers?: readonly string[]; ids?: readonly number[] },
): Promise<Rows> {
  if (numbers.length + ids.length === 0) return [];
  return queries
    .select({ id: items.id, code: items.number })
    .from(items)
    .where(numbers.length > 0 ? inList(items.number, numbers) : inList(items.id, ids));
}

function codes(rows: Rows): Codes {
  return {
    ids: new Map(rows.map(({ id, code }) => [code, id])),
    codes: new Map(rows.map(({ id, code }) => [id, code])),
  };
}

/** The item numbers that reaches name. */
export function numbersIn(scopes: readonly Scope[]): string[] {
  return scopes.flatMap((scope) => (scope.kind === 'item' ? [scope.item] : []));
}

/** What a scope names that is not there, as a sentence; null where all is. */
export function missingGoods(scope: Scope, known: GoodsCodes): string | null {
  const lacks = (of: Codes, code: string, what: string): string | null =>
    of.ids.has(code) ? null : `There is no ${what} ${code}`;
  switch (scope.kind) {
    case 'item':
      return lacks(known.items, scope.item, 'item');
    case 'categoryBrand':
      return (
        lacks(known.categories, scope.category, 'category') ??
        lacks(known.brands, scope.brand, 'brand')
      );
    case 'supplierCategory':
      return (
        lacks(known.suppliers, scope.supplier, 'supplier') ??
        lacks(known.categories, scope.category, 'category')
      );
    case 'family':
      return lacks(known.families, scope.family, 'family');
    case 'category':
      return lacks(known.categories, scope.category, 'category');
    case 'brand':
      return lacks(known.brands, scope.brand, 'brand');
    case 'supplier':
      return lacks(known.suppliers, scope.supplier, 'supplier');
    case 'itemKind':
    case 'all':
      return null;
  }
}

/** A reach as its columns. @throws {Problem} where it names what is not there */
export function scopeIds(scope: Scope, known: GoodsCodes): ScopeIds {
  const missing = missingGoods(scope, known);
  if (missing !== null) throw new Problem(422, `${missing}.`);
  const id = (of: Codes, code: string): number | null => of.ids.get(code) ?? null;
  return {
    ...EVERYTHING,
    ...('item' in scope && { itemId: id(known.items, scope.item) }),
    ...('category' in scope && { categoryId: id(known.categories, scope.category) }),
    ...('brand' in scope && { brandId: id(known.brands, scope.brand) }),
    ...('supplier' in scope && { supplierId: id(known.suppliers, scope.supplier) }),
    ...('family' in scope && { familyId: id(known.families, scope.family) }),
    ...('itemKind' in scope && { itemKind: scope.itemKind }),
  };
}

/** The reach that a row's columns say. */
export function scopeOf(row: ScopeIds, known: GoodsCodes): Scope {
  const code = (of: Codes, id: number | null): string | null =>
    id === null ? null : (of.codes.get(id) ?? null);
  const item = code(known.items, row.itemId);
  const category = code(known.categories, row.categoryId);
  const brand = code(known.brands, row.brandId);
  const supplier = code(known.suppliers, row.supplierId);
  const family = code(known.families, row.familyId);
  if (item !== null) return { kind: 'item', item };
  if (category !== null && brand !== null) return { kind: 'categoryBrand', category, brand };
  if (category !== null && supplier !== null) {
    return { kind: 'supplierCategory', supplier, category };
  }
  if (category !== null) return { kind: 'category', category };
  if (family !== null) return { kind: 'family', family };
  if (brand !== null) return { kind: 'brand', brand };
  if (supplier !== null) return { kind: 'supplier', supplier };
  return row.itemKind === null ? { kind: 'all' } : { kind: 'itemKind', itemKind: row.itemKind };
}
