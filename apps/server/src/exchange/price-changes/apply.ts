import type {
  ApplyPriceChange,
  BasePriceForm,
  LevelContent,
  SetupObjectKind,
  TypedPriceForm,
} from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { record, type Actor } from '../../platform/changes/record';
import { serializable, type Transaction } from '../../platform/database/database';
import { insertRows, type WrittenColumn } from '../../platform/database/insert-rows';
import { inList } from '../../platform/database/patterns';
import {
  drafts,
  items,
  priceChangeEdits,
  priceChanges,
} from '../../platform/database/schema/index';
import { saveEdit } from '../../setup/drafts/save-edit';
import { saveEdits } from '../../setup/drafts/save-edits';
import { openDraft } from '../../setup/drafts/open-draft';
import { heldEdits, type HeldEdit } from '../../setup/drafts/queries';
import { letWait } from '../../setup/drafts/wait-to-publish';
import { conflict, Problem } from '../../platform/http/problems';
import { levelAsEdited } from '../imports/level-prices';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentsIn } from '../../setup/versions/setup-objects';
import { openPriceChange, workOutAnew, type PriceChange } from './save';
import { keyOf } from './prices';
import { decisionsOf, readRows, saidByRow } from './store';
import { changes, workOut, type WorkedOut } from './work-out';

/** What was looked through is not what would be done any more. */
class Outdated extends Error {}

const OUTDATED =
  'Costs, prices or items changed since these prices were computed. They are computed ' +
  'again; review them once more.';

/**
 * Puts the prices that were looked at into a draft, as one edit, all of them or none; where they
 * have a moment to come, into a draft of their own that waits for it. Every price is worked out
 * once more: where one would be another, nothing is done and the rows are worked out anew.
 */
export async function applyPriceChange(
  services: Services,
  id: string,
  asked: ApplyPriceChange,
  actor: Actor,
): Promise<void> {
  const { database } = services;
  try {
    const work = (transaction: Transaction): Promise<void> =>
      apply(transaction, services, id, asked, actor);
    await serializable(database, work, 'drafts');
  } catch (error) {
    if (!(error instanceof Outdated)) throw error;
    await serializable(database, async (transaction) => {
      const priceChange = await openPriceChange(transaction, id, actor);
      await workOutAnew(transaction, services, { ...priceChange, remark: OUTDATED });
    });
    throw conflict(OUTDATED, null);
  }
}

async function apply(
  transaction: Transaction,
  services: Services,
  id: string,
  { revision, draft: wanted }: ApplyPriceChange,
  actor: Actor,
): Promise<void> {
  const priceChange = await openPriceChange(transaction, id, actor, revision);
  const { content } = priceChange;
  const rows = await lookedThrough(transaction, services, priceChange);
  const changing = rows.filter(changes);
  if (changing.length === 0) throw new Problem(422, 'No price would change.');
  const base = await basePricesWith(
    transaction,
    services,
    changing.filter(({ levelId }) => levelId === null),
  );
  const levels = grouped(changing, ({ levelId }) => levelId);
  const objects = [
    ...[...base.keys()].map((key) => ({ kind: 'basePrice' as const, key })),
    ...[...levels.keys()].map((key) => ({ kind: 'level' as const, key })),
  ];
  const before = await heldOf(transaction, objects);
  const moment = content.at === null ? null : new Date(content.at);
  if (moment) refuseHeld([...before.values()]);
  const draft = moment ? await openDraft(transaction, content.name, actor) : wanted;
  await saveEdits(transaction, services, 'basePrice', base, { draft, actor });
  for (const [level, prices] of levels) {
    await saveLevel(transaction, services, level, prices, { draft, actor });
  }
  const after = await heldOf(transaction, objects);
  await transaction.delete(priceChangeEdits).where(eq(priceChangeEdits.priceChangeId, id));
  const owner = { column: 'repricing_id', id };
  await insertRows(
    transaction,
    'repricing_edits',
    owner,
    EDIT_COLUMNS,
    objects.map((object) => ({
      ...object,
      wasHeld: before.has(nameOf(object)),
      before: before.get(nameOf(object))?.content ?? null,
      revision: after.get(nameOf(object))?.revision ?? 0,
    })),
  );
  const went = [...after.values()][0]?.draft ?? draft;
  await transaction
    .update(priceChanges)
    .set({ state: 'applied', draftId: went, remark: null, revision: revision + 1 })
    .where(eq(priceChanges.id, id));
  await record(transaction, actor, {
    kind: 're-pricing',
    key: id,
    name: content.name,
    action: 'made',
    before: null,
    after: { ...content, changed: changing.length },
  });
  if (moment && went !== null) await waitFor(transaction, went, moment, content.name, actor);
}

interface SavedEdit extends NamedObject {
  readonly wasHeld: boolean;
  readonly before: unknown;
  readonly revision: number;
}

const EDIT_COLUMNS: readonly WrittenColumn<SavedEdit>[] = [
  ['kind', 'object_kind', 'text'],
  ['key', 'object_key', 'text'],
  ['wasHeld', 'was_held', 'boolean'],
  ['before', 'before', 'jsonb'],
  ['revision', 'revision', 'int'],
];

