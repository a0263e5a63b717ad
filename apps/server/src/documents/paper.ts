import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import { averageEach, customerWords, documentTitle, taxWords } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { refuseHeld } from '../approvals/held';
import type { Queries } from '../database/database';
import { oneOf } from '../database/patterns';
import { customers, items } from '../database/schema/index';
import type { TitledTable } from '../exports/price-list-table';
import { Problem } from '../http/problems';
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
export async function paperOf(queries: Queries, number: number): Promise<TitledTable> {
  const { document, content, rows } = await storedDocument(queries, number);
  if (document.state === 'open') await refuseHeld(queries, document);
  const priced = rows.map((row) => row.priced);
  if (document.outcome === null || priced.length === 0) {
    throw new Problem(422, 'There are no lines to put on paper.');
  }
  const names = await namesFor(
    queries,
    priced.map(({ item }) => item),
  );
  const { currency, asOf, validUntil } = content;
  const whom = await whomFor(queries, content.customer);
  const until = validUntil === null ? '' : `, prices promised until ${validUntil}`;
  const as = asOf === null ? '' : `, prices as of ${asOf.replace('T', ' ')}`;
  const day = (document.settledAt ?? document.changedAt).toISOString().slice(0, 10);
  return {
    name: `${document.kind}-${String(number)}`,
    title: documentTitle(document),
    subtitle: `${whom}${content.title === '' ? '' : `${content.title}, `}${day}, in ${currency}${document.outcome.tax ? '' : ' without tax'}${as}${until}`,
    columns: COLUMNS,
    rows: [
      ...rows.flatMap((row) => lineRows(row.priced, names.get(row.priced.item) ?? '', row.note)),
      ...totalRows(document.outcome, priced, currency),
    ],
  };
}

function lineRows(line: PricedLineForm, name: string, note: string): string[][] {
  const noted = note === '' ? [] : [['', note, '', '', '', '']];
  const { item, quantity } = line;
  if (line.kind === 'unpriced')
    return [[item, name, quantity, '', '', 'price on request'], ...noted];
  const times = line.duration === null ? '' : ` × ${line.duration}`;
  const parts =
    line.slices.length < 2
      ? []
      : line.slices.map((slice) => `${slice.quantity} at ${slice.unitPrice} per ${slice.unit}`);
  const words = [...customerWords(line), ...parts].join(', ');
  const own = [item, name, `${quantity}${times}`, line.unit, averageEach(line) ?? '', line.amount];
  return [own, ...(words === '' ? [] : [['', words, '', '', '', '']]), ...noted];
}

/** What comes between the lines and the total; a rule without words for customers is told by its kind. */
function totalRows(
  { subtotal, shipping, rules, discount, total, tax, totalWithTax }: DocumentOutcome,
  lines: readonly PricedLineForm[],
  currency: string,
): string[][] {
  const done = (kind: string, else_: string): string[][] =>
    rules
      .filter(({ effect }) => effect.kind === kind)
      .map(({ rule, amount }: PricedRule) => row(rule.words || else_, amount));
  const setUps = lines.flatMap((line): string[][] => {
    const setUp = line.kind === 'priced' ? line.setUp : null;
    if (!setUp || setUp.paid) return [];
    return [row(`${setUp.words || 'Set-up'}, ${line.item}`, setUp.amount)];
  });
  const between = [
    ...done('subtotal', 'Discount'),
    ...(discount ? [row('Discount', discount.amount)] : []),
    ...setUps,
    ...(shipping === null ? [] : [row('Shipping', shipping)]),
    ...done('shipping', 'Off the shipping'),
    ...done('charge', 'Charge'),
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
  const rows = await queries
    .select({ number: items.number, name: items.name, customerName: items.customerName })
    .from(items)
    .where(oneOf(items.number, numbers));
  return new Map(rows.map(({ number, name, customerName }) => [number, customerName ?? name]));
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
