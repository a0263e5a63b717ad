import {
  type PricedDocumentForm,
  type SalesBacktestSum,
  type WithoutTyped,
  namesFromFacts,
} from '@honest-ledger/contracts';
import {
  add,
  type CompiledSetup,
  type Decimal,
  decimal,
  type ItemFacts,
  MODEL_VERSION,
  priceDocument,
  type PricingDocument,
  print,
  serialized,
  type Setup,
  ZERO,
} from '@honest-ledger/engine';
import { plainWriter, priceCauses } from '@honest-ledger/wording';
import { type Transaction } from '../../platform/database/database';
import { salesBacktestLines, salesBacktestParts } from '../../platform/database/schema/index';
import { type DocumentAsPriced, type DocumentInShort } from '../../selling/documents/as-priced';
import { differingFrom } from '../../selling/documents/recalculate';
import type { Services } from '../../setup/versions/services';

import type { PublishedSetup } from '../../setup/versions/published-setups';

/** By what sales are priced again, and which of their lines are looked at. */
export interface Comparison {
  /** Null for each sale's own version. */
  readonly by: PublishedSetup | null;
  readonly category: string | null;
  readonly withoutTyped: WithoutTyped;
}

/** The setup a sale was priced by, and the one it is priced by again where that is another. */
interface SetupsOfSale {
  readonly own: PublishedSetup;
  readonly other: PublishedSetup | null;
}

export function setupsFor(transaction: Transaction, { setups }: Services, { by }: Comparison) {
  return async ({ version }: Pick<DocumentInShort, 'version'>): Promise<SetupsOfSale> => {
    const own = await setups.of(transaction, version);
    return { own, other: by && by.compiled !== own.compiled ? by : null };
  };
}

/** What a part comes to, as it is stored. */
type Told = Pick<typeof salesBacktestParts.$inferSelect, 'lines' | 'older' | 'typed' | 'sums'>;

/** What a part comes to, counted sale by sale. */
export interface Tally {
  older: number;
  typed: number;
  lines: number;
  readonly count: (currency: string, was: Decimal, now: Decimal) => void;
  readonly told: () => Told;
}

export function beginTally(): Tally {
  const sums = new Map<string, { was: Decimal; now: Decimal }>();
  const tally: Tally = {
    older: 0,
    typed: 0,
    lines: 0,
    count: (currency, was, now) => {
      const sum = sums.get(currency) ?? { was: ZERO, now: ZERO };
      sums.set(currency, { was: add(sum.was, was), now: add(sum.now, now) });
    },
    told: () => ({
      older: tally.older,
      typed: tally.typed,
      lines: tally.lines,
      sums: [...sums].map(([currency, { was, now }]): SalesBacktestSum => ({
        currency,
        was: print(was),
        now: print(now),
      })),
    }),
  };
  return tally;
}

/** Counts a sale whose lines come to what they were sold for; false where some may not. */
export function countUnmoved(
  sale: DocumentInShort,
  { own, other }: SetupsOfSale,
  { category, withoutTyped }: Comparison,
  tally: Tally,
): boolean {
  const asked = asAskedFor(sale, withoutTyped);
  if (sale.modelVersion !== MODEL_VERSION) tally.older += 1;
  tally.typed += typedLines(asked.document);
  const isOther = other !== null || asked !== sale;
  if (!isAsSold(sale, own.compiled)) return false;
  if (isOther && !isAsSold(asked, (other ?? own).compiled)) return false;
  for (const net of netsOf(sale, category)) {
    tally.lines += 1;
    tally.count(sale.document.currency, net, net);
  }
  return true;
}

/** A line that comes to something else, or should have come to what it was sold for. */
type ComparedLine = Omit<typeof salesBacktestLines.$inferInsert, 'id' | 'runId' | 'place' | 'sale'>;

