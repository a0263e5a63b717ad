import type { SetupContents, SetupObjectKind } from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Actor } from '../changes/record';
import type { Transaction } from '../database/database';
import { oneOf } from '../database/patterns';
import { draftEdits } from '../database/schema/index';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
import { contentsIn } from '../versions/setup-objects';
import { draftFor } from './keep-edit';
import { heldEdits } from './queries';

/** How many edits one statement writes: PostgreSQL takes at most 65,535 parameters. */
const EDITS_AT_ONCE = 5000;

/**
 * Keeps many edits of one kind at once, each checked before. An object that a draft holds stays in
 * that draft; the others go to the draft that is asked for, or the one that is open, or a new one.
 * An edit that leads back to what is published is taken out; a null withdraws.
 */
export async function keepEdits<Kind extends SetupObjectKind>(
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
  const rows = keys.map((key) => {
    const edit = held.get(key);
    return {
      draftId: targets.get(edit?.draft ?? null) ?? '',
      objectKind: kind,
      objectKey: key,
      content: contents.get(key),
      revision: (edit?.revision ?? 0) + 1,
      editedBy: actor.id,
      editedAt: actor.now,
    };
  });
  const leadsBack = ({ objectKey, content }: (typeof rows)[number]): boolean =>
    isDeepStrictEqual(content, published.get(objectKey) ?? null);
  await removeEdits(transaction, rows.filter(leadsBack));
  const kept = rows.filter((row) => !leadsBack(row));
  for (let from = 0; from < kept.length; from += EDITS_AT_ONCE) {
    await transaction
      .insert(draftEdits)
      .values(kept.slice(from, from + EDITS_AT_ONCE))
      .onConflictDoUpdate({
        target: [draftEdits.draftId, draftEdits.objectKind, draftEdits.objectKey],
        set: {
          content: sql`excluded.content`,
          revision: sql`excluded.revision`,
          editedBy: actor.id,
          editedAt: actor.now,
        },
      });
  }
}

async function removeEdits(
  transaction: Transaction,
  edits: readonly Pick<typeof draftEdits.$inferInsert, 'draftId' | 'objectKind' | 'objectKey'>[],
): Promise<void> {
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
          oneOf(draftEdits.objectKey, keys),
        ),
      );
  }
}
