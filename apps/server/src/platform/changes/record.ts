import { batches } from '../database/batches';
import { sql, type SQL } from 'drizzle-orm';
import type { Transaction } from '../database/database';

/** Who does something, and when. */
export interface Actor {
  readonly id: number;
  readonly now: Date;
  /** The change of many things that what they do is part of. */
  readonly mass?: string;
}

export interface RecordedChange {
  readonly kind: string;
  readonly key: string;
  readonly name: string;
  readonly action:
    | 'made'
    | 'changed'
    | 'removed'
    | 'published'
    | 'discarded'
    | 'confirmed'
    | 'posted'
    | 'cancelled'
    | 'opened again'
    | 'approval asked'
    | 'approved'
    | 'refused'
    | 'sent'
    | 'repeats'
    | 'repeats no more'
    | 'undone';
  readonly before: unknown;
  readonly after: unknown;
}

/** Puts changes on record, in the transaction that makes them. */
export async function record(
  transaction: Transaction,
  actor: Actor,
  ...made: readonly RecordedChange[]
): Promise<void> {
  await recordAll(transaction, actor, made);
}

/** Like {@link record}, for more changes than a call takes arguments. */
export async function recordAll(
  transaction: Transaction,
  { id, now, mass }: Actor,
  made: readonly RecordedChange[],
): Promise<void> {
  for (const some of batches(made)) {
    const column = (value: (change: RecordedChange) => string | null): SQL =>
      sql`${sql.param(some.map(value))}`;
    // An array a column: as rows of parameters, a whole catalogue would take many times as long.
    await transaction.execute(
      sql`insert into changes
          (at, by_id, mass_change_id, object_kind, object_key, object_name, action, before, after)
        select ${now.toISOString()}::timestamptz, ${id}::int, ${mass ?? null}::uuid, made.* from unnest(
          ${column(({ kind }) => kind)}::text[], ${column(({ key }) => key)}::text[],
          ${column(({ name }) => name)}::text[], ${column(({ action }) => action)}::text[],
          ${column(({ before }) => json(before))}::jsonb[],
          ${column(({ after }) => json(after))}::jsonb[]
        ) as made`,
    );
  }
}

const json = (value: unknown): string | null =>
  value === null || value === undefined ? null : JSON.stringify(value);
