import { BARE_LINE, contentOfDocument, type DocumentLineInput } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../../platform/database/database';
import { beginDocument, saveDocument, type Editor } from '../../selling/documents/save-document';
import { readDocument } from '../../selling/documents/queries';
import type { Services } from '../../setup/versions/services';

/** A line of an item, in its base unit. */
export function orderLine(
  item: string,
  quantity: string,
  discount: DocumentLineInput['discount'] = null,
): DocumentLineInput {
  const id = randomUUID();
  return { ...BARE_LINE, id, item, quantity, unit: null, duration: null, discount };
}

/** An open order, as somebody wrote it. @returns its number */
export async function writeOrder(
  transaction: Transaction,
  services: Services,
  editor: Editor,
  {
    customer,
    title,
    lines,
  }: {
    readonly customer: string;
    readonly title: string;
    readonly lines: readonly DocumentLineInput[];
  },
): Promise<number> {
  const begin = { kind: 'order', customer } as const;
  const number = await beginDocument(transaction, services, begin, editor);
  const begun = await readDocument(transaction, services, number);
  const { revision } = begun;
  const edit = { ...contentOfDocument(begun), title, lines, revision };
  await saveDocument(transaction, services, number, edit, editor);
  return number;
}
