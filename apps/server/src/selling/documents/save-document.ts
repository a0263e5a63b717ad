import { type DocumentEdit, type NewDocument, type Role } from '@honest-ledger/contracts';
import type { DocumentName } from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import { eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { record, type RecordedChange } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { documents, outlets, type DocumentRecord } from '../../platform/database/schema/index';
import { localTime } from '../../platform/clock/local-time';
import { conflict, notFound } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { settingsInForce } from '../../master-data/in-force/queries';
import { checkContent } from './check-content';
import { overrideAuthorsAfter } from './hands';
import { readDocument, storedDocument } from './queries';
import { insertDocument } from './insert-documents';
import { customerOf, writeDocument } from './write-document';
import { changedByAnother } from '../../platform/changes/changed-by-another';

export interface Editor {
  readonly id: number;
  readonly role: Role;
}

/** How long the prices of a new quote are promised, in days. Common practice. */
const PROMISED_DAYS = 30;

/** Begins an empty document, at its customer's outlet and in its currency. @returns its number */
export async function beginDocument(
  transaction: Transaction,
  { now }: Services,
  { kind, customer: code }: NewDocument,
  editor: Editor,
): Promise<number> {
  const { homeCurrency } = await settingsInForce(transaction);
  const customer = code === null ? null : await customerOf(transaction, code);
  const outlet = await outletOf(transaction, customer?.outletId ?? null);
  const until = new Date(now().getTime() + PROMISED_DAYS * 24 * 60 * 60 * 1000);
  const { number } = await insertDocument(transaction, {
    kind,
    customerId: customer?.id ?? null,
    outletId: outlet?.id ?? null,
    currency: customer?.currency ?? outlet?.currency ?? homeCurrency,
    validUntil: kind === 'quote' ? localTime(until, outlet?.timeZone ?? 'UTC').day : null,
    changedBy: editor.id,
    changedAt: now(),
  });
  const { content } = await storedDocument(transaction, number);
  const made = { by: editor.id, now: now(), action: 'made' } as const;
  await recordOf(transaction, { kind, number }, made, [null, content]);
  return number;
}

/** Keeps a document as somebody wrote it and prices all of it under the version in force. */
export async function saveDocument(
  transaction: Transaction,
  services: Services,
  number: number,
  edit: DocumentEdit,
  editor: Editor,
): Promise<void> {
  const { revision: from, ...content } = edit;
  if (await isSentAgain(transaction, number, edit)) return;
  const stored = await lockDocument(transaction, services, number, from);
  if (stored.state !== 'open') throw settled(stored);
  const old = await storedDocument(transaction, number);
  const before = old.content;
  await checkContent(transaction, services, number, before, content, editor.role);
  const { attributes } = before;
  const { revision } = stored;
  await writeDocument(transaction, services, { number, revision, attributes }, content, {
    id: editor.id,
    state: 'open',
    overrideAuthors: overrideAuthorsAfter(old, content, editor.id),
  });
  const by = { by: editor.id, now: services.now(), action: 'changed' } as const;
  await recordOf(transaction, stored, by, [before, content]);
}

/** True where a document says by now what an edit makes of it, whose answer did not get there. */
async function isSentAgain(
  transaction: Transaction,
  number: number,
  { revision, ...content }: DocumentEdit,
): Promise<boolean> {
  const [found] = await transaction
    .select({ revision: documents.revision })
    .from(documents)
    .where(eq(documents.number, number));
  if (!found || found.revision <= revision) return false;
  const stored = await storedDocument(transaction, number);
  return isDeepStrictEqual(stored.content, content);
}

/** A document nobody else writes until the transaction ends, if it is still what somebody saw. */
export async function lockDocument(
  transaction: Transaction,
  services: Services,
  number: number,
  revision: number,
): Promise<DocumentRecord> {
  const [stored] = await transaction
    .select()
    .from(documents)
    .where(eq(documents.number, number))
    .for('update');
  if (!stored) throw notFound(`Document ${String(number)}`);
  if (stored.revision !== revision) {
    throw await changedByAnother(
      transaction,
      { kind: 'document', key: String(number) },
      `this ${stored.kind}`,
      await readDocument(transaction, services, number),
    );
  }
  return stored;
}

/** It is not open any more, so nothing of it is changed. */
export function settled(stored: Pick<DocumentRecord, 'kind' | 'number' | 'state'>): Error {
  return conflict(`${documentTitle(stored)} is ${stored.state}, so it is not changed.`, null);
}

/** Writes on record what was done to a document. */
export function recordOf(
  transaction: Transaction,
  { kind, number }: DocumentName,
  {
    by,
    now,
    action,
  }: { readonly by: number; readonly now: Date; readonly action: RecordedChange['action'] },
  [before, after]: readonly [unknown, unknown],
): Promise<void> {
  const name = documentTitle({ kind, number });
  const what: RecordedChange = {
    kind: 'document',
    key: String(number),
    name,
    action,
    before,
    after,
  };
  return record(transaction, { id: by, now }, what);
}

async function outletOf(
  transaction: Transaction,
  id: number | null,
): Promise<typeof outlets.$inferSelect | undefined> {
  if (id === null) return undefined;
  const [outlet] = await transaction.select().from(outlets).where(eq(outlets.id, id));
  return outlet;
}
