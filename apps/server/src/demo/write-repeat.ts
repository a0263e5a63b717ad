import { PLAIN_LINE } from '@honest-ledger/engine';
import { contentOfDocument } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../database/database';
import { advanceDocument, foreseeAdvance } from '../documents/advance';
import { beginDocument, keepDocument } from '../documents/keep-document';
import { readDocument } from '../documents/queries';
import { setRepeat } from '../repeats/set';
import type { Services } from '../services';
import { BEGINNING } from './load-demo';

const CUSTOMER = 'C1004';
const DAY = 24 * 60 * 60 * 1000;
const DAYS_LATER = 20;
/** From now on, whenever the demo is loaded: none of its orders is due at once. */
const FIRST_IN_DAYS = 21;

/** A confirmed order of clay that comes again every month, at the prices that were confirmed. */
export async function writeRepeat(
  transaction: Transaction,
  services: Services,
  seller: number,
): Promise<void> {
  const then = new Date(BEGINNING.getTime() + DAYS_LATER * DAY);
  const atThen = { ...services, now: () => then };
  const editor = { id: seller, role: 'pricing' } as const;
  const begin = { kind: 'order', customer: CUSTOMER } as const;
  const number = await beginDocument(transaction, atThen, begin, editor);
  const begun = await readDocument(transaction, atThen, number);
  const line = (item: string, quantity: string) => ({
    ...PLAIN_LINE,
    id: randomUUID(),
    item,
    quantity,
    unit: null,
    duration: null,
  });
  const edit = {
    ...contentOfDocument(begun),
    title: 'Clay for the month',
    lines: [line('CL-0207', '20'), line('CL-0315', '6')],
    revision: begun.revision,
  };
  await keepDocument(transaction, atThen, number, edit, editor);
  const { revision, seal } = await foreseeAdvance(transaction, atThen, number, 'order');
  const advance = { into: 'order', revision, seal, keep: [] } as const;
  await advanceDocument(transaction, atThen, number, advance, editor);
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
