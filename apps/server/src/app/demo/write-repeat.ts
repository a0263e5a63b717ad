import type { Transaction } from '../../platform/database/database';
import { transitionDocument, foreseeTransition } from '../../selling/documents/transition';
import { setRepeat } from '../../selling/repeats/set';
import type { Services } from '../../setup/versions/services';
import { DAY, daysLater } from './beginning';
import { orderLine, writeOrder } from './write-order';

/** From now on, whenever the demo is loaded: none of its orders is due at once. */
const FIRST_IN_DAYS = 21;

/** A confirmed order of clay that comes again every month, at the prices that were confirmed. */
export async function writeRepeat(
  transaction: Transaction,
  services: Services,
  seller: number,
): Promise<void> {
  const atThen = { ...services, now: () => daysLater(20) };
  const editor = { id: seller, role: 'pricing' } as const;
  const number = await writeOrder(transaction, atThen, editor, {
    customer: 'C1004',
    title: 'Clay for the month',
    lines: [orderLine('CL-0207', '20'), orderLine('CL-0315', '6')],
  });
  const { revision, priceFingerprint } = await foreseeTransition(
    transaction,
    atThen,
    number,
    'order',
  );
  const transition = { into: 'order', revision, priceFingerprint, keep: [] } as const;
  await transitionDocument(transaction, atThen, number, transition, editor);
  const first = new Date(services.now().getTime() + FIRST_IN_DAYS * DAY);
  const terms = {
    every: 1,
    unit: 'month',
    startsOn: first.toISOString().slice(0, 10),
    until: null,
    prices: 'kept',
  } as const;
  await setRepeat(transaction, services, number, { ...terms, revision: 0 }, editor);
}
