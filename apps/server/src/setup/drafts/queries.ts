import type {
  AnyObjectChange,
  DraftRow,
  LevelState,
  ObjectDraft,
  SetupContents,
  SetupObjectKind,
} from '@honest-ledger/contracts';
import type { Setup } from '@honest-ledger/engine';
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { draftEdits, drafts, users } from '../../platform/database/schema/index';
import { contentsIn, objectChange, withContents } from '../versions/setup-objects';

/** One edit as it lies in a draft; a null content withdraws the object. */
export interface HeldEdit extends ObjectDraft<unknown> {
  readonly kind: SetupObjectKind;
  readonly key: string;
  /** Who made it as it is. */
  readonly by: string;
}

/** The states in which a draft holds its objects. */
const HOLDING: (typeof drafts.$inferSelect)['state'][] = ['open', 'waiting'];

/** The drafts that are open or wait for their moment, the oldest first. */
export async function openDrafts(queries: Queries): Promise<DraftRow[]> {
  const publisher = alias(users, 'publisher');
  const rows = await queries
    .select({
      draft: drafts,
      by: users.name,
      publishBy: publisher.name,
      edits: count(draftEdits.id),
    })
    .from(drafts)
    .innerJoin(users, eq(users.id, drafts.createdBy))
    .leftJoin(publisher, eq(publisher.id, drafts.publishById))
    .leftJoin(draftEdits, eq(draftEdits.draftId, drafts.id))
    .where(inArray(drafts.state, HOLDING))
    .groupBy(drafts.id, users.id, publisher.id)
    .orderBy(asc(drafts.createdAt), asc(drafts.id));
  return rows.map(({ draft, by, publishBy, edits }) => ({
    id: draft.id,
    name: draft.name,
    revision: draft.revision,
    edits,
    createdBy: by,
    createdAt: draft.createdAt.toISOString(),
    waits:
      draft.state === 'waiting' && draft.publishAt
        ? {
            until: draft.publishAt.toISOString(),
            note: draft.publishNote ?? '',
            by: publishBy ?? '',
          }
        : null,
    remark: draft.remark,
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
    .select({ edit: draftEdits, draftName: drafts.name, by: users.name })
    .from(draftEdits)
    .innerJoin(users, eq(users.id, draftEdits.editedBy))
    .innerJoin(drafts, eq(drafts.id, draftEdits.draftId))
    .where(
      and(
        inArray(drafts.state, HOLDING),
        of.draft === undefined ? undefined : eq(drafts.id, of.draft),
        of.kind === undefined ? undefined : eq(draftEdits.objectKind, of.kind),
        of.keys && inList(draftEdits.objectKey, of.keys),
      ),
    )
    .orderBy(asc(draftEdits.id));
  return rows.map(({ edit, draftName, by }) => ({
    kind: edit.objectKind,
    key: edit.objectKey,
    draft: edit.draftId,
    draftName,
    content: edit.content,
    revision: edit.revision,
    by,
  }));
}

/** An object as published and as a draft would have it. */
export interface DraftedObject<Kind extends SetupObjectKind> {
  readonly id: string;
  readonly published: SetupContents[Kind] | null;
  readonly draft: ObjectDraft<SetupContents[Kind]> | null;
}

/** How an object that is published, drafted or both stands. */
export function stateOf(
  published: unknown,
  draft: { readonly content: unknown } | null,
): LevelState {
  if (!draft) return 'published';
  if (draft.content === null) return 'withdrawn';
  return published ? 'edited' : 'new';
}

/** All objects of a kind that are published or drafted. */
export async function draftedObjects<Kind extends SetupObjectKind>(
  queries: Queries,
  kind: Kind,
  published: ReadonlyMap<string, SetupContents[Kind]>,
): Promise<DraftedObject<Kind>[]> {
  const held = new Map(
    (await heldEdits(queries, { kind })).map((edit) => [edit.key, toDraft<Kind>(edit)]),
  );
  return [...new Set([...published.keys(), ...held.keys()])].map((id) => ({
    id,
    published: published.get(id) ?? null,
    draft: held.get(id) ?? null,
  }));
}

/** What a draft makes of one object; null where no draft holds it. */
export async function heldEdit<Kind extends SetupObjectKind>(
  queries: Queries,
  kind: Kind,
  key: string,
): Promise<ObjectDraft<SetupContents[Kind]> | null> {
  const [held] = await heldEdits(queries, { kind, keys: [key] });
  return held ? toDraft<Kind>(held) : null;
}

function toDraft<Kind extends SetupObjectKind>({
  draft,
  draftName,
  content,
  revision,
}: HeldEdit): ObjectDraft<SetupContents[Kind]> {
  // It was checked by the schema of its kind before it was kept.
  return { draft, draftName, content: content as SetupContents[Kind] | null, revision };
}

/** A setup with all of these edits, and what each changes. */
export function editedSetup(
  published: Setup,
  edits: readonly HeldEdit[],
): { readonly setup: Setup; readonly changes: readonly AnyObjectChange[] } {
  let setup = published;
  const before = new Map<SetupObjectKind, ReadonlyMap<string, unknown>>();
  for (const kind of new Set(edits.map((edit) => edit.kind))) {
    const ofKind = edits.filter((edit) => edit.kind === kind);
    const keys = ofKind.map(({ key }) => key);
    before.set(kind, contentsIn(published, kind, keys));
    // Each was checked by the schema of its kind before it was kept.
    setup = withContents(
      setup,
      kind,
      new Map(ofKind.map(({ key, content }) => [key, content])) as Contents,
    );
  }
  const changes = edits.map(({ kind, key, content }) =>
    objectChange(
      { kind, key },
      (before.get(kind)?.get(key) ?? null) as SetupContents[typeof kind] | null,
      content as SetupContents[typeof kind] | null,
    ),
  );
  return { setup, changes: changes as AnyObjectChange[] }; // each of its kind
}

type Contents = ReadonlyMap<string, SetupContents[SetupObjectKind] | null>;
