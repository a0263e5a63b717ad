import { COST_KINDS } from '@honest-ledger/engine';
import type { Transaction } from '../platform/database/database';
import { settingRows, users } from '../platform/database/schema/index';
import { hashPassword } from '../platform/session/passwords';
import { openVersion, waitForPublishing } from '../setup/versions/publish';

/** Begins without demo data: one user, and a first version with settings and nothing else. */
export async function beginEmpty(
  transaction: Transaction,
  user: { readonly email: string; readonly name: string; readonly password: string },
  now: Date,
): Promise<void> {
  await waitForPublishing(transaction);
  const { email, name, password } = user;
  const [created] = await transaction
    .insert(users)
    .values({ email, name, passwordHash: await hashPassword(password) })
    .returning({ id: users.id });
  const version = await openVersion(transaction, {
    note: 'The beginning: settings',
    changes: 1,
    publishedBy: created?.id ?? 0,
    publishedAt: now,
  });
  await transaction.insert(settingRows).values({
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    costOrder: [...COST_KINDS],
    floors: [],
    fromVersion: version,
  });
}
