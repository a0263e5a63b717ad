import type { ItemEdit, ItemMove } from '@honest-ledger/contracts';
import {
  fromInteger,
  holds,
  multiply,
  print,
  unitOf,
  withBreaks,
  withoutBreaks,
  type CompiledSetup,
  type Decimal,
  type ItemFacts,
  type LevelId,
  type PricedLine,
  type QuantityBreak,
  type Setup,
} from '@honest-ledger/engine';
import type { Actor } from '../changes/record';
import { pricingDay, readItemsToPrice } from '../costs/items-to-price';
import type { Database, Transaction } from '../database/database';
import { foresee } from '../database/foresee';
import { surroundings } from '../facts/surroundings';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
import { keepItem } from './keep-item';
import { priceCatalogue } from './price-catalogue';

/**
 * What the facts of an item as they are edited would move: one base unit at each level, and the
 * quantities at which each quantity break begins, as if it were for anybody. The edit is made and taken
 * back, so that what it names is checked and read as it would be.
 */
export function foreseeItem(
  database: Database,
  services: Services,
  number: string,
  edit: ItemEdit,
  by: Actor,
): Promise<readonly ItemMove[]> {
  return foresee(database, async (transaction) => {
    const version = await versionInForce(transaction);
    const { setup, compiled } = await services.setups.of(transaction, version);
    const facts = await surroundings(transaction, { customer: null, outlet: null }, services.now());
    const asked = { setup, compiled, facts, now: services.now() };
    const before = await readItem(transaction, asked, number);
    await keepItem(transaction, number, edit, by);
    const after = await readItem(transaction, asked, number);
    return before && after ? movesOf(before, after, asked) : [];
  });
}

interface Asked {
  readonly setup: Setup;
  readonly compiled: CompiledSetup;
  readonly facts: Awaited<ReturnType<typeof surroundings>>;
  readonly now: Date;
}

async function readItem(
  transaction: Transaction,
  { compiled, facts }: Asked,
  number: string,
): Promise<ItemFacts | null> {
  const day = pricingDay(facts.local.day, compiled);
  const [item] = await readItemsToPrice(transaction, day, [number]);
  return item ?? null;
}

function movesOf(before: ItemFacts, after: ItemFacts, asked: Asked): ItemMove[] {
  const { setup, compiled, facts } = asked;
  const levels = setup.levels.filter(({ window }) => holds(window, facts.local.day));
  const one = fromInteger(1);
  const bare = withoutBreaks(compiled);
  const atLevels = [null, ...levels].flatMap((level) =>
    moves(before, after, [one], { ...asked, compiled: bare }, level?.id ?? null).map((move) => ({
      ...move,
      level: level?.name ?? null,
      break: null,
    })),
  );
  const throughBreaks = setup.breaks.flatMap((each) => {
    const alone = withBreaks(compiled, [{ ...each, ...FOR_ANYBODY }]);
    const isReached = [before, after].some((item) => alone.breaksReaching?.(item).length);
    if (!isReached) return [];
    const level = each.levels?.[0] ?? null;
    const name = setup.levels.find(({ id }) => id === level)?.name ?? null;
    return moves(before, after, beginsAt(each, after), { ...asked, compiled: alone }, level).map(
      (move) => ({ ...move, level: name, break: each.name }),
    );
  });
  return [...atLevels, ...throughBreaks];
}

const FOR_ANYBODY = { parties: null, outlets: null, window: { from: null, until: null } } as const;

/** The quantities at which the tiers of a break begin, in base units; none where they go by anything else. */
function beginsAt({ measure, tiers }: QuantityBreak, item: ItemFacts): readonly Decimal[] {
  const unit = measure.kind === 'quantity' ? unitOf(item, measure.unit) : undefined;
  return unit ? tiers.map(({ from }) => multiply(from, unit.factor)) : [];
}

function moves(
  before: ItemFacts,
  after: ItemFacts,
  quantities: readonly Decimal[],
  { setup, compiled, facts, now }: Asked,
  level: LevelId | null,
): Pick<ItemMove, 'quantity' | 'unit' | 'was' | 'now' | 'currency'>[] {
  if (quantities.length === 0) return [];
  const currency = setup.homeCurrency;
  const lines = (item: ItemFacts): readonly PricedLine[] =>
    priceCatalogue([item], { setup: compiled, facts, level, currency }, now, false, quantities)
      .lines;
  const [was, then] = [lines(before), lines(after)];
  return quantities.flatMap((quantity, place) => {
    const [old, fresh] = [amountOf(was[place]), amountOf(then[place])];
    if (old === fresh) return [];
    return [{ quantity: print(quantity), unit: after.unit, was: old, now: fresh, currency }];
  });
}

function amountOf(line: PricedLine | undefined): string | null {
  return line?.kind === 'priced' ? print(line.net) : null;
}
