import type { Attribute, FieldProblem, ItemContent } from '@honest-ledger/contracts';
import { attributesOf, valueProblems } from '../attributes/values';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { items, taxClasses } from '../../platform/database/schema/index';
import { knownCurrencies } from '../currencies/known';
import { settingsInForce } from '../in-force/queries';
import { readGoodsCodes, type GoodsCodes } from './goods-codes';

export interface NumberedContent {
  readonly number: string;
  readonly content: ItemContent;
}

/** What the facts of items are checked against. */
interface KnownGoods extends GoodsCodes {
  readonly taxClasses: ReadonlySet<string>;
  readonly currencies: ReadonlySet<string>;
  /** Whose each number of GS1 is. */
  readonly gtins: ReadonlyMap<string, string>;
  readonly attributes: readonly Attribute[];
}

/** What the form alone cannot know of items: for each its problems. */
export async function itemProblems(
  queries: Queries,
  all: readonly NumberedContent[],
): Promise<FieldProblem[][]> {
  const known = await knownGoods(queries, all);
  return all.map((one) => problemsOf(one, known));
}

async function knownGoods(queries: Queries, all: readonly NumberedContent[]): Promise<KnownGoods> {
  const replacements = all.flatMap(({ content }) => content.replacedBy ?? []);
  const gtins = all.flatMap(({ content }) => content.gtin ?? []);
  const { homeCurrency } = await settingsInForce(queries);
  const owners = await queries
    .select({ gtin: items.gtin, number: items.number })
    .from(items)
    .where(inList(items.gtin, gtins));
  const rows = await queries.select({ code: taxClasses.code }).from(taxClasses);
  return {
    ...(await readGoodsCodes(queries, { numbers: replacements })),
    taxClasses: new Set(rows.map(({ code }) => code)),
    currencies: new Set(await knownCurrencies(queries, homeCurrency)),
    attributes: await attributesOf(queries, 'items'),
    gtins: new Map(owners.flatMap(({ gtin, number }) => (gtin === null ? [] : [[gtin, number]]))),
  };
}

function problemsOf({ number, content }: NumberedContent, known: KnownGoods): FieldProblem[] {
  const lacks = (
    path: keyof ItemContent,
    has: (code: string) => boolean,
    what: string,
  ): FieldProblem[] => {
    const code = content[path];
    return typeof code !== 'string' || has(code)
      ? []
      : [{ path, sentence: `There is no ${what} ${code}` }];
  };
  const owner = content.gtin === null ? undefined : known.gtins.get(content.gtin);
  return [
    ...lacks('category', (code) => known.categories.ids.has(code), 'category'),
    ...lacks('family', (code) => known.families.ids.has(code), 'family'),
    ...lacks('brand', (code) => known.brands.ids.has(code), 'brand'),
    ...lacks('supplier', (code) => known.suppliers.ids.has(code), 'supplier'),
    ...lacks('taxClass', (code) => known.taxClasses.has(code), 'tax class'),
    ...lacks('replacedBy', (code) => known.items.ids.has(code), 'item'),
    ...(content.replacedBy === number
      ? [{ path: 'replacedBy', sentence: 'An item cannot take its own place' }]
      : []),
    ...(owner === undefined || owner === number
      ? []
      : [{ path: 'gtin', sentence: `Item ${owner} has this GTIN` }]),
    ...(content.units.some(({ unit }) => unit === content.unit)
      ? [{ path: 'units', sentence: `${content.unit} is the base unit already` }]
      : []),
    ...(content.listPrice === null || known.currencies.has(content.listPrice.currency)
      ? []
      : [{ path: 'listPrice', sentence: `There is no rate for ${content.listPrice.currency}` }]),
    ...content.namedPrices
      .filter(({ currency }) => !known.currencies.has(currency))
      .map(({ currency }) => ({
        path: 'namedPrices',
        sentence: `There is no rate for ${currency}`,
      })),
    ...valueProblems(known.attributes, content.attributes),
  ];
}
