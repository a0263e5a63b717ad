import type { SetupContents } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { record, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import {
  draftEdits,
  drafts,
  priceChangeEdits,
  priceChanges,
  versions,
} from '../../platform/database/schema/index';
import { saveEdits } from '../../setup/drafts/save-edits';
import { discardDraft } from '../../setup/drafts/discarded';
import { openDraft } from '../../setup/drafts/open-draft';
import { takeBack } from '../../setup/drafts/wait-to-publish';
import { conflict, Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { heldOf } from './apply';
import { ownPriceChange } from './save';

/** The longest name that a draft has. */
const MAX_OF_NAME = 120;

/**
 * Makes the draft again what it was before a price change was put into it, in one step. A draft of
 * its own that waits is taken back and, once empty, discarded.
 * Of what was published a draft of its own takes it back.
 * @throws {Problem} where something of it was edited since
 */
export async function undoPriceChange(
  transaction: Transaction,
  services: Services,
  id: string,
  actor: Actor,
): Promise<void> {
  const priceChange = await ownPriceChange(transaction, id, actor);
  if (priceChange.state !== 'applied') throw new Problem(422, 'None of it lies in a draft.');
  const draft = await draftOf(transaction, priceChange.draftId);
  if (draft?.state === 'published') {
    await draftBack(transaction, services, priceChange, draft.id, actor);
    return;
  }
  const edits = await transaction
    .select()
    .from(priceChangeEdits)
    .where(eq(priceChangeEdits.priceChangeId, id));
  const objects = edits.map(({ objectKind: kind, objectKey: key }) => ({ kind, key }));
  const held = await heldOf(transaction, objects);
  const isGone = draft?.state === 'discarded';
  const edited = edits.filter(
    ({ objectKind, objectKey, revision }) =>
      (held.get(`${objectKind} ${objectKey}`)?.revision ?? 0) !== revision,
  );
  if (!isGone && edited.length > 0) {
    const names = edited.slice(0, 5).map(({ objectKey }) => objectKey);
    throw conflict(
      `Edited since, so it cannot be undone in one step: ${names.join(', ')}` +
        `${edited.length > names.length ? ' and more' : ''}.`,
      null,
    );
  }
  if (draft?.state === 'waiting') await takeBack(transaction, draft.id, actor);
  for (const kind of isGone ? [] : (['basePrice', 'level'] as const)) {
    await restore(transaction, services, kind, edits, { draft: draft?.id ?? null, actor });
  }
  if (priceChange.content.at !== null && draft && !isGone)
    await discardEmpty(transaction, draft.id, actor);
  await transaction
    .update(priceChanges)
    .set({ state: 'undone', draftId: null, remark: null, revision: priceChange.revision + 1 })
    .where(eq(priceChanges.id, id));
  await transaction.delete(priceChangeEdits).where(eq(priceChangeEdits.priceChangeId, id));
  await record(transaction, actor, {
    kind: 're-pricing',
    key: id,
    name: priceChange.content.name,
    action: 'removed',
    before: { edits: edits.length },
    after: null,
  });
}

/**
 * Of what was published, a draft of its own that makes each of its objects as it was before, and nothing
 * else: the versions since stay.
 * @throws {Problem} where something of it was changed since, or is being edited
 */
async function draftBack(
  transaction: Transaction,
  services: Services,
  { id, content: { name } }: typeof priceChanges.$inferSelect,
  published: string,
  actor: Actor,
): Promise<void> {
  const [version] = await transaction
    .select({ number: versions.number })
    .from(versions)
    .where(eq(versions.draftId, published));
  if (!version) throw new Error('a published draft made a version');
  const edits = await transaction
    .select()
    .from(priceChangeEdits)
    .where(eq(priceChangeEdits.priceChangeId, id));
  const now = await services.setups.of(transaction, await versionInForce(transaction));
  const made = await services.setups.of(transaction, version.number);
  const before = await services.setups.of(transaction, version.number - 1);
  const draft = await openDraft(transaction, `Back from ${name}`.slice(0, MAX_OF_NAME), actor);
  for (const kind of ['basePrice', 'level'] as const) {
    const keys = edits.filter((one) => one.objectKind === kind).map((one) => one.objectKey);
    if (keys.length === 0) continue;
    const [is, was] = [now, made].map(({ setup }) => contentsIn(setup, kind, keys));
    const changed = keys.filter((key) => !isDeepStrictEqual(is?.get(key), was?.get(key)));
    if (changed.length > 0) {
      const names = `${changed.slice(0, 5).join(', ')}${changed.length > 5 ? ' and more' : ''}`;
      throw conflict(
        `Changed since it was published, so it cannot be undone in one step: ${names}.`,
        null,
      );
    }
    const old = contentsIn(before.setup, kind, keys);
    const contents = new Map(
      keys.map((key) => [key, old.get(key) ?? null] as [string, SetupContents[typeof kind] | null]),
    );
    await saveEdits(transaction, services, kind, contents, { draft, actor });
  }
  await transaction
    .update(priceChanges)
    .set({
      state: 'undone',
      draftId: draft,
      remark: `It had been published: the draft Back from ${name} takes its prices back once it is published.`,
    })
    .where(eq(priceChanges.id, id));
  await record(transaction, actor, {
    kind: 're-pricing',
    key: id,
    name,
    action: 'removed',
    before: { edits: edits.length, version: version.number },
    after: { draft },
  });
}

async function draftOf(transaction: Transaction, id: string | null) {
  if (id === null) return undefined;
  const [draft] = await transaction.select().from(drafts).where(eq(drafts.id, id)).for('update');
  return draft;
}

/** What no draft held is again as it is published, which takes the edit out. */
async function restore(
  transaction: Transaction,
  services: Services,
  kind: 'basePrice' | 'level',
  edits: readonly (typeof priceChangeEdits.$inferSelect)[],
  into: { readonly draft: string | null; readonly actor: Actor },
): Promise<void> {
  const ofKind = edits.filter(({ objectKind }) => objectKind === kind);
  if (ofKind.length === 0) return;
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const keys = ofKind.map(({ objectKey }) => objectKey);
  const published = contentsIn(setup, kind, keys);
  const contents = new Map(
    ofKind.map(({ objectKey, wasHeld, before }) => [
      objectKey,
      // It was checked as an object of its kind before it was kept.
      (wasHeld ? before : (published.get(objectKey) ?? null)) as SetupContents[typeof kind] | null,
    ]),
  );
  await saveEdits(transaction, services, kind, contents, into);
}

async function discardEmpty(transaction: Transaction, draft: string, actor: Actor): Promise<void> {
  const [left] = await transaction
    .select({ id: draftEdits.id })
    .from(draftEdits)
    .where(eq(draftEdits.draftId, draft))
    .limit(1);
  if (!left) await discardDraft(transaction, draft, actor);
}
