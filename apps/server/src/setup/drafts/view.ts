import type { CatalogueMoves, DraftPage, DraftView, ObjectEdit } from '@honest-ledger/contracts';
import type { Queries } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import { customersByLevel, customersWithoutLevel } from '../../master-data/customers/by-level';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { movesOf } from './edit-moves';
import { editedSetup, heldEdits, openDrafts } from './queries';

/** What a draft would change, with the prices each edit moves. */
export async function readDraft(
  queries: Queries,
  services: Services,
  id: string,
  { offset, limit }: DraftPage,
): Promise<DraftView> {
  const draft = (await openDrafts(queries)).find((one) => one.id === id);
  if (!draft) throw notFound('This draft');
  const version = await versionInForce(queries);
  const { setup } = await services.setups.of(queries, version);
  const held = await heldEdits(queries, { draft: id });
  const edited = editedSetup(setup, held);
  const changes = [
    ...edited.changes.filter(({ kind }) => kind !== 'basePrice'),
    ...edited.changes.filter(({ kind }) => kind === 'basePrice'),
  ];
  const holders = await holdersOf(queries);
  const moves = await movesOf(queries, services, { published: setup, edited, held });
  const page = changes.slice(offset, offset + limit);
  const edits = await Promise.all(
    page.map(async (change): Promise<ObjectEdit> => ({
      ...change,
      customers: holders(change),
      ...(await moves.of(change)),
    })),
  );
  const { basePriceMoves } = moves;
  let moved = movedPrices(basePriceMoves);
  let uncounted = 0;
  for (const change of changes) {
    if (change.kind === 'basePrice') continue;
    const { moves: own } = await moves.of(change);
    moved += movedPrices(own);
    if (!own) uncounted += 1;
  }
  return {
    ...draft,
    edits,
    total: changes.length,
    moved,
    uncounted,
    basePriceMoves,
    currency: setup.homeCurrency,
    version,
  };
}

/** How many customers get their prices by what is changed, where that can be counted. */
async function holdersOf(
  queries: Queries,
): Promise<(change: Pick<ObjectEdit, 'kind' | 'key' | 'before' | 'after'>) => number | null> {
  const byLevel = await customersByLevel(queries);
  const withoutLevel = await customersWithoutLevel(queries);
  return ({ kind, key, before, after }) => {
    if (kind === 'level') return byLevel.get(key) ?? 0;
    if (kind !== 'settings') return null;
    const level = (content: typeof before): unknown =>
      content && 'defaultLevel' in content ? content.defaultLevel : null;
    return level(before) === level(after) ? null : withoutLevel;
  };
}

function movedPrices(moves: CatalogueMoves | null): number {
  return moves ? moves.lowered + moves.raised + moves.otherwise : 0;
}
