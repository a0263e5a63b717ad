import type { DocumentContent } from '@honest-ledger/contracts';
import type { DocumentKind } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../../platform/database/database';
import { type DocumentRecord } from '../../platform/database/schema/index';
import type { Services } from '../../setup/versions/services';
import type { OverrideAuthors } from './hands';
import { recordOf } from './save-document';
import { insertDocument } from './insert-documents';
import { writeDocument } from './write-document';

/** A document that is made from another. */
export interface MadeFrom {
  readonly into: DocumentKind;
  readonly content: DocumentContent;
  /** Who typed by hand what it takes over, by the lines there. */
  readonly overrideAuthors: OverrideAuthors;
  /** How it comes from the other one. */
  readonly origin: Partial<Pick<DocumentRecord, 'fromNumber' | 'repeatsNumber' | 'repeatsOn'>>;
  readonly by: number;
}

/** Makes an open document with the content of another, on lines of its own. @returns its number */
export async function makeFrom(
  transaction: Transaction,
  services: Services,
  { customerId, outletId, currency }: DocumentRecord,
  { into, content, overrideAuthors, origin, by }: MadeFrom,
): Promise<number> {
  const now = services.now();
  const created = await insertDocument(transaction, {
    kind: into,
    ...origin,
    customerId,
    outletId,
    currency,
    changedBy: by,
    changedAt: now,
  });
  const { number } = created;
  const { own, ids } = withLinesOfItsOwn(content);
  await writeDocument(transaction, services, { ...created, attributes: {} }, own, {
    id: by,
    state: 'open',
    overrideAuthors: {
      ...overrideAuthors,
      lines: new Map([...overrideAuthors.lines].map(([id, who]) => [ids.get(id) ?? id, who])),
    },
  });
  const made = { by, now, action: 'made' } as const;
  await recordOf(transaction, { kind: into, number }, made, [null, own]);
  return number;
}

/** The same lines with ids of their own; what was decided for one goes along. */
function withLinesOfItsOwn(content: DocumentContent): {
  readonly own: DocumentContent;
  /** The ids of lines that there are, to their own. */
  readonly ids: ReadonlyMap<string, string>;
} {
  const ids = new Map(content.lines.map(({ id }) => [id, randomUUID() as string]));
  const own = (id: string): string => ids.get(id) ?? id;
  const lines = content.lines.map((line) => ({ ...line, id: own(line.id) }));
  const byHand = content.byHand.map((one) => ({ ...one, line: one.line && own(one.line) }));
  return { own: { ...content, lines, byHand }, ids };
}
