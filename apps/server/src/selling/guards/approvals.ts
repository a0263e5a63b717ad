import type {
  Approval,
  ApprovalQuery,
  ApprovalRow,
  BrokenGuard,
  Page,
  PageAsked,
} from '@honest-ledger/contracts';
import { decimal, minorDigits, print, withDigits } from '@honest-ledger/engine';
import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database';
import { countOf, inOrder, onPage } from '../../platform/database/pages';
import { everyWordIn } from '../../platform/database/patterns';
import {
  approvals,
  customers,
  documents,
  users,
  type DocumentRecord,
} from '../../platform/database/schema/index';
import { uncovered } from './covered';

const askers = alias(users, 'askers');
const deciders = alias(users, 'deciders');

/** A page of what was asked for, the latest first. */
export async function findApprovals(
  queries: Queries,
  query: ApprovalQuery,
): Promise<Page<ApprovalRow>> {
  const rows = await onPage(selectApprovals(queries, query), query);
  return {
    rows: rows.map(({ document, customer, ...row }): ApprovalRow => {
      const { kind, number, currency, total } = document;
      return {
        ...toApproval(row),
        kind,
        number,
        customer,
        currency,
        total: print(withDigits(decimal(total), minorDigits(currency))),
      };
    }),
    total: await countOf(queries, selectApprovals(queries, query)),
  };
}

function selectApprovals(queries: Queries, query: Omit<ApprovalQuery, keyof PageAsked>) {
  const columns = {
    askedAt: approvals.askedAt,
    number: documents.number,
    customer: customers.name,
    by: askers.name,
    state: approvals.state,
    total: documents.total,
    currency: documents.currency,
    decidedBy: deciders.name,
  };
  const said = [sql`${documents.number}::text`, customers.name, askers.name, approvals.note];
  return queries
    .select({
      approval: approvals,
      askedBy: askers.name,
      decidedBy: deciders.name,
      document: documents,
      customer: customers.name,
    })
    .from(approvals)
    .innerJoin(documents, eq(documents.number, approvals.documentNumber))
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .innerJoin(askers, eq(askers.id, approvals.askedBy))
    .leftJoin(deciders, eq(deciders.id, approvals.decidedBy))
    .where(
      and(everyWordIn(query.text, said), query.state && inArray(approvals.state, [...query.state])),
    )
    .orderBy(...inOrder(query, columns, approvals.id))
    .$dynamic();
}

/** What was asked for a document last; null for nothing. */
export async function lastApproval(queries: Queries, number: number): Promise<Approval | null> {
  const [row] = await queries
    .select({ approval: approvals, askedBy: askers.name, decidedBy: deciders.name })
    .from(approvals)
    .innerJoin(askers, eq(askers.id, approvals.askedBy))
    .leftJoin(deciders, eq(deciders.id, approvals.decidedBy))
    .where(eq(approvals.documentNumber, number))
    .orderBy(desc(approvals.id))
    .limit(1);
  return row ? toApproval(row) : null;
}

function toApproval({
  approval,
  askedBy,
  decidedBy,
}: {
  readonly approval: typeof approvals.$inferSelect;
  readonly askedBy: string;
  readonly decidedBy: string | null;
}): Approval {
  const { id, state, guards, askedAt, note, decidedAt, word } = approval;
  return {
    id,
    state,
    guards,
    askedBy,
    askedAt: askedAt.toISOString(),
    note,
    decidedBy,
    decidedAt: decidedAt?.toISOString() ?? null,
    word,
  };
}

/** Of the guards that a document breaks, those that nobody approved, on it or on what it was made from. */
export async function unapproved(
  queries: Queries,
  { number, fromNumber, guards }: Pick<DocumentRecord, 'number' | 'fromNumber' | 'guards'>,
): Promise<readonly BrokenGuard[]> {
  if (guards.length === 0) return guards;
  const chain = [number];
  for (let from = fromNumber; from !== null;) {
    chain.push(from);
    const [source] = await queries
      .select({ from: documents.fromNumber })
      .from(documents)
      .where(eq(documents.number, from));
    from = source?.from ?? null;
  }
  const approved = await queries
    .select({ guards: approvals.guards })
    .from(approvals)
    .where(and(inArray(approvals.documentNumber, chain), eq(approvals.state, 'approved')));
  return uncovered(
    guards,
    approved.map((one) => one.guards),
  );
}
