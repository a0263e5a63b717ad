import type { BrokenGuard, DocumentContent, GuardFacts } from '@honest-ledger/contracts';
import {
  printPercent,
  compareExact,
  decimal,
  print,
  serialized,
  takenFromDocument,
  takenFromLine,
  type LineWithPrice,
  type PricedDocument,
  type TakenByHand,
} from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { limitsOf, type OverrideAuthor, type OverrideAuthors, type Limit } from './hands';

/** The guards that a document breaks as it is priced: limits of those who typed, and floors. */
export async function brokenGuards(
  queries: Queries,
  content: DocumentContent,
  priced: PricedDocument,
  overrideAuthors: OverrideAuthors,
): Promise<BrokenGuard[]> {
  const all = [...overrideAuthors.lines.values(), overrideAuthors.discount];
  const limits = await limitsOf(
    queries,
    all.flatMap((hand) => hand?.owner ?? []),
  );
  const limitOf = (hand: OverrideAuthor | null | undefined): Limit | undefined =>
    hand ? limits.get(hand.owner) : undefined;
  const written = new Map(content.lines.map((line) => [line.id, line]));
  const lines = priced.lines.filter((line) => line.kind === 'priced');
  return [
    ...lines.flatMap((line) => {
      const goods = ofLine(line, factsOf(content, written.get(line.id) ?? null));
      return [
        ...limitBroken(takenFromLine(line), limitOf(overrideAuthors.lines.get(line.id)), goods),
        ...floorBroken(line, goods),
      ];
    }),
    ...limitBroken(takenFromDocument(priced), limitOf(overrideAuthors.discount), {
      ...DOCUMENT,
      facts: factsOf(content, null),
    }),
  ];
}

/** For whom and when something is sold, and how it was typed: what an approval of it is for. */
function factsOf(
  { customer, outlet, currency, asOf, discount }: DocumentContent,
  line: DocumentContent['lines'][number] | null,
): GuardFacts {
  const off = line ? line.discount : discount;
  return {
    customer,
    outlet,
    currency,
    asOf,
    duration: line?.duration ?? null,
    typed: line?.priceByHand ? 'price' : (off?.off.kind ?? null),
  };
}

type Goods = Pick<BrokenGuard, 'line' | 'item' | 'quantity' | 'unit' | 'facts'>;

const DOCUMENT: Omit<Goods, 'facts'> = { line: null, item: '', quantity: '1', unit: '' };

function ofLine({ id, item, quantity, unit }: LineWithPrice, facts: GuardFacts): Goods {
  return { line: id, item, quantity: print(quantity), unit, facts };
}

function limitBroken(
  taken: TakenByHand | null,
  limit: Limit | undefined,
  goods: Goods,
): BrokenGuard[] {
  if (!taken || !limit) return [];
  const { amount, without, off } = taken;
  const within = without !== null && (off === null || compareExact(off, decimal(limit.most)) <= 0);
  if (within) return [];
  return [
    {
      kind: 'limit',
      ...goods,
      ...limit,
      amount: print(amount),
      without: without && print(without),
      off: printPercent(off, OFF_DIGITS),
    },
  ];
}

/** Decimals that a percent is written with. */
const OFF_DIGITS = 2;

function floorBroken(line: LineWithPrice, goods: Goods): BrokenGuard[] {
  const { floor } = line;
  const { least, short, untested } = floor ?? {};
  if ((short ?? untested)?.then !== 'hold') return [];
  return [
    {
      kind: 'floor',
      ...goods,
      amount: print(line.net),
      least: least ? serialized(least) : null,
      missing: short ? print(short.amount) : null,
      untested: untested?.missing ?? null,
    },
  ];
}
