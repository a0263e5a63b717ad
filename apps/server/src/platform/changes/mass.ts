import type { MassChangeKind, SetupObjectKind } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/database';
import { insertRows, type WrittenColumn } from '../database/insert-rows';
import { massChanges } from '../database/schema/index';
import type { Actor } from './record';

/** Somebody who changes many things in one step. */
export type MassActor = Actor & { readonly mass: string };

/**
 * Begins a change of many things, or goes on with it: what its actor records from now on is undone in
 * one step.
 * @param id that of a file, which is its own
 */
export async function changeMany(
  transaction: Transaction,
  of: { readonly id: string; readonly kind: MassChangeKind; readonly name: string },
  actor: Actor,
): Promise<MassActor> {
  await transaction
    .insert(massChanges)
    .values({ ...of, byId: actor.id, at: actor.now })
    .onConflictDoNothing();
  return { ...actor, mass: of.id };
}

/** What an edit of a draft replaces, and what it makes of it. */
export interface MassEdit {
  readonly objectKind: SetupObjectKind;
  readonly objectKey: string;
  /** As a draft had it, else as it was published; null where it was not there. */
  readonly before: unknown;
  readonly after: unknown;
}

/** Keeps what edits of drafts replace, where they are part of a change of many. */
export async function noteEdits(
  transaction: Transaction,
  { mass }: Actor,
  edits: readonly MassEdit[],
): Promise<void> {
  if (mass === undefined) return;
  const owner = { column: 'mass_change_id', id: mass };
  await insertRows(
    transaction,
    'mass_edits',
    owner,
    COLUMNS,
    edits,
    sql`on conflict (mass_change_id, object_kind, object_key) do update set after = excluded.after`,
  );
}

const COLUMNS: readonly WrittenColumn<MassEdit>[] = [
  ['objectKind', 'object_kind', 'text'],
  ['objectKey', 'object_key', 'text'],
  ['before', 'before', 'jsonb'],
  ['after', 'after', 'jsonb'],
];
