import type { BasePriceForm } from '@honest-ledger/contracts';
import { compare, decimal } from '@honest-ledger/engine';
import { and, eq, inArray } from 'drizzle-orm';
import { record, type Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { items, priceProposals } from '../../platform/database/schema/index';
import { saveEdits } from '../../setup/drafts/save-edits';
import { heldEdits } from '../../setup/drafts/queries';
import { conflict } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { readFollowRules, writeFollowRules } from './follow-rules';

/**
 * Lets prices wait again on which something was decided: what was accepted leaves the draft, what
 * was left out from now on follows costs again. All of them or none.
 * @throws {Problem} where a price was published or edited since, or another one waits for the item
 */
export async function takeBackDecision(
  transaction: Transaction,
  services: Services,
  ids: readonly number[],
  actor: Actor,
): Promise<void> {
  const rows = await transaction
    .select({ one: priceProposals, item: items.number })
    .from(priceProposals)
    .innerJoin(items, eq(items.id, priceProposals.itemId))
    .where(
      and(inList(priceProposals.id, ids), inArray(priceProposals.state, ['accepted', 'refused'])),
    )
    .for('update', { of: priceProposals });
  if (rows.length < ids.length) {
    throw conflict('Some of these decisions cannot be taken back any more.', null);
  }
  await refuseOvertaken(
    transaction,
    rows.map(({ one }) => one.itemId),
  );
  const accepted = new Map(
    rows
      .filter(({ one }) => one.state === 'accepted')
      .map(({ one, item }) => [item, one.decidedPrice ?? one.priceAfter]),
  );
  await outOfDraft(transaction, services, accepted, actor);
  await letFollow(transaction, new Set(rows.map(({ item }) => item)), actor);
  await transaction
    .update(priceProposals)
    .set({ state: 'waiting', decidedById: null, decidedAt: null, decidedPrice: null })
    .where(inList(priceProposals.id, ids));
  await record(transaction, actor, {
    kind: 'waiting prices',
    key: 'waiting prices',
    name: `${String(rows.length)} waiting prices`,
    action: 'removed',
    before: { items: rows.map(({ item }) => item).slice(0, 1000) },
    after: null,
  });
}

async function refuseOvertaken(
  transaction: Transaction,
  itemIds: readonly number[],
): Promise<void> {
  const [other] = await transaction
    .select({ item: items.number })
    .from(priceProposals)
    .innerJoin(items, eq(items.id, priceProposals.itemId))
    .where(and(inList(priceProposals.itemId, itemIds), eq(priceProposals.state, 'waiting')))
    .limit(1);
  if (other) throw conflict(`A later price of ${other.item} waits by now.`, null);
}

/** Takes accepted prices out of the draft that holds them; other prices of the items stay in it. */
export async function outOfDraft(
  transaction: Transaction,
  services: Services,
  accepted: ReadonlyMap<string, string>,
  actor: Actor,
): Promise<void> {
  const keys = [...accepted.keys()];
  if (keys.length === 0) return;
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const published = contentsIn(setup, 'basePrice', keys);
  const held = new Map(
    (await heldEdits(transaction, { kind: 'basePrice', keys })).map((edit) => [edit.key, edit]),
  );
  const contents = new Map<string, readonly BasePriceForm[]>();
  for (const [item, price] of accepted) {
    // It was checked as base prices before it was kept.
    const edited = (held.get(item)?.content ?? null) as readonly BasePriceForm[] | null;
    const own = edited?.find(({ unit }) => unit === null);
    if (!edited || own?.kind !== 'own' || compare(decimal(own.price), decimal(price)) !== 0) {
      throw conflict(`The price of ${item} has been published or edited since.`, null);
    }
    const before = (published.get(item) ?? []).filter(({ unit }) => unit === null);
    contents.set(item, [...before, ...edited.filter(({ unit }) => unit !== null)]);
  }
  await saveEdits(transaction, services, 'basePrice', contents, { draft: null, actor });
}

/** Takes away the rules that leave single items out, where nothing else was made of them since. */
async function letFollow(
  transaction: Transaction,
  numbers: ReadonlySet<string>,
  actor: Actor,
): Promise<void> {
  const before = await readFollowRules(transaction);
  const saved = before.filter(
    ({ scope, follows }) =>
      scope.kind !== 'item' || follows !== 'stays' || !numbers.has(scope.item),
  );
  if (saved.length < before.length) await writeFollowRules(transaction, before, saved, actor);
}
