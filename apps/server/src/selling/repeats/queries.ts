import type { RepeatedOrder, RepeatView } from '@honest-ledger/contracts';
import { desc, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { documents, outlets, repeats, users } from '../../platform/database/schema/index';
import { NO_OUTLETS_ZONE } from '../../master-data/facts/document-facts';
import { notFound } from '../../platform/http/problems';
import { occasionsFrom } from './occasions';

const NEXT_TOLD = 3;

/** How a document repeats, what was made so far, and which one it repeats itself. */
export async function readRepeat(queries: Queries, number: number): Promise<RepeatView> {
  const [document] = await queries
    .select({ of: documents.repeatsNumber, on: documents.repeatsOn })
    .from(documents)
    .where(eq(documents.number, number));
  if (!document) throw notFound(`Document ${String(number)}`);
  const [found] = await queries
    .select({ repeat: repeats, by: users.name })
    .from(repeats)
    .innerJoin(users, eq(users.id, repeats.setBy))
    .where(eq(repeats.documentNumber, number));
  return {
    repeat: found ? toRepeat(found.repeat, found.by) : null,
    made: await madeOf(queries, number),
    of:
      document.of === null || document.on === null
        ? null
        : { number: document.of, on: document.on },
  };
}

function toRepeat(row: typeof repeats.$inferSelect, setBy: string): RepeatView['repeat'] {
  const { every, unit, startsOn, until, prices, revision, remark, nextOn } = row;
  const next = nextOn === null ? [] : occasionsFrom(row, nextOn, NEXT_TOLD);
  return { every, unit, startsOn, until, prices, revision, remark, setBy, next };
}

/** The orders that repeat one, the latest first. */
export async function madeOf(queries: Queries, number: number): Promise<RepeatedOrder[]> {
  const rows = await queries
    .select({ number: documents.number, on: documents.repeatsOn })
    .from(documents)
    .where(eq(documents.repeatsNumber, number))
    .orderBy(desc(documents.repeatsOn));
  return rows.flatMap(({ number: made, on }) => (on === null ? [] : [{ number: made, on }]));
}

/** The time zone by whose clock the days of a document are. */
export async function zoneOf(queries: Queries, outletId: number | null): Promise<string> {
  if (outletId === null) return NO_OUTLETS_ZONE;
  const [outlet] = await queries
    .select({ timeZone: outlets.timeZone })
    .from(outlets)
    .where(eq(outlets.id, outletId));
  return outlet?.timeZone ?? NO_OUTLETS_ZONE;
}
