import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import { documentTitle, pdfLine, taxWords } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import { refuseHeld } from '../guards/held';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { customers, items, outlets } from '../../platform/database/schema/index';
import type { TitledTable } from '../../platform/files/write-table';
import { Problem } from '../../platform/http/problems';
import { storedDocument } from './queries';

type PricedRule = DocumentOutcome['rules'][number];

/** The columns of what a customer gets on paper. */
export const COLUMNS: TitledTable['columns'] = [
  { name: 'Item' },
  { name: 'Name', wide: true },
  { name: 'Quantity', figures: true },
  { name: 'Unit' },
  { name: 'Each', figures: true },
  { name: 'Amount', figures: true },
];

/**
 * A document as its customer gets it: what is sold, at what, in the words for the customer, and what it
 * comes to. No base price, cost, margin, level, or name that is not meant for the customer is on it.
 */
export async function pdfTableOf(queries: Queries, number: number): Promise<TitledTable> {
  const { document, content, rows } = await storedDocument(queries, number);
  if (document.state === 'open') await refuseHeld(queries, document);
  const priced = rows.map((row) => row.priced);
  if (document.outcome === null || priced.length === 0) {
    throw new Problem(422, 'No lines to print. Add a line first.');
  }
  const goods = await goodsFor(
    queries,
    priced.map(({ item }) => item),
  );
  const { currency, asOf, validUntil } = content;
  const whom = await whomFor(queries, content.customer);
  const seller = content.outlet === null ? '' : `${await outletName(queries, content.outlet)}. `;
  const until = validUntil === null ? '' : `, prices held until ${validUntil}`;
  const as = asOf === null ? '' : `, prices as of ${asOf.replace('T', ' ')}`;
  const day = (document.settledAt ?? document.changedAt).toISOString().slice(0, 10);
  return {
    name: `${document.kind}-${String(number)}`,
    title: documentTitle(document),
    subtitle: `${seller}${whom}${content.title === '' ? '' : `${content.title}, `}${day}, in ${currency}${document.outcome.tax ? '' : ' without tax'}${as}${until}`,
    columns: COLUMNS,
    rows: [
      ...rows.flatMap((one) => lineRows(one.priced, goods.get(one.priced.item), one.note)),
      ...totalRows(document.outcome, priced, currency),
    ],
  };
}

/** What a line is of: what its goods are called, and what they are priced by where that is time. */
interface PdfGoods {
  readonly name: string;
  readonly timeUnit: string | null;
}

function lineRows(line: PricedLineForm, goods: PdfGoods | undefined, note: string): string[][] {
  const noted = note === '' ? [] : [text(note)];
  const { item, quantity } = line;
  const name = goods?.name ?? '';
  if (line.kind === 'unpriced')
    return [[item, name, quantity, '', '', 'price on request'], ...noted];
  const { rows, words, amount } = pdfLine(line);
  const told = rows.map(({ units, words: what, amount: own }): string[] =>
    units
      ? ['', '', units.quantity, unitWords(units, goods?.timeUnit ?? null), units.each, own]
      : row(what, own),
  );
  const [first = [], ...others] = told;
  return [
    [item, name, ...first.slice(2)],
    ...others,
    ...(told.length > 1 ? [row('Together', amount)] : []),
    ...words.map(text),
    ...noted,
  ];
}

/** "bag", "wheel × 3 days" */
function unitWords(
  { unit, duration }: { readonly unit: string; readonly duration: string | null },
  timeUnit: string | null,
): string {
  if (duration === null) return unit;
  const time = timeUnit === null ? '' : ` ${timeUnit}${duration === '1' ? '' : 's'}`;
  return `${unit} × ${duration}${time}`;
}

function text(words: string): string[] {
  return ['', words, '', '', '', ''];
}

/** What comes between the lines and the total; a rule without words for customers has its name there. */
function totalRows(
  { subtotal, shipping, rules, discount, total, tax, totalWithTax }: DocumentOutcome,
  lines: readonly PricedLineForm[],
  currency: string,
): string[][] {
  const done = (kind: string): string[][] =>
    rules
      .filter(({ effect }) => effect.kind === kind)
      .map(({ rule, amount }: PricedRule) => row(rule.words || rule.name, amount));
  const setUps = lines.flatMap((line): string[][] => {
    const setUp = line.kind === 'priced' ? line.setUp : null;
    if (!setUp || setUp.paid) return [];
    return [row(`${setUp.words || 'Set-up'}, ${line.item}`, setUp.amount)];
  });
  const between = [
    ...done('subtotal'),
    ...(discount ? [row('Discount', discount.amount)] : []),
    ...setUps,
    ...(shipping === null ? [] : [row('Shipping', shipping)]),
    ...done('shipping'),
    ...done('charge'),
  ];
  return [
    ...(between.length === 0 ? [] : [row('Lines', subtotal), ...between]),
    ...taxed({ total, tax, totalWithTax }, currency).map(([words, amount]) => row(words, amount)),
  ];
}

/** What something comes to, with its tax by class: what each amount is, and the amount. */
export function taxed(
  { total, tax, totalWithTax }: Taxed,
  currency: string,
): (readonly [string, string])[] {
  return [
    [`Total, ${currency} without tax`, total],
    ...(tax?.classes ?? []).map(
      ({ category, rate, taxable, tax: own }) =>
        [`${taxWords(category, rate)} of ${taxable}`, own] as const,
    ),
    ...(tax ? [[`Total with tax, ${currency}`, totalWithTax] as const] : []),
  ];
}

type Taxed = Pick<DocumentOutcome, 'total' | 'totalWithTax'> & {
  readonly tax: Pick<NonNullable<DocumentOutcome['tax']>, 'classes'> | null;
};

function row(words: string, amount: string): string[] {
  return ['', words, '', '', '', amount];
}

/** What goods are called to customers, by their numbers. */
export async function namesFor(
  queries: Queries,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const goods = await goodsFor(queries, numbers);
  return new Map([...goods].map(([number, { name }]) => [number, name]));
}

async function goodsFor(
  queries: Queries,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, PdfGoods>> {
  const { number, name, customerName, timeUnit } = items;
  const rows = await queries
    .select({ number, name, customerName, timeUnit })
    .from(items)
    .where(inList(items.number, numbers));
  return new Map(
    rows.map((one) => [one.number, { name: one.customerName ?? one.name, timeUnit: one.timeUnit }]),
  );
}

async function outletName(queries: Queries, code: string): Promise<string> {
  const [outlet] = await queries
    .select({ name: outlets.name })
    .from(outlets)
    .where(eq(outlets.code, code));
  return outlet?.name ?? code;
}

/** "For Harbour Lane Pottery, "; empty for a customer nobody knows. */
export async function whomFor(queries: Queries, code: string | null): Promise<string> {
  if (code === null) return '';
  const [customer] = await queries
    .select({ name: customers.name })
    .from(customers)
    .where(eq(customers.code, code));
  return customer ? `For ${customer.name}, ` : '';
}
