import type { NewSending, Sending } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { desc, eq } from 'drizzle-orm';
import { buffer } from 'node:stream/consumers';
import { createTransport } from 'nodemailer';
import type { Queries, Transaction } from '../../platform/database/database';
import { outbox, users } from '../../platform/database/schema/index';
import { lockDocument, recordOf, type Editor } from '../documents/save-document';
import { pdfTableOf } from '../documents/pdf-table';
import { pdfOf } from '../../platform/files/write-pdf';
import { notFound, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';

/** Who messages are from: nobody at all, under a name that RFC 2606 keeps free. */
const FROM = 'Honest Ledger <no-reply@honest-ledger.invalid>';

/** Makes the messages that a mail server would get. */
const transport = createTransport({ streamTransport: true, buffer: true });

/** Sends a document with its PDF: into the outbox, where it stays. One that waits for approval is not sent. */
export async function sendDocument(
  transaction: Transaction,
  services: Services,
  number: number,
  { revision, to, subject, text }: NewSending,
  editor: Editor,
): Promise<void> {
  const row = await lockDocument(transaction, services, number, revision);
  if (row.state === 'cancelled') {
    throw new Problem(422, `${documentTitle(row)} is cancelled, so it is not sent.`);
  }
  const pdf = await pdfTableOf(transaction, number);
  const now = services.now();
  const { message } = await transport.sendMail({
    from: FROM,
    to,
    subject,
    text,
    date: now,
    attachments: [
      {
        filename: `${pdf.name}.pdf`,
        content: await buffer(pdfOf(pdf)),
        contentType: 'application/pdf',
      },
    ],
  });
  if (!Buffer.isBuffer(message)) throw new Error('a message is asked for as bytes');
  await transaction
    .insert(outbox)
    .values({ documentNumber: number, to, subject, text, message, sentBy: editor.id, sentAt: now });
  const by = { by: editor.id, now, action: 'sent' } as const;
  await recordOf(transaction, row, by, [null, { to, subject }]);
}

/** What was sent of a document, the latest first. */
export async function sendingsOf(queries: Queries, number: number): Promise<Sending[]> {
  const rows = await queries
    .select({
      id: outbox.id,
      to: outbox.to,
      subject: outbox.subject,
      text: outbox.text,
      sentAt: outbox.sentAt,
      sentBy: users.name,
    })
    .from(outbox)
    .innerJoin(users, eq(users.id, outbox.sentBy))
    .where(eq(outbox.documentNumber, number))
    .orderBy(desc(outbox.id));
  return rows.map(({ sentAt, ...row }) => ({ ...row, sentAt: sentAt.toISOString() }));
}

/** A message as it went. */
export async function messageOf(queries: Queries, id: number): Promise<Buffer> {
  const [row] = await queries
    .select({ message: outbox.message })
    .from(outbox)
    .where(eq(outbox.id, id));
  if (!row) throw notFound(`Message ${String(id)}`);
  return row.message;
}
