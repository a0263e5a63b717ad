import type {
  AnyObjectChange,
  ConditionForm,
  CatalogueMoves,
  DraftPage,
  DraftView,
  ObjectChange,
  ObjectEdit,
  RuleContent,
  SavedConditionContent,
} from '@honest-ledger/contracts';
import {
  compileSetup,
  decimal,
  fromInteger,
  isPositive,
  type CompiledSetup,
  type Decimal,
  type Setup,
} from '@honest-ledger/engine';
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
  const moves = (
    of: readonly ItemWithId[],
    level: string | null,
    quantities?: readonly Decimal[],
  ): CatalogueMoves =>
    catalogueMoves(of, under(published, level), under(compiled, level), now(), quantities);
  const called = (numbers: Iterable<string>): ItemWithId[] =>
    [...numbers].flatMap((number) => byNumber.get(number) ?? []);
  const takenInBy =
    (key: string) =>
    (item: ItemWithId): boolean =>
      [published, compiled].some(({ breaksReaching }) =>
        breaksReaching?.(item).some((one) => one.compiled.break.id === key),
      );
  const find = (change: AnyObjectChange): CatalogueMoves | null => {
    switch (change.kind) {
      case 'level':
        return moves(items, change.key);
      case 'basePrice':
        return moves(called([change.key]), null);
      case 'sharedPrice':
        return moves(called(pointingTo(edited, change.key)), null);
      case 'break':
        return moves(items.filter(takenInBy(change.key)), null, thresholdsOf(change));
      case 'rule':
      case 'condition':
        return moves(items, null, [ONE, ...quantitiesIn(change)]);
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

/** The quantities at which a break's prices may be others: its thresholds, before and after. */
function thresholdsOf({ before, after }: ObjectChange<'break'>): Decimal[] {
  const counted = [before, after].flatMap((content) =>
    content?.measure.kind === 'quantity' ? content.tiers : [],
  );
  const all = new Map(counted.map(({ from }) => [from, decimal(from)]));
  return [...all.values()].filter(isPositive).slice(0, MOST_THRESHOLDS);
}

/** The quantities at which a rule may begin to hold: those that its conditions name. */
function quantitiesIn({ before, after }: ObjectChange<'rule' | 'condition'>): Decimal[] {
  const named = (condition: ConditionForm): string[] => {
    if ('of' in condition) return condition.of.flatMap(named);
    if (condition.kind !== 'number') return [];
    const { fact, comparison } = condition;
    const isQuantity =
      fact.kind === 'quantity' || (fact.kind === 'count' && fact.of === 'quantity');
    return isQuantity ? [comparison.value] : [];
  };
  const earned = (content: RuleContent | SavedConditionContent): string[] =>
    'effect' in content && content.effect.kind === 'buyAndGet'
      ? [String(content.effect.buy.quantity + content.effect.get.quantity)]
      : [];
  const all = new Set(
    [before, after].flatMap((content) =>
      content ? [...named(content.when), ...earned(content)] : [],
    ),
  );
  return [...all].map(decimal).filter(isPositive).slice(0, 4);
}

const ONE = fromInteger(1);

/** More tiers than a table that people read; each is a pricing of the whole catalogue. */
const MOST_THRESHOLDS = 20;

/** The items whose base price is a shared one. */
function pointingTo({ basePrices }: Setup, shared: string): Set<string> {
  return new Set(
    basePrices
      .filter((one) => one.kind === 'shared' && one.shared === shared)
      .map(({ item }) => item),
  );
}
