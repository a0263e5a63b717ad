import type {
  AnyObjectChange,
  CatalogueMoves,
  DraftView,
  ObjectEdit,
} from '@honest-ledger/contracts';
import { compileSetup, type CompiledSetup, type Setup } from '@honest-ledger/engine';
import { catalogueMoves, type PricedUnder } from '../catalogue/price-catalogue';
import { readItemFacts, type ItemWithId } from '../catalogue/item-facts';
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
): Promise<DraftView> {
  const draft = (await openDrafts(queries)).find((one) => one.id === id);
  if (!draft) throw notFound('This draft');
  const version = await versionInForce(queries);
  const { setup, compiled } = await services.setups.of(queries, version);
  const edited = editedSetup(setup, await heldEdits(queries, { draft: id }));
  const holders = await customersByLevel(queries);
  const movesOf = await movesFinder(queries, services, compiled, edited.setup);
  const edits = edited.changes.map((change): ObjectEdit => ({
    ...change,
    customers: change.kind === 'level' ? (holders.get(change.key) ?? 0) : null,
    moves: movesOf(change),
  }));
  return { ...draft, edits, currency: setup.homeCurrency, version };
}

/**
 * What a change does to the prices of the catalogue: a level's at the level, a base price's of its
 * item, a shared price's of all items that point to it, the settings' of everything.
 */
async function movesFinder(
  queries: Queries,
  { now }: Services,
  published: CompiledSetup,
  edited: Setup,
): Promise<(change: AnyObjectChange) => CatalogueMoves | null> {
  const items = await readItemFacts(queries);
  const facts = await surroundings(queries, { customer: null, outlet: null }, now());
  const compiled = compileSetup({ ...edited, defaultLevel: null });
  const under = (setup: CompiledSetup, level: string | null): PricedUnder => ({
    setup: { ...setup, defaultLevel: null },
    facts,
    level,
    currency: published.homeCurrency,
  });
  const moves = (of: readonly ItemWithId[], level: string | null): CatalogueMoves =>
    catalogueMoves(of, under(published, level), under(compiled, level), now());
  return (change) => {
    switch (change.kind) {
      case 'level':
        return moves(items, change.key);
      case 'basePrice':
        return moves(
          items.filter(({ item }) => item === change.key),
          null,
        );
      case 'sharedPrice': {
        const pointing = new Set(
          edited.basePrices
            .filter((one) => one.kind === 'shared' && one.shared === change.key)
            .map(({ item }) => item),
        );
        return moves(
          items.filter(({ item }) => pointing.has(item)),
          null,
        );
      }
      case 'settings':
        return moves(items, null);
      case 'agreement':
        return null;
    }
  };
}