/** The rows as they are worked out now. @throws {Outdated} where they are others than were seen */
async function lookedThrough(
  transaction: Transaction,
  services: Services,
  { id, content }: PriceChange,
): Promise<WorkedOut[]> {
  const seen = await readRows(transaction, id);
  const rows = await workOut(transaction, services, content, decisionsOf(seen));
  const same =
    seen.length === rows.length &&
    seen.every((row, index) => {
      const now = rows[index];
      return now && keyOf(row) === keyOf(now) && saidByRow(row) === saidByRow(now);
    });
  if (!same) throw new Outdated();
  return rows;
}

/** All base prices of the items that get others, by item number. */
async function basePricesWith(
  transaction: Transaction,
  { setups }: Services,
  rows: readonly WorkedOut[],
): Promise<ReadonlyMap<string, readonly BasePriceForm[]>> {
  const byItem = grouped(rows, ({ itemId }) => itemId);
  const numbers = await numbersOf(transaction, [...byItem.keys()]);
  const keys = [...numbers.values()];
  const { setup } = await setups.of(transaction, await versionInForce(transaction));
  const published = contentsIn(setup, 'basePrice', keys);
  const held = new Map(
    (await heldEdits(transaction, { kind: 'basePrice', keys })).map((edit) => [edit.key, edit]),
  );
  const contents = new Map<string, readonly BasePriceForm[]>();
  for (const [itemId, changed] of byItem) {
    const item = numbers.get(itemId);
    if (item === undefined) throw new Outdated();
    const edit = held.get(item);
    // It was checked as base prices before it was kept.
    const present = edit ? (edit.content as readonly BasePriceForm[] | null) : published.get(item);
    const fresh = changed.map(({ inBaseUnit, unit, after }): BasePriceForm => ({
      kind: 'own',
      item,
      unit: inBaseUnit ? null : unit,
      price: after ?? '',
    }));
    const units = new Set(fresh.map(({ unit }) => unit));
    contents.set(item, [...fresh, ...(present ?? []).filter(({ unit }) => !units.has(unit))]);
  }
  return contents;
}

async function numbersOf(
  transaction: Transaction,
  ids: readonly number[],
): Promise<ReadonlyMap<number, string>> {
  const rows = await transaction
    .select({ id: items.id, number: items.number })
    .from(items)
    .where(inList(items.id, ids));
  return new Map(rows.map(({ id, number }) => [id, number]));
}

function grouped<Key>(
  rows: readonly WorkedOut[],
  by: (row: WorkedOut) => Key | null,
): Map<Key, WorkedOut[]> {
  const groups = new Map<Key, WorkedOut[]>();
  for (const row of rows) {
    const key = by(row);
    if (key === null) continue;
    const others = groups.get(key);
    if (others) others.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}

async function saveLevel(
  transaction: Transaction,
  services: Services,
  id: string,
  rows: readonly WorkedOut[],
  { draft, actor }: { readonly draft: string | null; readonly actor: Actor },
): Promise<void> {
  const { content, revision } = await levelAsEdited(transaction, id);
  const numbers = await numbersOf(
    transaction,
    rows.map(({ itemId }) => itemId),
  );
  const changed = new Map(rows.map((row) => [row.typedPriceId, row]));
  const saved = content.typedPrices.map((typed): TypedPriceForm => {
    const row = changed.get(typed.id);
    return row ? { ...typed, price: row.after ?? typed.price } : typed;
  });
  const fresh = rows
    .filter(({ typedPriceId }) => typedPriceId === null)
    .map((row): TypedPriceForm => ({
      id: randomUUID(),
      item: numbers.get(row.itemId) ?? '',
      price: row.after ?? '',
      unit: null,
      window: { from: null, until: null },
      minQuantity: '0',
      closes: false,
    }));
  const next: LevelContent = { ...content, typedPrices: [...saved, ...fresh] };
  const object = { kind: 'level', key: id } as const;
  await saveEdit(transaction, services, object, { content: next, revision, draft }, actor);
}

interface NamedObject {
  readonly kind: SetupObjectKind;
  readonly key: string;
}

const nameOf = ({ kind, key }: NamedObject): string => `${kind} ${key}`;

/** What drafts hold of objects, by their names. */
export async function heldOf(
  transaction: Transaction,
  objects: readonly NamedObject[],
): Promise<ReadonlyMap<string, HeldEdit>> {
  const found: HeldEdit[] = [];
  for (const kind of ['basePrice', 'level'] as const) {
    const keys = objects.filter((one) => one.kind === kind).map(({ key }) => key);
    found.push(...(await heldEdits(transaction, { kind, keys })));
  }
  return new Map(found.map((edit) => [nameOf(edit), edit]));
}

function refuseHeld(held: readonly HeldEdit[]): void {
  const [first] = held;
  if (!first) return;
  const names = held.slice(0, 5).map(({ key }) => key);
  throw new Problem(
    422,
    `These are edited in the draft ${first.draftName}, so they cannot wait in another: ` +
      `${names.join(', ')}${held.length > names.length ? ' and more' : ''}. Leave them out, or ` +
      'publish or discard that draft first.',
  );
}

async function waitFor(
  transaction: Transaction,
  draft: string,
  moment: Date,
  note: string,
  actor: Actor,
): Promise<void> {
  const [found] = await transaction.select().from(drafts).where(eq(drafts.id, draft));
  if (!found) throw new Error('a draft was lost while prices were put into it');
  await letWait(transaction, draft, { revision: found.revision, note }, moment, actor);
}
