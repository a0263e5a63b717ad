import type {
  AnyObjectChange,
  DraftRow,
  ObjectDraft,
  SetupContents,
  SetupObjectKind,
} from '@honest-ledger/contracts';
import type { Setup } from '@honest-ledger/engine';
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../database/database';
import { draftEdits, drafts, users } from '../database/schema/index';
import { contentIn, objectChange, withContent } from '../versions/setup-objects';

/** One edit as it lies in a draft; a null content withdraws the object. */
export interface HeldEdit extends ObjectDraft<unknown> {
  readonly kind: SetupObjectKind;
  readonly key: string;
}

/** The open drafts, the oldest first. */
export async function openDrafts(queries: Queries): Promise<DraftRow[]> {
  const rows = await queries
    .select({ draft: drafts, by: users.name, edits: count(draftEdits.id) })
    .from(drafts)
    .innerJoin(users, eq(users.id, drafts.createdBy))
    .leftJoin(draftEdits, eq(draftEdits.draftId, drafts.id))
    .where(eq(drafts.state, 'open'))
    .groupBy(drafts.id, users.id)
    .orderBy(asc(drafts.createdAt), asc(drafts.id));
  return rows.map(({ draft, by, edits }) => ({
    id: draft.id,
    name: draft.name,
    revision: draft.revision,
    edits,
    createdBy: by,
    createdAt: draft.createdAt.toISOString(),
  }));
}

/** The edits that open drafts hold, in the order in which they were made. */
export async function heldEdits(
  queries: Queries,
  of: {
    readonly draft?: string;
    readonly kind?: SetupObjectKind;
    readonly keys?: readonly string[];
  } = {},
): Promise<HeldEdit[]> {
  if (of.keys?.length === 0) return [];
  const rows = await queries
    .select({ edit: draftEdits, draftName: drafts.name })
    .from(draftEdits)
    .innerJoin(drafts, eq(drafts.id, draftEdits.draftId))
    .where(
      and(
        eq(drafts.state, 'open'),
        of.draft === undefined ? undefined : eq(drafts.id, of.draft),
        of.kind === undefined ? undefined : eq(draftEdits.objectKind, of.kind),
        of.keys && inArray(draftEdits.objectKey, [...of.keys]),
      ),
    )
    .orderBy(asc(draftEdits.id));
  return rows.map(({ edit, draftName }) => ({
    kind: edit.objectKind,
    key: edit.objectKey,
    draft: edit.draftId,
    draftName,
    content: edit.content,
    revision: edit.revision,
  }));
}

/** What a draft makes of one object; null where no draft holds it. */
export async function heldEdit<Kind extends SetupObjectKind>(
  queries: Queries,
  kind: Kind,
  key: string,
): Promise<ObjectDraft<SetupContents[Kind]> | null> {
  const [held] = await heldEdits(queries, { kind, keys: [key] });
  if (!held) return null;
  const { draft, draftName, content, revision } = held;
  // It was checked by the schema of its kind before it was kept.
  return { draft, draftName, content: content as SetupContents[Kind] | null, revision };
}

/** A setup with all of these edits, and what each changes. */
export function editedSetup(
  published: Setup,
  edits: readonly HeldEdit[],
): { readonly setup: Setup; readonly changes: readonly AnyObjectChange[] } {
  let setup = published;
  const changes: AnyObjectChange[] = [];
  for (const { kind, key, content } of edits) {
    // It was checked by the schema of its kind before it was kept.
    const after = content as SetupContents[typeof kind] | null;
    setup = withContent(setup, { kind, key }, after);
    changes.push(
      objectChange({ kind, key }, contentIn(published, { kind, key }), after) as AnyObjectChange,
    );
  }
  return { setup, changes };
}