/** Counts a sale line by line. @returns the lines that come to something else, or should have */
export function countMoved(
  sale: DocumentAsPriced,
  { own, other }: SetupsOfSale,
  { category, withoutTyped }: Comparison,
  tally: Tally,
): ComparedLine[] {
  const again = computed(sale, own.compiled);
  const isOlder = sale.modelVersion !== MODEL_VERSION;
  const faults = new Set(isOlder ? [] : differingFrom(sale, again.lines).map(({ id }) => id));
  const asked = asAskedFor(sale, withoutTyped);
  const isOther = other !== null || asked !== sale;
  const now = isOther ? computed(asked, (other ?? own).compiled) : again;
  const lines = compare(sale, now, (other ?? own).setup, category);
  tally.lines += lines.length;
  for (const { was, now: becomes } of lines) {
    if (becomes !== null) tally.count(sale.document.currency, decimal(was), decimal(becomes));
  }
  return lines
    .map(({ id, ...line }) => ({ ...line, fault: faults.has(id) }))
    .filter(({ fault, was, now: becomes }) => fault || becomes !== was);
}

interface Compared extends Omit<ComparedLine, 'fault'> {
  readonly id: string;
  readonly was: string;
  readonly now: string | null;
}

function computed({ document }: DocumentAsPriced, compiled: CompiledSetup): PricedDocumentForm {
  return serialized(priceDocument(compiled, document));
}

/** A sale as it is priced again: without what was typed of its prices where that is asked for. */
function asAskedFor<Sale extends DocumentInShort | DocumentAsPriced>(
  sale: Sale,
  withoutTyped: WithoutTyped,
): Sale {
  const isWanted = withoutTyped === 'all' || (withoutTyped === 'imported' && sale.isImported);
  const { document } = sale;
  if (!isWanted || (document.discount === null && typedLines(document) === 0)) return sale;
  const lines = document.lines.map((line) => ({ ...line, priceByHand: null, discount: null }));
  return { ...sale, document: { ...document, discount: null, lines } };
}

/** How many lines somebody typed a price or a discount of. */
function typedLines({ lines }: PricingDocument): number {
  return lines.filter(({ priceByHand, discount }) => priceByHand !== null || discount !== null)
    .length;
}

/** Whether all that is paid by of a sale comes out as it was sold; how it comes about is not asked. */
function isAsSold({ document, figures }: DocumentInShort, compiled: CompiledSetup): boolean {
  const { lines } = priceDocument(compiled, document, { workings: false });
  return lines.every((line, place) => {
    const was = figures[place];
    if (!was || line.kind === 'unpriced') return was?.net === null;
    const { net, setUp, slices } = line;
    return (
      print(net) === was.net &&
      (setUp && print(setUp.amount)) === was.setUp &&
      slices.length === was.unitPrices.length &&
      slices.every(({ unitPrice }, slice) => print(unitPrice) === was.unitPrices[slice])
    );
  });
}

/** What the lines of a sale that were sold for a price came to. */
function netsOf({ document, figures }: DocumentInShort, category: string | null): Decimal[] {
  const { items } = document.facts;
  const asked = new Set(items.filter((item) => isIn(item, category)).map(({ item }) => item));
  return document.lines.flatMap(({ item }, place) => {
    const net = figures[place]?.net ?? null;
    return net === null || !asked.has(item) ? [] : [decimal(net)];
  });
}

function isIn({ categories }: ItemFacts, category: string | null): boolean {
  return category === null || categories.some(({ code }) => code === category);
}

/** The lines of a sale that were sold for a price, as they were and as they come out now. */
function compare(
  { document, priced }: DocumentAsPriced,
  { lines: now, notApplied }: PricedDocumentForm,
  setup: Setup,
  category: string | null,
): readonly Compared[] {
  const { items } = document.facts;
  const facts = new Map(items.map((item) => [item.item, item]));
  const names = namesFromFacts(document.facts, setup);
  return priced.flatMap(({ id, line: before }, place): Compared[] => {
    const after = now[place];
    const item = facts.get(before.item);
    if (!after || !item || before.kind !== 'priced') return [];
    if (!isIn(item, category)) return [];
    const net = after.kind === 'priced' ? after.net : null;
    const { quantity, unit, net: was } = before;
    const causes =
      net === was ? [] : [...priceCauses(before, after, names, plainWriter, { notApplied })];
    return [{ id, item: item.item, name: item.name, quantity, unit, was, now: net, causes }];
  });
}
