import {
  lineFromForm,
  SALE_SHEET,
  type CellProblem,
  type Cells,
  type DocumentLineInput,
} from '@honest-ledger/contracts';
import {
  compare,
  decimal,
  isDecimalText,
  make,
  multiply,
  negate,
  PLAIN_DOCUMENT,
  print,
  priceDocument,
  subtract,
  type CompiledSetup,
  type ItemFacts,
  type Decimal,
  type PricedDocument,
} from '@honest-ledger/engine';
import { and, eq, isNotNull } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  customers,
  documentLines,
  documents,
  items,
  outlets,
} from '../../platform/database/schema/index';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { sells } from '../../setup/drafts/check-agreements';
import { localTime } from '../../platform/clock/local-time';
import { NO_OUTLETS_ZONE } from '../../master-data/facts/document-facts';
import { knownCurrencies } from '../../master-data/currencies/known';
import { settingsInForce, versionInForce } from '../../master-data/in-force/queries';
import { byKey, cell, grouped, orNull } from './cells';
import type { ImportedKind } from './kind';
import { pastLine, pastSale, WHOLE } from './past-sale';
import { postSales } from './post-sales';
import type { ComparedRow } from './verdicts';
import { markBrokenSales } from './whole-sales';

/**
 * Past sales of another system: facts. Each is posted as it was, at prices by hand, with what is known
 * now of its goods, and under the version in force. One that is there stays: a posted sale is final.
 */
export const saleKind: ImportedKind = {
  compare: async (queries, { setups, now }) => {
    const { compiled } = await setups.of(queries, await versionInForce(queries));
    return {
      present: async (rows) =>
        withAmountsOf(rows, byKey(SALE_SHEET, await storedRows(queries, salesOf(rows)))),
      problems: (rows) => problemsOf(queries, compiled, rows, now().toISOString().slice(0, 10)),
    };
  },
  apply: async (transaction, { setups }, rows, { actor }) => {
    const { compiled } = await setups.of(transaction, await versionInForce(transaction));
    const bySale = grouped(rows, ({ after }) => cell(after, 'Sale'));
    const sales = [...bySale].map(([name, own]) =>
      pastSale(
        name,
        own.map(({ after }) => after),
        compiled.homeCurrency,
      ),
    );
    await postSales(transaction, compiled, sales, actor);
  },
  inParts: { together: 'Sale', inOrderOf: 'Posted' },
  markTogether: markBrokenSales,
};

/** What is there, with the amounts of the file where they are the same but for what was rounded. */
function withAmountsOf(
  rows: readonly Cells[],
  present: ReadonlyMap<string, Cells>,
): ReadonlyMap<string, Cells> {
  const given = byKey(SALE_SHEET, rows);
  return new Map(
    [...present].map(([key, cells]) => {
      const said = given.get(key)?.['Amount'] ?? '';
      const stored = cell(cells, 'Amount');
      const isSame = isDecimalText(said) && stored !== '' && agrees(said, decimal(stored));
      return [key, isSame ? { ...cells, Amount: said } : cells];
    }),
  );
}

/** Whether an amount of another system is one of ours but for half a minor unit that was rounded. */
function agrees(said: string, amount: Decimal): boolean {
  const less = subtract(decimal(said), amount);
  const half = make(5, amount.scale + 1);
  return compare(less, half) <= 0 && compare(negate(less), half) <= 0;
}

const salesOf = (rows: readonly Cells[]): string[] => [
  ...new Set(rows.map((cells) => cell(cells, 'Sale'))),
];

