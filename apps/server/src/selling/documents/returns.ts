import type {
  NewReturn,
  PricedLineForm,
  ReturnAsked,
  ReturnableLine,
  ReturnedLine,
  ReturnedQuantity,
  ReturnWorth,
  SaleReturn,
  SaleReturns,
} from '@honest-ledger/contracts';
import {
  add,
  compare,
  type CompiledSetup,
  decimal,
  type Decimal,
  type ItemFacts,
  type KeptGoods,
  keptGoods,
  minorDigits,
  print,
  serialized,
  refund,
  subtract,
  sum,
  withDigits,
  ZERO,
} from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import { asc, eq, sql } from 'drizzle-orm';
import { record } from '../../platform/changes/record';
import { countUnitsBack } from '../../master-data/costs/count-units-sold';
import type { Queries, Transaction } from '../../platform/database/database';
import { documents, returnLines, returns, users } from '../../platform/database/schema/index';
import { conflict, Problem, refused } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { documentsAsPriced, type DocumentAsPriced } from './as-priced';
import type { Editor } from './save-document';
import { storedDocument } from './queries';

type SoldLine = Extract<PricedLineForm, { kind: 'priced' }>;

/** What came back of a line so far. */
interface Before {
  readonly quantity: Decimal;
  readonly amount: Decimal;
}

/** A posted sale with what came back of it. */
interface Sold {
  readonly sale: DocumentAsPriced;
  readonly lines: ReadonlyMap<string, SoldLine>;
  readonly before: ReadonlyMap<string, Before>;
  /** Its own version. */
  readonly setup: CompiledSetup;
}

const NOTHING: Before = { quantity: ZERO, amount: ZERO };

/** What came back of a sale, and what still can. */
export async function readReturns(
  queries: Queries,
  services: Services,
  number: number,
): Promise<SaleReturns> {
  const sold = await soldOn(queries, services, number);
  const { currency, facts } = sold.sale.document;
  const names = new Map(facts.items.map(({ item, name }) => [item, name]));
  return {
    currency,
    lines: [...sold.lines.values()].map(({ id, item, unit, quantity, net }): ReturnableLine => ({
      line: id,
      item,
      name: names.get(item) ?? '',
      unit,
      sold: quantity,
      net,
      returned: print((sold.before.get(id) ?? NOTHING).quantity),
    })),
    returns: await returnsOf(queries, sold),
  };
}

/** "Return 1650", or "Credit 1650" where the goods stay. */
export function returnTitle({
  number,
  goodsBack,
}: Pick<SaleReturn, 'number' | 'goodsBack'>): string {
  return `${goodsBack ? 'Return' : 'Credit'} ${String(number)}`;
}

/** What goods of a sale are worth that come back, at its own prices. */
export async function foreseeReturn(
  queries: Queries,
  services: Services,
  number: number,
  { lines, takesOff }: ReturnAsked,
): Promise<ReturnWorth> {
  return worthOf(await soldOn(queries, services, number), lines, takesOff);
}

/** Posts a return as somebody saw it. @returns its number */
export async function postReturn(
  transaction: Transaction,
  services: Services,
  number: number,
  { lines, goodsBack, reason, takesOffBecause, amountWithTax }: NewReturn,
  editor: Editor,
): Promise<number> {
  // returns of one sale are posted one after the other
  await transaction
    .select({ number: documents.number })
    .from(documents)
    .where(eq(documents.number, number))
    .for('update');
  const sold = await soldOn(transaction, services, number);
  const worth = worthOf(sold, lines, takesOffBecause !== null);
  if (compare(decimal(worth.amountWithTax), decimal(amountWithTax)) !== 0) {
    throw conflict(
      'Other items of this sale were returned since you opened it, so the amount changed.',
      worth,
    );
  }
  const numbers = await transaction.execute<{ number: string }>(
    sql`select nextval(pg_get_serial_sequence('documents', 'number')) as number`,
  );
  const own = Number(numbers.rows[0]?.number);
  const postedAt = services.now();
  const { amount, tax, takenOff } = worth;
  const takenOffBecause = compare(decimal(takenOff), ZERO) > 0 ? takesOffBecause : null;
  await transaction.insert(returns).values({
    number: own,
    saleNumber: number,
    goodsBack,
    reason,
    amount,
    tax,
    amountWithTax: worth.amountWithTax,
    takenOff,
    takenOffBecause,
    // of a credit all goods are kept
    kept: goodsBack ? worth.kept : null,
    postedBy: editor.id,
    postedAt,
  });
  await transaction.insert(returnLines).values(
    worth.lines.map((line) => ({
      returnNumber: own,
      saleNumber: number,
      lineId: line.line,
      quantity: line.quantity,
      amount: line.amount,
      takenOff: line.takenOff,
    })),
  );
  // of a credit the goods stay sold
  if (goodsBack) await countUnitsBack(transaction, own);
  await record(
    transaction,
    { id: editor.id, now: postedAt },
    {
      kind: 'return',
      key: String(own),
      name: returnTitle({ number: own, goodsBack }),
      action: 'posted',
      before: null,
      after: { sale: number, reason, ...worth },
    },
  );
  return own;
}

