import { askForApproval } from '../../selling/approvals/ask';
import type { Transaction } from '../../platform/database/database';
import { readDocument } from '../../selling/documents/queries';
import type { Services } from '../../setup/versions/services';
import { daysLater } from './beginning';
import { orderLine, writeOrder } from './write-order';

/** An order on which somebody in sales took off more than they may, and asks for approval. */
export async function writeApproval(
  transaction: Transaction,
  services: Services,
  seller: number,
): Promise<void> {
  const atThen = { ...services, now: () => daysLater(19) };
  const editor = { id: seller, role: 'sales' } as const;
  const off = { kind: 'percent', percent: '-12' } as const;
  const discount = { off, reason: 'the last of the old labels' };
  const number = await writeOrder(transaction, atThen, editor, {
    customer: 'C4001',
    title: 'Winter glazes',
    lines: [orderLine('GL-1180', '12', discount), orderLine('CL-0207', '4')],
  });
  const { revision } = await readDocument(transaction, atThen, number);
  const note = 'They take all twelve if we do';
  await askForApproval(transaction, atThen, number, { revision, note }, editor);
}
