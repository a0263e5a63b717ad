import type { DocumentContent } from '@honest-ledger/contracts';
import {
  compare,
  decimal,
  print,
  takenFromDocument,
  takenFromLine,
  type Decimal,
  type PricedDocument,
} from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { handLimits, users, type TypedFor } from '../../platform/database/schema/index';
import type { StoredDocument } from './queries';

/** A figure that somebody typed. */
export interface OverrideAuthor {
  /** Whose it is, by their id. */
  readonly owner: number;
  /** Null where it is typed just now, and so for what is there now. */
  readonly typedFor: TypedFor | null;
}

/** Who typed what by hand. */
export interface OverrideAuthors {
  /** By the ids of lines. */
  readonly lines: ReadonlyMap<string, OverrideAuthor>;
  /** The discount for the document; null for none. */
  readonly discount: OverrideAuthor | null;
}

export const NO_OVERRIDE_AUTHORS: OverrideAuthors = { lines: new Map(), discount: null };

/** What a figure from before it was kept says it was typed for: nothing that is there now. */
const UNKNOWN: TypedFor = {};

/** The hands of a document as it was last written. */
export function overrideAuthorsOf({
  document,
  rows,
}: Pick<StoredDocument, 'document' | 'rows'>): OverrideAuthors {
  return {
    lines: new Map(
      rows.flatMap(({ id, handBy, handFor }) =>
        handBy === null ? [] : [[id, { owner: handBy, typedFor: handFor ?? UNKNOWN }]],
      ),
    ),
    discount:
      document.discountBy === null
        ? null
        : { owner: document.discountBy, typedFor: document.discountFor ?? UNKNOWN },
  };
}

/** What is typed anew is the editor's; what stands there as before stays whose it was. */
export function overrideAuthorsAfter(
  stored: StoredDocument,
  after: Pick<DocumentContent, 'discount' | 'lines'>,
  editor: number,
): OverrideAuthors {
  const { content: before } = stored;
  const known = overrideAuthorsOf(stored);
  const fresh: OverrideAuthor = { owner: editor, typedFor: null };
  const old = new Map(before.lines.map((line) => [line.id, line]));
  const lines = new Map<string, OverrideAuthor>();
  for (const line of after.lines) {
    if (!line.priceByHand && !line.discount) continue;
    const was = old.get(line.id);
    const isTyped = was?.item !== line.item || !isDeepStrictEqual(typed(was), typed(line));
    lines.set(line.id, isTyped ? fresh : (known.lines.get(line.id) ?? fresh));
  }
  if (!after.discount) return { lines, discount: null };
  const isTyped = !isDeepStrictEqual(before.discount, after.discount);
  return { lines, discount: isTyped ? fresh : (known.discount ?? fresh) };
}

type Line = DocumentContent['lines'][number];

function typed({ priceByHand, discount }: Line): unknown[] {
  return [priceByHand, discount];
}

/**
 * Whose the figures are for what is there now. One that was typed for something else (another customer,
 * goods, quantity, currency, moment, or price without it) is theirs who may take off less: nobody lends
 * out a limit.
 */
export async function ownersNow(
  queries: Queries,
  overrideAuthors: OverrideAuthors,
  editor: number,
  { content, priced }: { readonly content: DocumentContent; readonly priced: PricedDocument },
): Promise<OverrideAuthors> {
  const owners = [...overrideAuthors.lines.values(), overrideAuthors.discount].flatMap(
    (hand) => hand?.owner ?? [],
  );
  const limits = await limitsOf(queries, [...owners, editor]);
  const stricter = (owner: number): number => {
    const [theirs, own] = [limits.get(owner), limits.get(editor)];
    if (!own) return owner;
    return !theirs || compare(decimal(own.most), decimal(theirs.most)) < 0 ? editor : owner;
  };
  const now = ({ owner, typedFor }: OverrideAuthor, facts: TypedFor): OverrideAuthor => {
    const isSame = typedFor === null || isDeepStrictEqual(typedFor, facts);
    return { owner: isSame ? owner : stricter(owner), typedFor: facts };
  };
  const facts = factsOf(content, priced);
  return {
    lines: new Map(
      [...overrideAuthors.lines].map(([id, hand]) => [id, now(hand, facts.ofLine(id))]),
    ),
    discount: overrideAuthors.discount && now(overrideAuthors.discount, facts.ofDocument),
  };
}

/** What figures by hand are typed for, in a document as it is priced; as JSON gives it back. */
function factsOf(content: DocumentContent, priced: PricedDocument) {
  const { customer, outlet, currency, asOf } = content;
  const shared = { customer, outlet, currency, asOf };
  const lines = new Map(content.lines.map((line) => [line.id, line]));
  const without = new Map(
    priced.lines.map((line) => [
      line.id,
      line.kind === 'priced' ? printedOrNull(takenFromLine(line)?.without ?? null) : null,
    ]),
  );
  const ofLine = (id: string): TypedFor => {
    const line = lines.get(id);
    return { ...shared, ...(line && goods(line)), without: without.get(id) ?? null };
  };
  const ofDocument: TypedFor = {
    ...shared,
    lines: content.lines.map(goods),
    without: printedOrNull(takenFromDocument(priced)?.without ?? null),
  };
  return { ofLine, ofDocument };
}

function goods({ item, quantity, unit, duration }: Line) {
  return { item, quantity, unit, duration };
}

const printedOrNull = (value: Decimal | null): string | null => value && print(value);

export interface Limit {
  readonly role: (typeof users.$inferSelect)['role'];
  /** The most that somebody of the role may take off, in percent. */
  readonly most: string;
}

/** The limits of those who have one, by their ids. */
export async function limitsOf(
  queries: Queries,
  ids: readonly number[],
): Promise<ReadonlyMap<number, Limit>> {
  if (ids.length === 0) return new Map();
  const rows = await queries
    .select({ id: users.id, role: users.role, most: handLimits.mostOff })
    .from(users)
    .innerJoin(handLimits, eq(handLimits.role, users.role))
    .where(inList(users.id, [...new Set(ids)]));
  return new Map(
    rows.flatMap(({ id, role, most }) => (most === null ? [] : [[id, { role, most }] as const])),
  );
}
