import {
  ITEM_SHEET,
  readAttributes,
  readFurtherUnits,
  readNamedPrices,
  readParts,
  sameCell,
  writeAttributes,
  writeFurtherUnits,
  writeNamedPrices,
  type BasePriceForm,
  type CellProblem,
  type Cells,
  type ItemContent,
} from '@honest-ledger/contracts';
import { decimal, print, type Setup } from '@honest-ledger/engine';
import { itemProblems } from '../../master-data/catalogue/check-items';
import { readItemContents, type StoredItem } from '../../master-data/catalogue/item-contents';
import { saveItems } from '../../master-data/catalogue/save-items';
import type { Queries } from '../../platform/database/database';
import { saveEdits } from '../../setup/drafts/save-edits';
import { heldEdits } from '../../setup/drafts/queries';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { byKey, cell, inColumns, orNull, yesOrNo } from './cells';
import type { ImportedKind } from './kind';
import type { ComparedRow } from './verdicts';

/** The catalogue: facts, which count at once, and base prices, which go to the draft. */
export const itemKind: ImportedKind = {
  compare: async (queries, services) => {
    const setup = await setupInForce(queries, services);
    return {
      present: async (rows) => byKey(ITEM_SHEET, await itemCells(queries, setup, numbersOf(rows))),
      problems: (rows) => problemsOf(queries, setup, rows),
    };
  },
  apply: async (transaction, services, rows, { draft, actor }) => {
    const numbers = numbersOf(rows.map(({ after }) => after));
    const stored = await readItemContents(transaction, numbers);
    const contents = rows.map(({ after }) => itemOfRow(after, stored));
    await saveItems(transaction, contents, actor);
    const setup = await setupInForce(transaction, services);
    const prices = await basePricesAsEdited(transaction, setup, numbers);
    const repriced = rows.filter(({ before, after }) => isRepriced(before, after));
    const edits = new Map(
      repriced.map(({ after }) => [
        cell(after, 'Item'),
        withBasePrice(after, prices.get(cell(after, 'Item'))),
      ]),
    );
    await saveEdits(transaction, services, 'basePrice', edits, { draft, actor });
  },
};

const numbersOf = (rows: readonly Cells[]): string[] => rows.map((cells) => cell(cells, 'Item'));

export async function setupInForce(queries: Queries, { setups }: Services): Promise<Setup> {
  return (await setups.of(queries, await versionInForce(queries))).setup;
}

