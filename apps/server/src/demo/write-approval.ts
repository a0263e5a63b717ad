import { PLAIN_LINE } from '@honest-ledger/engine';
import { contentOfDocument } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { askForApproval } from '../approvals/ask';
import type { Transaction } from '../database/database';
import { beginDocument, keepDocument } from '../documents/keep-document';
import { readDocument } from '../documents/queries';
import type { Services } from '../services';
import { BEGINNING } from './load-demo';

const CUSTOMER = 'C4001';
const DAYS_LATER = 19;

/** An order on which somebody in sales took off more than they may, and asks for approval. */
export async function writeApproval(
  transaction: Transaction,
  services: Services,
  seller: number,
): Promise<void> {
  const then = new Date(BEGINNING.getTime() + DAYS_LATER * 24 * 60 * 60 * 1000);
  const atThen = { ...services, now: () => then };
  const editor = { id: seller, role: 'sales' } as const;
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
  const off = { kind: 'percent', percent: '-12' } as const;
  const discount = { off, reason: 'the last of the old labels' };
  await keepDocument(
    transaction,
    atThen,
    number,
    {
      ...contentOfDocument(begun),
      title: 'Winter glazes',
      lines: [{ ...line('GL-1180', '12'), discount }, line('CL-0207', '4')],
      revision: begun.revision,
    },
    editor,
  );
  const { revision } = await readDocument(transaction, atThen, number);
  const note = 'They take all twelve if we do';
  await askForApproval(transaction, atThen, number, { revision, note }, editor);
}
