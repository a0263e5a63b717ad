import type { SetupContents, SetupObjectKind, StayingThing } from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { massEdits } from '../../platform/database/schema/index';
import { saveEdits } from '../../setup/drafts/save-edits';
import { heldEdits } from '../../setup/drafts/queries';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { CHANGED, putBack } from './put-back';
import { together, type Undone } from './undone';

/** Puts back what edits of drafts had replaced: in the drafts that hold these objects, else in the open one. */
export async function undoEdits(
  transaction: Transaction,
  services: Services,
  id: string,
  actor: Actor,
): Promise<Undone> {
  const edits = await transaction.select().from(massEdits).where(eq(massEdits.massChangeId, id));
  const parts: Undone[] = [];
  for (const kind of new Set(edits.map(({ objectKind }) => objectKind))) {
    const ofKind = edits.filter(({ objectKind }) => objectKind === kind);
    parts.push(await undoEditsOf(transaction, services, kind, ofKind, actor));
  }
  return together(parts);
}

async function undoEditsOf(
  transaction: Transaction,
  services: Services,
  kind: SetupObjectKind,
  edits: readonly (typeof massEdits.$inferSelect)[],
  actor: Actor,
): Promise<Undone> {
  const keys = edits.map(({ objectKey }) => objectKey);
  const { setup } = await services.setups.of(transaction, await versionInForce(transaction));
  const published = contentsIn(setup, kind, keys);
  const held = new Map(
    (await heldEdits(transaction, { kind, keys })).map((edit) => [edit.key, edit]),
  );
  // What drafts hold, and what edits were noted to replace, was checked by the schema of its kind.
  type Content = SetupContents[SetupObjectKind] | null;
  const back = new Map<string, Content>();
  const staying: StayingThing[] = [];
  for (const { objectKey: key, before, after } of edits) {
    const edit = held.get(key);
    const now = edit ? (edit.content as Content) : (published.get(key) ?? null);
    const put = putBack<SetupContents[SetupObjectKind]>(before as Content, after as Content, now);
    if (put.kind === 'back') back.set(key, put.content);
    if (put.kind === 'changed') staying.push({ what: DRAFT_WORDS[kind], key, why: CHANGED });
  }
  await saveEdits(transaction, services, kind, back, { draft: null, actor });
  return { back: back.size, removed: 0, staying };
}

const DRAFT_WORDS: Readonly<Record<SetupObjectKind, string>> = {
  basePrice: 'base price',
  sharedPrice: 'shared price',
  agreement: 'agreed price',
  level: 'price level',
  break: 'quantity break',
  condition: 'saved condition',
  rule: 'rule',
  costTable: 'cost table',
  settings: 'settings',
};
