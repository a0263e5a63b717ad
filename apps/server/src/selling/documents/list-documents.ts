import type { DocumentQuery, DocumentRow, Page, PageAsked } from '@honest-ledger/contracts';
import { decimal, minorDigits, print, withDigits } from '@honest-ledger/engine';
import { and, count, eq, exists, gte, inArray, isNotNull, lte, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn, inList, onDays } from '../../platform/database/patterns';
import {
  customers,
  documentLines,
  documents,
  items,
  repeats,
  users,
} from '../../platform/database/schema/index';

/** A page of the documents. */
export async function findDocuments(
  queries: Queries,
  query: DocumentQuery,
): Promise<Page<DocumentRow>> {
  const rows = await onPage(selectDocuments(queries, query), query);
  const counts = await countsOf(
    queries,
    rows.map(({ document }) => document.number),
  );
  return {
    rows: rows.map(({ document, code, name, by }) => {
      const { kind, number, state, title, currency, changedAt } = document;
      const { lines = 0, priced = 0 } = counts.get(number) ?? {};
      return {
        kind,
        number,
        state,
        customer: code === null || name === null ? null : { code, name },
        title,
        lines,
        total: print(withDigits(decimal(document.total), minorDigits(currency))),
        unpricedLines: lines - priced,
        currency,
        changedAt: changedAt.toISOString(),
        changedBy: by,
      };
    }),
    total: await countOf(queries, selectDocuments(queries, query)),
  };
}

function selectDocuments(queries: Queries, query: Omit<DocumentQuery, keyof PageAsked>) {
  const columns = {
    changedAt: documents.changedAt,
    number: documents.number,
    customer: customers.name,
    title: documents.title,
    currency: documents.currency,
    by: users.name,
    state: documents.state,
    lines: sql`(select count(*) from document_lines l where l.document_number = ${documents.number})`,
    total: documents.total,
  };
  const said = [sql`${documents.number}::text`, customers.code, customers.name, documents.title];
  return queries
    .select({ document: documents, code: customers.code, name: customers.name, by: users.name })
    .from(documents)
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .innerJoin(users, eq(users.id, documents.changedBy))
    .where(
      and(
        everyWordIn(query.text, said),
        query.kind && eq(documents.kind, query.kind),
        query.state && inArray(documents.state, [...query.state]),
        query.buyer && inList(customers.code, query.buyer),
        query.item && exists(withItem(queries, query.item)),
        query.currency && inList(documents.currency, query.currency),
        query.totalFrom === undefined ? undefined : gte(documents.total, query.totalFrom),
        query.totalTo === undefined ? undefined : lte(documents.total, query.totalTo),
        onDays(documents.changedAt, query.changedFrom, query.changedTo),
        query.repeating === true ? exists(stillRepeating(queries)) : undefined,
      ),
    )
    .orderBy(...inOrder(query, columns, documents.number))
    .$dynamic();
}

/** That a document has a line of one of these items. */
function withItem(queries: Queries, numbers: readonly string[]) {
  return queries
    .select({ one: sql`1` })
    .from(documentLines)
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .where(and(eq(documentLines.documentNumber, documents.number), inList(items.number, numbers)));
}

/** That a document is to be made again. */
function stillRepeating(queries: Queries) {
  return queries
    .select()
    .from(repeats)
    .where(and(eq(repeats.documentNumber, documents.number), isNotNull(repeats.nextOn)));
}

/** How many lines some documents have. */
async function countsOf(queries: Queries, numbers: readonly number[]) {
  const rows = await queries
    .select({
      number: documentLines.documentNumber,
      lines: count(),
      priced: count(documentLines.amount),
    })
    .from(documentLines)
    .where(inList(documentLines.documentNumber, numbers))
    .groupBy(documentLines.documentNumber);
  return new Map(rows.map((row) => [row.number, row]));
}