/** Base prices of items as a draft would have them, else as published: a file is compared with these. */
async function basePricesAsEdited(
  queries: Queries,
  setup: Setup,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, readonly BasePriceForm[]>> {
  const held = await heldEdits(queries, { kind: 'basePrice', keys: numbers });
  const edited = held.map(({ key, content }): [string, readonly BasePriceForm[]] => [
    key,
    // It was checked as base prices before it was kept.
    (content as readonly BasePriceForm[] | null) ?? [],
  ]);
  return new Map([...contentsIn(setup, 'basePrice', numbers), ...edited]);
}

/** Items as the rows of a file, in the order of their numbers. */
export async function itemCells(
  queries: Queries,
  setup: Setup,
  numbers: readonly string[],
): Promise<Cells[]> {
  const prices = await basePricesAsEdited(queries, setup, numbers);
  const stored = await readItemContents(queries, numbers);
  return [...stored.values()].map(({ number, content }) => ({
    ...factCells(number, content),
    'Base price': basePriceCell(setup, prices.get(number)),
  }));
}

function factCells(number: string, content: ItemContent): Cells {
  return {
    Item: number,
    Name: content.name,
    'Customer name': content.customerName ?? '',
    GTIN: content.gtin ?? '',
    Kind: content.kind,
    Category: content.category,
    Family: content.family ?? '',
    Brand: content.brand ?? '',
    Supplier: content.supplier ?? '',
    'Tax class': content.taxClass ?? '',
    Unit: content.unit,
    'Quantity decimals': String(content.quantityDigits),
    'Time unit': content.timeUnit ?? '',
    'Further units': writeFurtherUnits(content.units),
    'List price': content.listPrice?.amount ?? '',
    'List currency': content.listPrice?.currency ?? '',
    Active: yesOrNo(content.active),
    'Replaced by': content.replacedBy ?? '',
    'Cross-references': content.crossReferences.join('; '),
    'Named prices': writeNamedPrices(content.namedPrices),
    Attributes: writeAttributes(content.attributes),
  };
}

function basePriceCell({ sharedPrices }: Setup, prices: readonly BasePriceForm[] = []): string {
  const one = prices.find(({ unit }) => unit === null);
  if (!one) return '';
  if (one.kind === 'own') return one.price;
  const shared = sharedPrices.find(({ id }) => id === one.shared);
  return shared ? print(shared.price) : '';
}

function withBasePrice(cells: Cells, prices: readonly BasePriceForm[] = []): BasePriceForm[] {
  const price = { kind: 'own', item: cell(cells, 'Item'), unit: null } as const;
  return [
    { ...price, price: cell(cells, 'Base price') },
    ...prices.filter(({ unit }) => unit !== null),
  ];
}

const [basePriceColumn] = ITEM_SHEET.columns.filter(({ name }) => name === 'Base price');

function isRepriced(before: Cells | null, after: Cells): boolean {
  const [old, now] = [before ? cell(before, 'Base price') : '', cell(after, 'Base price')];
  return now !== '' && !(basePriceColumn && sameCell(basePriceColumn, old, now));
}

/** A row as an item. What a file has no column for stays as it was. */
export function itemOfRow(
  cells: Cells,
  stored: ReadonlyMap<string, StoredItem>,
): { number: string; content: ItemContent } {
  const number = cell(cells, 'Item');
  const before = stored.get(number)?.content;
  const [amount, currency] = [orNull(cells, 'List price'), orNull(cells, 'List currency')];
  const digitsOf = (unit: string): number =>
    before?.units.find((one) => one.unit === unit)?.digits ?? 0;
  const units = readFurtherUnits(cell(cells, 'Further units')) ?? [];
  return {
    number,
    content: {
      name: cell(cells, 'Name'),
      customerName: orNull(cells, 'Customer name'),
      gtin: orNull(cells, 'GTIN'),
      // Both were checked against the kinds and units of time that there are.
      kind: cell(cells, 'Kind') as ItemContent['kind'],
      timeUnit: orNull(cells, 'Time unit') as ItemContent['timeUnit'],
      category: cell(cells, 'Category'),
      family: orNull(cells, 'Family'),
      brand: orNull(cells, 'Brand'),
      supplier: orNull(cells, 'Supplier'),
      taxClass: orNull(cells, 'Tax class'),
      unit: cell(cells, 'Unit'),
      quantityDigits: Number(cell(cells, 'Quantity decimals')),
      units: units.map(({ unit, factor }) => ({ unit, factor, digits: digitsOf(unit) })),
      listPrice: amount === null || currency === null ? null : { amount, currency },
      namedPrices: sorted(readNamedPrices(cell(cells, 'Named prices')) ?? [], ({ name }) => name),
      active: cell(cells, 'Active') === 'yes',
      replacedBy: orNull(cells, 'Replaced by'),
      crossReferences: sorted(readParts(cell(cells, 'Cross-references')), (number) => number),
      attributes: readAttributes(cell(cells, 'Attributes')) ?? {},
    },
  };
}

function sorted<T>(all: readonly T[], by: (one: T) => string): T[] {
  return [...all].sort((one, other) => (by(one) < by(other) ? -1 : 1));
}

const COLUMNS = {
  gtin: 'GTIN',
  category: 'Category',
  family: 'Family',
  brand: 'Brand',
  supplier: 'Supplier',
  taxClass: 'Tax class',
  units: 'Further units',
  listPrice: 'List currency',
  replacedBy: 'Replaced by',
  namedPrices: 'Named prices',
  attributes: 'Attributes',
};

async function problemsOf(
  queries: Queries,
  setup: Setup,
  rows: readonly ComparedRow[],
): Promise<CellProblem[][]> {
  const numbers = numbersOf(rows.map(({ after }) => after));
  const stored = await readItemContents(queries, numbers);
  const prices = await basePricesAsEdited(queries, setup, numbers);
  const contents = rows.map(({ after }) => itemOfRow(after, stored));
  const deeper = await itemProblems(queries, contents);
  return rows.map(({ before, after }, index) => {
    const shared = prices
      .get(cell(after, 'Item'))
      ?.some((one) => one.unit === null && one.kind === 'shared');
    return [
      ...inColumns(deeper[index] ?? [], COLUMNS),
      ...listPriceProblems(after),
      ...unitProblems(after),
      ...basePriceProblems(before, after, shared === true),
    ];
  });
}

function listPriceProblems(cells: Cells): CellProblem[] {
  const [price, currency] = [orNull(cells, 'List price'), orNull(cells, 'List currency')];
  if ((price === null) === (currency === null)) return [];
  return price === null
    ? [{ column: 'List price', sentence: 'A list currency without a list price says nothing' }]
    : [{ column: 'List currency', sentence: 'A list price needs its currency' }];
}

function unitProblems(cells: Cells): CellProblem[] {
  const units = readFurtherUnits(cell(cells, 'Further units')) ?? [];
  const problem = (sentence: string): CellProblem => ({ column: 'Further units', sentence });
  return [
    ...(new Set(units.map(({ unit }) => unit)).size < units.length
      ? [problem('Two further units are called alike')]
      : []),
    ...units
      .filter(({ factor }) => decimal(factor).scale > 12 || !(Number(factor) > 0))
      .map(({ unit }) => problem(`How many base units ${unit} is must be above 0`)),
  ];
}

function basePriceProblems(before: Cells | null, after: Cells, shared: boolean): CellProblem[] {
  const column = 'Base price';
  if (before && cell(before, column) !== '' && cell(after, column) === '') {
    return [
      { column, sentence: 'The cell is empty; a base price is taken away on the item’s page' },
    ];
  }
  return shared && isRepriced(before, after)
    ? [{ column, sentence: 'The item has a shared price. Change it under Pricing settings' }]
    : [];
}