async function soldOn(
  queries: Queries,
  { setups }: Pick<Services, 'setups'>,
  number: number,
): Promise<Sold> {
  const { document } = await storedDocument(queries, number);
  if (document.state !== 'posted') {
    throw new Problem(422, `Nothing comes back of ${documentTitle(document)}: it is not posted.`);
  }
  const [sale] = await documentsAsPriced(queries, [number]);
  if (!sale) throw new Error('a posted sale has lines');
  const lines = new Map(
    sale.priced.flatMap(({ id, line }) => (line.kind === 'priced' ? [[id, line] as const] : [])),
  );
  const rows = await queries.select().from(returnLines).where(eq(returnLines.saleNumber, number));
  const before = new Map<string, Before>();
  for (const { lineId, quantity, amount } of rows) {
    const known = before.get(lineId) ?? NOTHING;
    before.set(lineId, {
      quantity: add(known.quantity, decimal(quantity)),
      amount: add(known.amount, decimal(amount)),
    });
  }
  const { compiled } = await setups.of(queries, sale.version);
  return { sale, lines, before, setup: compiled };
}

function worthOf(sold: Sold, asked: readonly ReturnedQuantity[], takesOff: boolean): ReturnWorth {
  const { sale, lines, before, setup } = sold;
  const { facts, currency } = sale.document;
  const items = new Map(facts.items.map((item) => [item.item, item]));
  const problems = [];
  const wanted = new Map<string, Decimal>();
  for (const [index, { line: id, quantity: text }] of asked.entries()) {
    const line = lines.get(id);
    const quantity = decimal(text);
    const sentence = line
      ? whyNot(line, items.get(line.item), quantity, before.get(id) ?? NOTHING)
      : 'The sale has no such line';
    if (sentence === null) wanted.set(id, quantity);
    else problems.push({ path: `lines[${String(index)}].quantity`, sentence });
  }
  if (problems.length > 0) throw refused(problems);
  // what came back before is among the goods of its tax class
  const counted = [...lines.values()].filter(({ id }) => wanted.has(id) || before.has(id));
  const ends = { digits: minorDigits(currency), mode: setup.roundingMode };
  const back = counted.map(({ id, item, quantity, net }) => ({
    item,
    sold: { quantity: decimal(quantity), net: decimal(net) },
    before: before.get(id) ?? NOTHING,
    quantity: wanted.get(id) ?? ZERO,
  }));
  const whole = refund(back, facts.tax, ends);
  const kept = keptOf(sold, wanted, whole.amount);
  const takenOff = takesOff && kept ? least(kept.earned, whole.amount) : ZERO;
  const found = serialized(takesOff ? refund(back, facts.tax, ends, takenOff) : whole);
  const { amount, tax, amountWithTax } = found;
  return {
    lines: counted.flatMap(({ id, item, unit }, place): ReturnedLine[] => {
      const quantity = wanted.get(id);
      const amount = found.amounts[place];
      if (!quantity || amount === undefined) return [];
      const keptBack = found.takenOff[place] ?? '0';
      return [{ line: id, item, unit, quantity: print(quantity), amount, takenOff: keptBack }];
    }),
    amount,
    tax,
    amountWithTax,
    takenOff: print(withDigits(takenOff, ends.digits)),
    kept: kept && serialized(kept),
  };
}

/** What the goods that come back had earned for those that are kept after them. */
function keptOf(
  { sale, lines, before, setup }: Sold,
  wanted: ReadonlyMap<string, Decimal>,
  givenBack: Decimal,
): KeptGoods | null {
  const all = [...lines.values()];
  const kept = new Map(
    all.map(({ id, quantity }) => {
      const gone = add((before.get(id) ?? NOTHING).quantity, wanted.get(id) ?? ZERO);
      return [id, subtract(decimal(quantity), gone)];
    }),
  );
  const gaveBack = [...before.values()].map(({ amount }) => amount);
  const paid = subtract(sum(all.map(({ net }) => decimal(net))), sum([...gaveBack, givenBack]));
  return keptGoods(setup, sale.document, kept, paid);
}

function least(one: Decimal, other: Decimal): Decimal {
  return compare(one, other) < 0 ? one : other;
}

/** Why so much does not come back of a line; null where it may. */
function whyNot(
  { unit: code, quantity: sold }: SoldLine,
  item: ItemFacts | undefined,
  quantity: Decimal,
  before: Before,
): string | null {
  const left = subtract(decimal(sold), before.quantity);
  if (compare(quantity, left) > 0) return `At most ${print(left)} ${code} can still come back`;
  const unit = item?.units.find((one) => one.unit === code);
  const digits = unit?.digits ?? item?.quantityDigits ?? 0;
  return quantity.scale > digits && compare(quantity, left) !== 0
    ? `A quantity in ${code} has at most ${String(digits)} decimals`
    : null;
}

async function returnsOf(queries: Queries, { sale, lines }: Sold): Promise<SaleReturn[]> {
  const rows = await queries
    .select({ one: returns, by: users.name })
    .from(returns)
    .innerJoin(users, eq(users.id, returns.postedBy))
    .where(eq(returns.saleNumber, sale.number))
    .orderBy(asc(returns.number));
  const parts = await queries
    .select()
    .from(returnLines)
    .where(eq(returnLines.saleNumber, sale.number));
  return rows.map(({ one, by }): SaleReturn => ({
    number: one.number,
    sale: sale.number,
    goodsBack: one.goodsBack,
    reason: one.reason,
    lines: parts
      .filter(({ returnNumber }) => returnNumber === one.number)
      .flatMap(({ lineId, quantity, amount, takenOff }): ReturnedLine[] => {
        const line = lines.get(lineId);
        if (!line) return [];
        return [{ line: lineId, item: line.item, unit: line.unit, quantity, amount, takenOff }];
      }),
    amount: one.amount,
    tax: one.tax,
    amountWithTax: one.amountWithTax,
    takenOff: one.takenOff,
    takenOffBecause: one.takenOffBecause,
    kept: one.kept,
    postedBy: by,
    postedAt: one.postedAt.toISOString(),
  }));
}