/** The lines of sales that were taken in before, as rows of a file. */
async function storedRows(queries: Queries, names: readonly string[]): Promise<Cells[]> {
  const rows = await queries
    .select({
      sale: documents,
      line: documentLines,
      item: items.number,
      customer: customers.code,
      outlet: outlets.code,
      zone: outlets.timeZone,
    })
    .from(documents)
    .innerJoin(documentLines, eq(documentLines.documentNumber, documents.number))
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .leftJoin(outlets, eq(outlets.id, documents.outletId))
    .where(and(isNotNull(documents.importedAs), inList(documents.importedAs, names)));
  const { homeCurrency } = await settingsInForce(queries);
  return rows.map(({ sale, line, item, customer, outlet, zone }): Cells => {
    const off = line.discount?.off;
    return {
      Sale: sale.importedAs ?? '',
      Line: String(line.position + 1),
      Posted: localTime(sale.changedAt, zone ?? NO_OUTLETS_ZONE).day,
      Customer: customer ?? '',
      Outlet: outlet ?? '',
      Currency: sale.currency === homeCurrency ? '' : sale.currency,
      Item: item,
      Quantity: line.quantity,
      Unit: line.unit ?? '',
      Price: line.priceByHand ?? '',
      'Discount %': off?.kind === 'percent' ? off.percent.replace('-', '') : '',
      Amount: line.amount ?? '',
    };
  });
}

async function problemsOf(
  queries: Queries,
  setup: CompiledSetup,
  rows: readonly ComparedRow[],
  today: string,
): Promise<CellProblem[][]> {
  const known = await knownTo(queries, setup, rows, today);
  return rows.map((row) => problemsOfRow(row, known));
}

/** What the lines of past sales are checked against. */
interface Known {
  readonly setup: CompiledSetup;
  readonly today: string;
  readonly items: ReadonlyMap<string, ItemFacts>;
  readonly customers: ReadonlySet<string>;
  readonly outlets: ReadonlySet<string>;
  readonly currencies: readonly string[];
  /** The names of the sales that were taken in before. */
  readonly sales: ReadonlySet<string>;
  /** The first line in the file of each sale. */
  readonly firstOf: ReadonlyMap<string, Cells>;
}

async function knownTo(
  queries: Queries,
  setup: CompiledSetup,
  rows: readonly ComparedRow[],
  today: string,
): Promise<Known> {
  const facts = await readItemFacts(
    queries,
    rows.map(({ after }) => cell(after, 'Item')),
  );
  const firstOf = new Map<string, Cells>();
  for (const { after } of rows) {
    if (!firstOf.has(cell(after, 'Sale'))) firstOf.set(cell(after, 'Sale'), after);
  }
  const stored = await storedRows(queries, [...firstOf.keys()]);
  return {
    setup,
    today,
    items: new Map(facts.map(({ id: _, ...item }) => [item.item, { ...item, attributes: {} }])),
    customers: await codesAmong(queries, customers, rows, 'Customer'),
    outlets: await codesAmong(queries, outlets, rows, 'Outlet'),
    currencies: await knownCurrencies(queries, setup.homeCurrency),
    sales: new Set(stored.map((cells) => cell(cells, 'Sale'))),
    firstOf,
  };
}

function problemsOfRow({ before, after }: ComparedRow, known: Known): CellProblem[] {
  const { setup, items: goods } = known;
  const item = goods.get(cell(after, 'Item'));
  const currency = orNull(after, 'Currency') ?? setup.homeCurrency;
  const isThere = known.sales.has(cell(after, 'Sale'));
  const isOther = isThere && (before === null || differs(before, after));
  const named = [
    ...unlikeFirst(after, known.firstOf.get(cell(after, 'Sale')) ?? after),
    ...wrong('Posted', cell(after, 'Posted') > known.today, 'This day is still to come'),
    ...unknownNames(after, item, known),
    ...wrong('Currency', !known.currencies.includes(currency), `There is no rate for ${currency}`),
    ...wrong('Sale', isOther, 'The sale was imported before, and a posted sale is final'),
  ];
  if (named.length > 0 || !item || isThere) return named;
  return extensionProblems(setup, after, currency, item);
}

function wrong(column: string, isWrong: boolean, sentence: string): CellProblem[] {
  return isWrong ? [{ column, sentence }] : [];
}

