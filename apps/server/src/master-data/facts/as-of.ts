import type { WallClock } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { outlets } from '../../platform/database/schema/index';
import { refused } from '../../platform/http/problems';
import { instantAt, isSkipped } from '../../platform/clock/local-time';
import { NO_OUTLETS_ZONE } from './document-facts';

/** The time zone by whose clock the days and times of a document at an outlet are. */
export async function zoneAt(queries: Queries, outlet: string | null): Promise<string> {
  if (outlet === null) return NO_OUTLETS_ZONE;
  const [row] = await queries
    .select({ timeZone: outlets.timeZone })
    .from(outlets)
    .where(eq(outlets.code, outlet));
  return row?.timeZone ?? NO_OUTLETS_ZONE;
}

/** What says as of when it is priced, and where. */
export interface AsOf {
  /** By the clock of the outlet; null for now. */
  readonly asOf: WallClock | null;
  /** Null for none. */
  readonly outlet: string | null;
}

/** The instant as of which something is priced: what it says by the clock of its outlet, else now. */
export async function momentOf(queries: Queries, { asOf, outlet }: AsOf, now: Date): Promise<Date> {
  return asOf === null ? now : instantAt(asOf, await zoneAt(queries, outlet));
}

/** @throws a refusal where the clock of the outlet never shows a date and time */
export async function checkAsOf(queries: Queries, { asOf, outlet }: AsOf): Promise<void> {
  if (asOf === null || !isSkipped(asOf, await zoneAt(queries, outlet))) return;
  const sentence = 'The clock goes forward over this time there, so it never comes';
  throw refused([{ path: 'asOf', sentence }]);
}
