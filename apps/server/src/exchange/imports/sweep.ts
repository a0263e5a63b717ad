import { lt } from 'drizzle-orm';
import type { Services } from '../../setup/versions/services';
import { imports } from '../../platform/database/schema/index';

const KEPT_MILLISECONDS = 90 * 24 * 60 * 60 * 1000;

/** Lets old files go, row by row as they came. What they changed stays on record. */
export async function sweepImports({ database, now }: Services): Promise<void> {
  const before = new Date(now().getTime() - KEPT_MILLISECONDS);
  await database.delete(imports).where(lt(imports.at, before));
}