/** What a line names that is not there: its item, the unit of it, its customer and its outlet. */
function unknownNames(cells: Cells, item: ItemFacts | undefined, known: Known): CellProblem[] {
  const number = cell(cells, 'Item');
  const [unit, customer, outlet] = [
    orNull(cells, 'Unit'),
    orNull(cells, 'Customer'),
    orNull(cells, 'Outlet'),
  ];
  const isUnsold = item !== undefined && unit !== null && !sells(item, unit);
  const isNobody = customer !== null && !known.customers.has(customer);
  const isNowhere = outlet !== null && !known.outlets.has(outlet);
  return [
    ...wrong('Item', !item, `There is no item ${number}`),
    ...wrong('Unit', isUnsold, `${number} is not sold by the ${unit ?? ''}`),
    ...wrong('Customer', isNobody, `There is no customer ${customer ?? ''}`),
    ...wrong('Outlet', isNowhere, `There is no outlet ${outlet ?? ''}`),
  ];
}

/** What a line says of its sale otherwise than the sale's first line in the file. */
function unlikeFirst(cells: Cells, first: Cells): CellProblem[] {
  return WHOLE.filter((column) => cell(cells, column) !== cell(first, column)).map((column) => {
    const [other, line] = [cell(first, column) || 'nothing', cell(first, 'Line')];
    return { column, sentence: `Line ${line} of the same sale says ${other}` };
  });
}

/** An amount that is left out says nothing. */
function differs(before: Cells, after: Cells): boolean {
  return SALE_SHEET.columns.some(({ name, holds }) => {
    const [was, is] = [before[name] ?? '', after[name] ?? ''];
    if (name === 'Amount' && is === '') return false;
    if (holds === 'decimal' && was !== '' && is !== '') {
      return compare(decimal(was), decimal(is)) !== 0;
    }
    return was !== is;
  });
}

type Item = Omit<Awaited<ReturnType<typeof readItemFacts>>[number], 'id'>;

/** Whether quantity, price and discount make the amount that the file says. */
function extensionProblems(
  setup: CompiledSetup,
  cells: Cells,
  currency: string,
  item: Item,
): CellProblem[] {
  const line = pastLine(cells);
  const [priced] = linesPriced(setup, currency, line, item).lines;
  if (priced?.kind !== 'priced') {
    const sentence = item.timeUnit === null ? 'This makes no price' : 'It is priced by time';
    return [{ column: 'Price', sentence }];
  }
  const [slice] = priced.slices;
  if (slice && compare(slice.unitPrice, decimal(line.priceByHand?.price ?? '0')) !== 0) {
    const digits = String(slice.unitPrice.scale);
    return [{ column: 'Price', sentence: `A unit price in ${currency} has ${digits} decimals` }];
  }
  const said = orNull(cells, 'Amount');
  if (said === null || agrees(said, priced.amount)) return [];
  const whole = print(multiply(decimal(line.quantity), decimal(line.priceByHand?.price ?? '0')));
  const less = line.discount ? `, less ${cell(cells, 'Discount %')} %` : '';
  return [
    {
      column: 'Amount',
      sentence: `${cell(cells, 'Quantity')} × ${cell(cells, 'Price')} is ${whole}${less}: ${print(priced.amount)}`,
    },
  ];
}

function linesPriced(
  setup: CompiledSetup,
  currency: string,
  line: DocumentLineInput,
  item: Item,
): PricedDocument {
  return priceDocument(setup, {
    ...PLAIN_DOCUMENT,
    pricedAt: '2000-01-01T00:00:00Z',
    currency,
    facts: {
      local: { day: '2000-01-01', time: '00:00:00', offset: '+00:00' },
      outlet: null,
      customer: null,
      rates: [],
      items: [item],
      ruleUses: [],
      bought: null,
      setUpPaid: [],
      tax: null,
    },
    lines: [lineFromForm(line)],
  });
}

async function codesAmong(
  queries: Queries,
  table: typeof customers | typeof outlets,
  rows: readonly ComparedRow[],
  column: string,
): Promise<ReadonlySet<string>> {
  const asked = [...new Set(rows.flatMap(({ after }) => orNull(after, column) ?? []))];
  const found = await queries
    .select({ code: table.code })
    .from(table)
    .where(inList(table.code, asked));
  return new Set(found.map(({ code }) => code));
}
