import { type BreakAnswer, type BreakQuestion, type TriedPrice } from '@honest-ledger/contracts';
import {
  type BreakMeasure,
  type CompiledSetup,
  compileSetup,
  priceInversions,
  type Decimal,
  decimal,
  type DocumentLine,
  fromInteger,
  type ItemFacts,
  make,
  PLAIN_DOCUMENT,
  PLAIN_LINE,
  type PricedLine,
  priceDocument,
  type PriceStep,
  print,
  serialized,
  type QuantityBreak,
  type Setup,
  type UnitFacts,
  unitOf,
  withoutBreaks,
} from '@honest-ledger/engine';
import { problemSentence } from '@honest-ledger/wording';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { notFound, Problem } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { withContents } from '../versions/setup-objects';

/**
 * Tries a break on quantities of one item: as published, as it is edited together with what else its
 * draft holds, the same with its tiers the other way, and without any break.
 */
export async function tryBreak(
  queries: Queries,
  { setups, now }: Services,
  id: string,
  { content, item: wanted, customer, quantities }: BreakQuestion,
): Promise<BreakAnswer> {
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const edited = await withBreakEdit(queries, setup, id, content);
  const compiledEdit = compileSetup(edited);
  const outlet = content.outlets?.[0] ?? null;
  const facts = await loadDocumentFacts(queries, { customer, outlet }, now());
  const asked = pricingDay(facts.local.day, compiled, compiledEdit);
  const items = await readItemFacts(queries);
  const reached = items.filter((item) => isTakenIn(item, id, compiledEdit));
  const { currency } = content;
  const number = wanted ?? reached[0]?.item;
  if (number === undefined) return { item: null, currency, level: null, rows: [], items: 0 };
  const [found] = await readItemsToPrice(queries, asked, [number]);
  if (!found) throw notFound(`Item ${number}`);
  const { id: _, ...item } = found;
  const unit = countedUnit(content.measure, item);
  if (!unit) throw new Problem(422, `${number} is not sold by the unit that is counted.`);
  const lines = quantities.map((quantity, place) =>
    lineOf(item, String(place), decimal(quantity), { unit, measure: content.measure }),
  );
  const under = (one: CompiledSetup): readonly PricedLine[] =>
    priceDocument(
      one,
      {
        ...PLAIN_DOCUMENT,
        pricedAt: now().toISOString(),
        currency,
        facts: { ...facts, items: [item] },
        lines,
      },
      { workings: false, isolateLines: true },
    ).lines;
  const otherWay = withMode(
    edited,
    id,
    content.mode === 'incremental' ? 'allUnits' : 'incremental',
  );
  const [before, after, other, without] = [
    under(compiled),
    under(compiledEdit),
    under(compileSetup(otherWay)),
    under(withoutBreaks(compiledEdit)),
  ];
  const [line] = without;
  return {
    item: {
      item: item.item,
      name: item.name,
      unit: content.measure.kind === 'term' ? (item.timeUnit ?? unit.unit) : unit.unit,
      digits: unit.digits,
    },
    currency,
    level: line?.kind === 'priced' ? (line.level?.level.name ?? null) : null,
    items: reached.length,
    rows: quantities.map((quantity, place) => ({
      quantity,
      now: tried(before[place]),
      edited: tried(after[place]),
      otherMode: tried(other[place]),
      without: tried(without[place]),
    })),
  };
}

/**
 * At how many thresholds of a break some smaller quantity costs more, of the first item with a price
 * that it takes in. Only breaks that price every unit of a line by its quantity have such zones.
 */
export function zonesOf(one: QuantityBreak, reached: readonly ItemFacts[], setup: Setup): number {
  const { measure, mode, count } = one;
  if (measure.kind !== 'quantity' || mode !== 'allUnits' || count === 'document') return 0;
  const compiled = compileSetup({ ...setup, breaks: [{ ...one, ...FOR_ANYBODY }] });
  const item = reached.find((some) => compiled.basePrice(some.item, null) !== undefined);
  if (!item) return 0;
  const smallest = make(1, item.quantityDigits);
  const from = [smallest, ...one.tiers.map((tier) => tier.from)];
  const { lines } = priceCatalogue(
    [item],
    { setup: compiled, facts: NOBODY, level: null, currency: one.currency },
    NO_MOMENT,
    false,
    from,
  );
  const steps = lines.flatMap((line, place): PriceStep[] => {
    const unitPrice = line.kind === 'priced' ? line.slices.at(-1)?.unitPrice : undefined;
    const at = from[place];
    return unitPrice && at ? [{ from: at, unitPrice }] : [];
  });
  return priceInversions(steps, smallest).length;
}

const FOR_ANYBODY = {
  parties: null,
  outlets: null,
  levels: null,
  window: { from: null, until: null },
} as const;
const NOBODY = {
  local: { day: '2000-01-01', time: '00:00:00', offset: '+00:00' },
  outlet: null,
  customer: null,
  rates: [],
  ruleUses: [],
  bought: null,
  setUpPaid: [],
  tax: null,
} as const;
const NO_MOMENT = new Date('2000-01-01T00:00:00Z');

/** What quantities are tried in; undefined where the item does not have the unit. */
function countedUnit(measure: BreakMeasure, item: ItemFacts): UnitFacts | undefined {
  return unitOf(item, measure.kind === 'quantity' ? measure.unit : null);
}

/** A line of so many, or of one for so long. */
function lineOf(
  { item, unit: base, timeUnit }: ItemFacts,
  id: string,
  quantity: Decimal,
  { unit, measure }: { readonly unit: UnitFacts; readonly measure: BreakMeasure },
): DocumentLine {
  const byTerm = measure.kind === 'term';
  return {
    id,
    item,
    quantity: byTerm ? ONE : quantity,
    unit: unit.unit === base ? null : unit.unit,
    duration: timeUnit === null ? null : byTerm ? quantity : ONE,
    ...PLAIN_LINE,
  };
}

const ONE = fromInteger(1);

export function isTakenIn(item: ItemFacts, id: string, { breaksReaching }: CompiledSetup): boolean {
  return breaksReaching?.(item).some(({ compiled }) => compiled.break.id === id) ?? false;
}

/** A setup with a break as it is edited, together with what else its draft holds. */
export async function withBreakEdit(
  queries: Queries,
  setup: Setup,
  id: string,
  content: BreakQuestion['content'],
): Promise<Setup> {
  const held = await heldEdits(queries);
  const draft = held.find(({ kind, key }) => kind === 'break' && key === id)?.draft;
  const others = held.filter((edit) => edit.draft === draft);
  return withContents(editedSetup(setup, others).setup, 'break', new Map([[id, content]]));
}

function withMode(setup: Setup, id: string, mode: QuantityBreak['mode']): Setup {
  return {
    ...setup,
    breaks: setup.breaks.map((one) =>
      one.id === id && one.measure.kind === 'quantity' ? { ...one, mode } : one,
    ),
  };
}

function tried(line: PricedLine | undefined): TriedPrice {
  if (line?.kind === 'priced') {
    const unitPrice: Decimal | undefined = line.slices.at(-1)?.unitPrice;
    return {
      total: print(line.amount),
      unitPrice: unitPrice ? print(unitPrice) : null,
      why: null,
    };
  }
  const why = line ? problemSentence(serialized(line.problem)) : null;
  return { total: null, unitPrice: null, why };
}
