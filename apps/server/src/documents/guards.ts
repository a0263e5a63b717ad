import type { BrokenGuard, DocumentContent } from '@honest-ledger/contracts';
import {
  compare,
  compareExact,
  decimal,
  print,
  printed,
  roundToDigits,
  takenFromDocument,
  takenFromLine,
  withDigits,
  type LineWithPrice,
  type PricedDocument,
  type TakenByHand,
} from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Queries } from '../database/database';
import { oneOf } from '../database/patterns';
import { handLimits, users } from '../database/schema/index';
import type { StoredDocument } from './queries';

/** Who typed what by hand, by their ids. */
export interface Hands {
  /** By the ids of lines. */
  readonly lines: ReadonlyMap<string, number>;
  /** The discount for the document; null for none. */
  readonly discount: number | null;
}

export function handsOf({ document, rows }: Pick<StoredDocument, 'document' | 'rows'>): Hands {
  return {
    lines: new Map(rows.flatMap(({ id, handBy }) => (handBy === null ? [] : [[id, handBy]]))),
    discount: document.discountBy,
  };
}

/**
 * What is typed anew is the editor's. What stands there as before stays whose it was; where it is of
 * more or other goods by now, it is theirs who may take off less: nobody lends out a limit.
 */
export async function handsAfter(
  queries: Queries,
  stored: StoredDocument,
  after: Pick<DocumentContent, 'discount' | 'lines'>,
  editor: number,
): Promise<Hands> {
  const { content: before } = stored;
  const known = handsOf(stored);
  const limits = await limitsOf(queries, [...known.lines.values(), known.discount, editor]);
  const stricter = (owner: number): number => {
    const [theirs, own] = [limits.get(owner), limits.get(editor)];
    if (!own) return owner;
    return !theirs || compare(decimal(own.most), decimal(theirs.most)) < 0 ? editor : owner;
  };
  const old = new Map(before.lines.map((line) => [line.id, line]));
  const lines = new Map<string, number>();
  for (const line of after.lines) {
    if (!line.priceByHand && !line.discount) continue;
    const was = old.get(line.id);
    const owner = known.lines.get(line.id) ?? editor;
    const isTyped = was?.item !== line.item || !isDeepStrictEqual(typed(was), typed(line));
    if (isTyped) lines.set(line.id, editor);
    else lines.set(line.id, isDeepStrictEqual(goods(was), goods(line)) ? owner : stricter(owner));
  }
  if (!after.discount) return { lines, discount: null };
  const owner = known.discount ?? editor;
  if (!isDeepStrictEqual(before.discount, after.discount)) return { lines, discount: editor };
  const isSame = isDeepStrictEqual(before.lines.map(goods), after.lines.map(goods));
  return { lines, discount: isSame ? owner : stricter(owner) };
}

type Line = DocumentContent['lines'][number];

function typed({ priceByHand, discount }: Line): unknown[] {
  return [priceByHand, discount];
}

function goods({ item, quantity, unit, duration }: Line): unknown[] {
  return [item, quantity, unit, duration];
}

/** The guards that a document breaks as it is priced: limits of those who typed, and floors. */
export async function brokenGuards(
  queries: Queries,
  priced: PricedDocument,
  hands: Hands,
): Promise<BrokenGuard[]> {
  const limits = await limitsOf(queries, [...new Set([...hands.lines.values(), hands.discount])]);
  const lines = priced.lines.filter((line) => line.kind === 'priced');
  return [
    ...lines.flatMap((line) => [
      ...limitBroken(takenFromLine(line), limits.get(hands.lines.get(line.id) ?? 0), ofLine(line)),
      ...floorBroken(line),
    ]),
    ...limitBroken(takenFromDocument(priced), limits.get(hands.discount ?? 0), DOCUMENT),
  ];
}

type Goods = Pick<BrokenGuard, 'line' | 'item' | 'quantity' | 'unit'>;

const DOCUMENT: Goods = { line: null, item: '', quantity: '1', unit: '' };

function ofLine({ id, item, quantity, unit }: LineWithPrice): Goods {
  return { line: id, item, quantity: print(quantity), unit };
}

interface Limit {
  readonly role: (typeof users.$inferSelect)['role'];
  readonly most: string;
}

/** The limits of those who have one. */
async function limitsOf(
  queries: Queries,
  ids: readonly (number | null)[],
): Promise<ReadonlyMap<number, Limit>> {
  const some = ids.filter((id) => id !== null);
  if (some.length === 0) return new Map();
  const rows = await queries
    .select({ id: users.id, role: users.role, most: handLimits.mostOff })
    .from(users)
    .innerJoin(handLimits, eq(handLimits.role, users.role))
    .where(oneOf(users.id, some));
  return new Map(
    rows.flatMap(({ id, role, most }) => (most === null ? [] : [[id, { role, most }] as const])),
  );
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
      off: off && print(withDigits(roundToDigits(off, OFF_DIGITS, 'halfAwayFromZero'), OFF_DIGITS)),
    },
  ];
}

/** Decimals that a percent is written with. */
const OFF_DIGITS = 2;

function floorBroken(line: LineWithPrice): BrokenGuard[] {
  const { floor } = line;
  const { least, short, untested } = floor ?? {};
  if ((short ?? untested)?.then !== 'hold') return [];
  return [
    {
      kind: 'floor',
      ...ofLine(line),
      amount: print(line.net),
      least: least ? printed(least) : null,
      missing: short ? print(short.amount) : null,
      untested: untested?.missing ?? null,
    },
  ];
}
