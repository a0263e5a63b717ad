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
import type { Actor } from '../../platform/changes/record';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Database, Transaction } from '../../platform/database/database';
import { foresee } from '../../platform/database/foresee';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { saveItem } from '../../master-data/catalogue/save-item';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';

/**
 * What the facts of an item as they are edited would move, so that what the edit names is checked and
 * read as it would be.
 */
export async function foreseeItem(
  database: Database,
  services: Services,
  number: string,
  edit: ItemEdit,
  by: Actor,
): Promise<readonly ItemMove[]> {
  const moves = await foreseeItems(database, services, [number], (transaction) =>
    saveItem(transaction, number, edit, by),
  );
  return moves.get(number) ?? [];
}

/**
 * What a change of the facts of items would move: one base unit at each level, and the quantities at
 * which each quantity break begins, as if it were for anybody. The change is made and taken back.
 * @returns the moves of items that are there before and after, in the order of the numbers
 */
export function foreseeItems(
  database: Database,
  services: Services,
  numbers: readonly string[],
  change: (transaction: Transaction) => Promise<unknown>,
): Promise<ReadonlyMap<string, readonly ItemMove[]>> {
  return foresee(database, async (transaction) => {
    const version = await versionInForce(transaction);
    const { setup, compiled } = await services.setups.of(transaction, version);
    const facts = await loadDocumentFacts(
      transaction,
      { customer: null, outlet: null },
      services.now(),
    );
    const day = pricingDay(facts.local.day, compiled);
    const asked: Asked = {
      setup,
      compiled,
      breaks: setup.breaks.map((one) => ({
        one,
        alone: withBreaks(compiled, [{ ...one, ...FOR_ANYBODY }]),
      })),
      facts,
      now: services.now(),
    };
    const before = await readItemsToPrice(transaction, day, numbers);
    await change(transaction);
    const after = new Map(
      (await readItemsToPrice(transaction, day, numbers)).map((item) => [item.item, item]),
    );
    return new Map(
      before.flatMap((old) => {
        const fresh = after.get(old.item);
        return fresh ? [[old.item, movesOf(old, fresh, asked)] as const] : [];
      }),
    );
  });
}

interface Asked {
  readonly setup: Setup;
  readonly compiled: CompiledSetup;
  /** Each break as if it were for anybody, with the setup in which it is the only one. */
  readonly breaks: readonly { readonly one: QuantityBreak; readonly alone: CompiledSetup }[];
  readonly facts: Awaited<ReturnType<typeof loadDocumentFacts>>;
  readonly now: Date;
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
  const throughBreaks = asked.breaks.flatMap(({ one: each, alone }) => {
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
