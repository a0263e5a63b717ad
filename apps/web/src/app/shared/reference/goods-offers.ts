import { scopeKey, type CodeAndName, type ItemKind, type Scope } from '@honest-ledger/engine';
import type { Names } from '@honest-ledger/wording';
import type { PlacedCategory } from './categories.feature';
import { ITEM_KIND_CHOICES } from './item-kinds';

/** Goods that can be chosen. */
export interface GoodsOffer {
  readonly key: string;
  readonly scope: Scope;
  readonly text: string;
  /** How deep it lies in the tree of categories. */
  readonly depth: number;
}

/** Goods of one sort under their heading. */
export interface GoodsGroup {
  readonly name: string;
  readonly offers: readonly GoodsOffer[];
  /** How many more there are than are offered. */
  readonly more: number;
}

/** What goods can be named by. */
export interface GoodsNames {
  readonly categories: readonly PlacedCategory[];
  readonly brands: readonly CodeAndName[];
  readonly suppliers: readonly CodeAndName[];
  readonly families: readonly CodeAndName[];
  /** What the server found for the text. */
  readonly items: readonly { readonly item: string; readonly name: string }[];
}

/** The tree is shown as a whole while nothing is typed; of all else so many are read at a glance. */
const MAX_CATEGORIES = 200;
const MAX_OF_A_GROUP = 12;

/**
 * What fits a text, by groups; all there is, but for items, where nothing is typed. Words that name a brand or a
 * supplier and a category, in any order, offer the one in the other: "ebb glazes", "glazes by ebb".
 */
export function goodsOffers(text: string, names: GoodsNames): GoodsGroup[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = ({ name }: { readonly name: string }): boolean =>
    words.every((word) => name.toLowerCase().includes(word));
  const categories = names.categories.filter(fits);
  const items = names.items.map(({ item, name }) =>
    offer({ kind: 'item', item }, `${item}\u2003${name}`),
  );
  const isNumber = names.items.some(({ item }) => item.toLowerCase() === text.toLowerCase());
  const itemGroup = group('Items', items);
  return [
    ...(isNumber ? [itemGroup] : []),
    group(
      'Categories',
      categories.map(({ code, name, depth }) => ({
        ...offer({ kind: 'category', category: code }, name),
        depth: words.length === 0 ? depth : 0,
      })),
      words.length === 0 ? MAX_CATEGORIES : MAX_OF_A_GROUP,
    ),
    group(
      'Brands',
      coded(names.brands.filter(fits), (brand) => ({ kind: 'brand', brand })),
    ),
    group(
      'Brands in a category',
      pairs(words, names.brands, names.categories, (brand, category) => ({
        kind: 'categoryBrand',
        category,
        brand,
      })),
    ),
    group(
      'Suppliers',
      coded(names.suppliers.filter(fits), (supplier) => ({ kind: 'supplier', supplier })),
    ),
    group(
      'Suppliers in a category',
      pairs(words, names.suppliers, names.categories, (supplier, category) => ({
        kind: 'supplierCategory',
        supplier,
        category,
      })),
    ),
    group(
      'Families',
      coded(names.families.filter(fits), (family) => ({ kind: 'family', family })),
    ),
    group(
      'Kinds of goods',
      ITEM_KIND_CHOICES.filter(fits).map(({ code, name }) =>
        offer({ kind: 'itemKind', itemKind: code }, capitalized(name)),
      ),
    ),
    group(
      'Everything',
      [{ name: ALL_ITEMS }].filter(fits).map(() => offer({ kind: 'all' }, ALL_ITEMS)),
    ),
    ...(isNumber ? [] : [itemGroup]),
  ].filter(({ offers }) => offers.length > 0);
}

const ALL_ITEMS = 'All items';

function offer(scope: Scope, text: string): GoodsOffer {
  return { key: scopeKey(scope), scope, text, depth: 0 };
}

function coded(all: readonly CodeAndName[], scopeOf: (code: string) => Scope): GoodsOffer[] {
  return all.map(({ code, name }) => offer(scopeOf(code), name));
}

function group(
  name: string,
  offers: readonly GoodsOffer[],
  most: number = MAX_OF_A_GROUP,
): GoodsGroup {
  return { name, offers: offers.slice(0, most), more: Math.max(0, offers.length - most) };
}

/** Where each word names the one or the other, and neither goes without a word. */
function pairs(
  words: readonly string[],
  makers: readonly CodeAndName[],
  categories: readonly CodeAndName[],
  scopeOf: (maker: string, category: string) => Scope,
): GoodsOffer[] {
  const said = words.filter((word) => !JOINING.has(word));
  const named = ({ name }: CodeAndName): ReadonlySet<string> =>
    new Set(said.filter((word) => name.toLowerCase().includes(word)));
  const withWords = (all: readonly CodeAndName[]) =>
    all.map((one) => ({ ...one, of: named(one) })).filter(({ of }) => of.size > 0);
  const [some, under] = [withWords(makers), withWords(categories)];
  return some.flatMap((maker) =>
    under.flatMap((category) => {
      const rest = said.filter((word) => !maker.of.has(word));
      if (rest.length === 0 || !rest.every((word) => category.of.has(word))) return [];
      return [offer(scopeOf(maker.code, category.code), `${maker.name} in ${category.name}`)];
    }),
  );
}

/** Words that join two names. */
const JOINING: ReadonlySet<string> = new Set(['in', 'by', 'from', 'of']);

/** Goods as a chip names them; null while it is not said which. */
export function chipText(scope: Scope, names: Names): string | null {
  switch (scope.kind) {
    case 'item':
      return scope.item === '' ? null : scope.item;
    case 'category':
      return scope.category === '' ? null : names.category(scope.category);
    case 'brand':
      return scope.brand === '' ? null : `Brand ${names.brand(scope.brand)}`;
    case 'supplier':
      return scope.supplier === '' ? null : `Supplier ${names.supplier(scope.supplier)}`;
    case 'family':
      return scope.family === '' ? null : `Family ${names.family(scope.family)}`;
    case 'categoryBrand':
      return scope.brand === '' || scope.category === ''
        ? null
        : `${names.brand(scope.brand)} in ${names.category(scope.category)}`;
    case 'supplierCategory':
      return scope.supplier === '' || scope.category === ''
        ? null
        : `${names.supplier(scope.supplier)} in ${names.category(scope.category)}`;
    case 'itemKind':
      return capitalized(kindName(scope.itemKind));
    case 'all':
      return ALL_ITEMS;
  }
}

function kindName(kind: ItemKind): string {
  return ITEM_KIND_CHOICES.find(({ code }) => code === kind)?.name ?? kind;
}

function capitalized(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
