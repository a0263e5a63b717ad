import type { SetupContents, SetupObjectKind } from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { noteEdits } from '../../platform/changes/mass';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import { inList } from '../../platform/database/patterns';
import { draftEdits } from '../../platform/database/schema/index';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../versions/setup-objects';
import { draftFor } from './save-edit';
import { heldEdits } from './queries';

/**
 * Keeps many edits of one kind at once, each checked before. An object that a draft holds stays in
 * that draft; the others go to the draft that is asked for, or the one that is open, or a new one.
 * An edit that leads back to what is published is taken out; a null withdraws.
 */
export async function saveEdits<Kind extends SetupObjectKind>(
  transaction: Transaction,
  services: Services,
  kind: Kind,
  contents: ReadonlyMap<string, SetupContents[Kind] | null>,
  { draft, actor }: { readonly draft: string | null; readonly actor: Actor },
): Promise<void> {
  if (contents.size === 0) return;
  const keys = [...contents.keys()];
  const held = new Map(
    (await heldEdits(transaction, { kind, keys })).map((edit) => [edit.key, edit]),
  );
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const published = contentsIn(setup, kind, keys);
  const drafts = new Set<string | null>(keys.map((key) => held.get(key)?.draft ?? null));
  const targets = new Map<string | null, string>();
  for (const wanted of drafts) {
    targets.set(wanted, await draftFor(transaction, wanted ?? draft, actor));
  }
  const rows = keys.map((key): SavedRow => {
    const edit = held.get(key);
    return {
      draftId: targets.get(edit?.draft ?? null) ?? '',
      objectKind: kind,
      objectKey: key,
      content: contents.get(key) ?? null,
      revision: (edit?.revision ?? 0) + 1,
      editedBy: actor.id,
      editedAt: actor.now.toISOString(),
    };
  });
  const noted = rows.map(({ objectKind, objectKey, content }) => {
    const edit = held.get(objectKey);
    const before = edit ? edit.content : (published.get(objectKey) ?? null);
    return { objectKind, objectKey, before, after: content };
  });
  await noteEdits(transaction, actor, noted);
  const leadsBack = ({ objectKey, content }: SavedRow): boolean =>
    isDeepStrictEqual(content, published.get(objectKey) ?? null);
  await removeEdits(transaction, rows.filter(leadsBack));
  const saved = rows.filter((row) => !leadsBack(row));
  for (const draft of new Set(saved.map(({ draftId }) => draftId))) {
    await insertRows(
      transaction,
      'draft_edits',
      { column: 'draft_id', id: draft },
      COLUMNS,
      saved.filter(({ draftId }) => draftId === draft),
      sql`on conflict (draft_id, object_kind, object_key) do update set
        content = excluded.content, revision = excluded.revision,
        edited_by = excluded.edited_by, edited_at = excluded.edited_at`,
    );
  }
}

interface SavedRow {
  readonly draftId: string;
  readonly objectKind: SetupObjectKind;
  readonly objectKey: string;
  readonly content: unknown;
  readonly revision: number;
  readonly editedBy: number;
  readonly editedAt: string;
}

const COLUMNS: readonly WrittenColumn<SavedRow>[] = [
  ['objectKind', 'object_kind', 'text'],
  ['objectKey', 'object_key', 'text'],
  ['content', 'content', 'jsonb'],
  ['revision', 'revision', 'int'],
  ['editedBy', 'edited_by', 'int'],
  ['editedAt', 'edited_at', 'timestamptz'],
];

async function removeEdits(transaction: Transaction, edits: readonly SavedRow[]): Promise<void> {
  for (const draft of new Set(edits.map(({ draftId }) => draftId))) {
    const ofDraft = edits.filter(({ draftId }) => draftId === draft);
    const [kind] = ofDraft.map(({ objectKind }) => objectKind);
    if (kind === undefined) continue;
    const keys = ofDraft.map(({ objectKey }) => objectKey);
    await transaction
      .delete(draftEdits)
      .where(
        and(
          eq(draftEdits.draftId, draft),
          eq(draftEdits.objectKind, kind),
          inList(draftEdits.objectKey, keys),
        ),
      );
  }
}
