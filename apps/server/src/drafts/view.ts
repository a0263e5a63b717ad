import type {
  AnyObjectChange,
  CatalogueMoves,
  DraftPage,
  DraftView,
  ObjectEdit,
} from '@honest-ledger/contracts';
import { compileSetup, type CompiledSetup, type Setup } from '@honest-ledger/engine';
import { catalogueMoves, type PricedUnder } from '../catalogue/price-catalogue';
import type { ItemWithId } from '../catalogue/item-facts';
import { pricingDay, readItemsToPrice } from '../costs/items-to-price';
import type { Queries } from '../database/database';
import { surroundings } from '../facts/surroundings';
import { notFound } from '../http/problems';
import { customersByLevel } from '../levels/queries';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
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
  const { setup, compiled } = await services.setups.of(queries, version);
  const edited = editedSetup(setup, await heldEdits(queries, { draft: id }));
  const changes = [
    ...edited.changes.filter(({ kind }) => kind !== 'basePrice'),
    ...edited.changes.filter(({ kind }) => kind === 'basePrice'),
  ];
  const holders = await customersByLevel(queries);
  const moves = await movesOf(queries, services, compiled, edited.setup, changes);
  const page = changes.slice(offset, offset + limit);
  const edits = page.map((change): ObjectEdit => ({
    ...change,
    customers: change.kind === 'level' ? (holders.get(change.key) ?? 0) : null,
    moves: moves.of(change),
  }));
  const { basePriceMoves } = moves;
  const moved = changes
    .filter(({ kind }) => kind !== 'basePrice')
    .map(moves.of)
    .reduce((sum, one) => sum + movedPrices(one), movedPrices(basePriceMoves));
  return {
    ...draft,
    edits,
    total: changes.length,
    moved,
    basePriceMoves,
    currency: setup.homeCurrency,
    version,
  };
}

function movedPrices(moves: CatalogueMoves | null): number {
  return moves ? moves.lowered + moves.raised + moves.otherwise : 0;
}

interface Moves {
  /** Of one change; null where it moves no price by itself. */
  readonly of: (change: AnyObjectChange) => CatalogueMoves | null;
  readonly basePriceMoves: CatalogueMoves | null;
}

/**
 * What changes do to the prices of the catalogue: a level's at the level, a base price's of its
 * item, a shared price's of all items that point to it, the settings' of everything.
 */
async function movesOf(
  queries: Queries,
  { now }: Services,
  published: CompiledSetup,
  edited: Setup,
  changes: readonly AnyObjectChange[],
): Promise<Moves> {
  const repriced = changes.flatMap(({ kind, key }) => (kind === 'basePrice' ? [key] : []));
  const wide = changes.some(({ kind }) => kind !== 'basePrice' && kind !== 'agreement');
  const facts = await surroundings(queries, { customer: null, outlet: null }, now());
  const compiled = compileSetup({ ...edited, defaultLevel: null });
  const asked = pricingDay(facts.local.day, published, compiled);
  const items = await readItemsToPrice(queries, asked, wide ? undefined : repriced);
  const byNumber = new Map(items.map((item) => [item.item, item]));
  const under = (setup: CompiledSetup, level: string | null): PricedUnder => ({
    setup: { ...setup, defaultLevel: null },
    facts,
    level,
    currency: published.homeCurrency,
  });
  const moves = (of: readonly ItemWithId[], level: string | null): CatalogueMoves =>
    catalogueMoves(of, under(published, level), under(compiled, level), now());
  const called = (numbers: Iterable<string>): ItemWithId[] =>
    [...numbers].flatMap((number) => byNumber.get(number) ?? []);
  const find = (change: AnyObjectChange): CatalogueMoves | null => {
    switch (change.kind) {
      case 'level':
        return moves(items, change.key);
      case 'basePrice':
        return moves(called([change.key]), null);
      case 'sharedPrice':
        return moves(called(pointingTo(edited, change.key)), null);
      case 'costTable':
      case 'settings':
        return moves(items, null);
      case 'agreement':
        return null;
    }
  };
  const found = new Map<AnyObjectChange, CatalogueMoves | null>();
  return {
    of: (change) => {
      const known = found.get(change);
      if (known !== undefined) return known;
      const fresh = find(change);
      found.set(change, fresh);
      return fresh;
    },
    basePriceMoves: repriced.length === 0 ? null : moves(called(repriced), null),
  };
}

/** The items whose base price is a shared one. */
function pointingTo({ basePrices }: Setup, shared: string): Set<string> {
  return new Set(
    basePrices
      .filter((one) => one.kind === 'shared' && one.shared === shared)
      .map(({ item }) => item),
  );
}
