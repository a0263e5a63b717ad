import type { WallClock } from '@honest-ledger/contracts';
import type { Queries } from '../database/database';
import { refused } from '../http/problems';
import { isSkipped } from './local-time';
import { zoneAt } from './surroundings';

/** @throws a refusal where the clock of the outlet never shows a date and time */
export async function checkAsOf(
  queries: Queries,
  { asOf, outlet }: { readonly asOf: WallClock | null; readonly outlet: string | null },
): Promise<void> {
  if (asOf === null || !isSkipped(asOf, await zoneAt(queries, outlet))) return;
  const sentence = 'The clock goes forward over this time there, so it never comes';
  throw refused([{ path: 'asOf', sentence }]);
}
