import type { DeskAnswer, DeskQuestion, PricedLineForm } from '@honest-ledger/contracts';
import {
  compare,
  decimal,
  divide,
  PLAIN_DOCUMENT,
  PLAIN_LINE,
  priceDocument,
  print,
  serialized,
  reachingSetup,
  roundToDigits,
  unitOf,
  type CompiledSetup,
  type Condition,
  type Decimal,
  type ItemFacts,
  type PricingDocument,
  type Setup,
} from '@honest-ledger/engine';
import { alias } from 'drizzle-orm/pg-core';
import { asc, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import {
  customers,
  items,
  itemSuppliers,
  outlets,
  suppliers,
} from '../../platform/database/schema/index';
import { documentAt } from '../documents/queries';
import { checkAsOf, momentOf } from '../../master-data/facts/as-of';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { settingsInForce, versionInForce } from '../../master-data/in-force/queries';

/** So many quantities are priced beside the one that was asked for. */
const MAX_RUNGS = 14;

/** What something costs somebody, somewhere, at a moment; and what else it could cost. */
export async function askDesk(
  queries: Queries,
  services: Services,
  question: DeskQuestion,
): Promise<DeskAnswer> {
  const { setup, compiled } = await services.setups.of(queries, await versionInForce(queries));
  const { outlet, currency } = await whereAsked(queries, question);
  const { item: number, quantity, unit, duration, customer, level } = question;
  const line = { ...PLAIN_LINE, id: 'desk', item: number, quantity, unit, duration };
  const written = { ...PLAIN_DOCUMENT, customer, outlet, currency, level, lines: [line] };
  const { asOf } = question;
  await checkAsOf(queries, { asOf, outlet });
  const at = await momentOf(queries, { asOf, outlet }, services.now());
  const asked = await documentAt(queries, compiled, written, at);
  const [item] = asked.facts.items;
  if (!item) throw notFound(`Item ${number}`);
  const document = withTime(asked, item);
  const priced = (changes: Partial<PricingDocument>): PricedLineForm =>
    onlyLine(compiled, { ...document, ...changes });
  const inQuantity = (text: string): PricedLineForm =>
    priced({ lines: document.lines.map((one) => ({ ...one, quantity: decimal(text) })) });
  return {
    item: serialized(item),
    priced: priced({}),
    currency,
    outlet,
    asOf,
    pricedAt: document.pricedAt,
    version: setup.version,
    ladder: rungs(reachingSetup(setup, document), item, { quantity, unit }).map((text) => ({
      quantity: text,
      priced: inQuantity(text),
    })),
    levels: setup.levels.map(({ id, name }) => ({ id, name, priced: priced({ level: id }) })),
    ...(await knownOf(queries, number)),
  };
}

/** Where and in what it is asked: what is not said follows from the customer, then from the outlet. */
async function whereAsked(
  queries: Queries,
  question: DeskQuestion,
): Promise<{ readonly outlet: string | null; readonly currency: string }> {
  const [who] =
    question.customer === null
      ? []
      : await queries
          .select({ currency: customers.currency, outlet: outlets.code })
          .from(customers)
          .leftJoin(outlets, eq(outlets.id, customers.outletId))
          .where(eq(customers.code, question.customer));
  const outlet = question.outlet ?? who?.outlet ?? null;
  const [place] =
    outlet === null
      ? []
      : await queries
          .select({ currency: outlets.currency })
          .from(outlets)
          .where(eq(outlets.code, outlet));
  const { homeCurrency } = await settingsInForce(queries);
  const currency = question.currency ?? who?.currency ?? place?.currency ?? homeCurrency;
  return { outlet, currency };
}

/** Goods priced by time are asked for one unit of it, where nothing is said. */
function withTime(document: PricingDocument, { timeUnit }: ItemFacts): PricingDocument {
  const lines = document.lines.map((line) => ({
    ...line,
    duration: timeUnit === null ? null : (line.duration ?? decimal('1')),
  }));
  return { ...document, lines };
}

function onlyLine(setup: CompiledSetup, document: PricingDocument): PricedLineForm {
  const [line] = serialized(priceDocument(setup, document).lines);
  if (!line) throw new Error('a line was lost in pricing');
  return line;
}

/** Quantities at which something in the setup begins, in the unit asked for, in rising order. */
function rungs(
  { breaks, agreements, levels, rules }: Setup,
  item: ItemFacts,
  { quantity, unit }: Pick<DeskQuestion, 'quantity' | 'unit'>,
): readonly string[] {
  const asked = decimal(quantity);
  const base: readonly Decimal[] = [
    ...breaks.flatMap(({ measure, tiers }) =>
      measure.kind === 'quantity' && measure.unit === null ? tiers.map(({ from }) => from) : [],
    ),
    ...agreements.map(({ minQuantity }) => minQuantity),
    ...levels.flatMap(({ typedPrices }) =>
      typedPrices.filter((one) => one.item === item.item).map(({ minQuantity }) => minQuantity),
    ),
    ...rules.flatMap(({ when }) => quantitiesIn(when)),
  ];
  const of = unitOf(item, unit);
  const digits = of?.digits ?? item.quantityDigits;
  const factor = of?.factor ?? decimal('1');
  const inUnit = base.map((from) => roundToDigits(divide(from, factor), digits, 'awayFromZero'));
  const all = [decimal('1'), asked, ...inUnit].filter(({ units }) => units > 0);
  const once = new Map(all.map((one) => [print(one), one]));
  const inOrder = [...once.values()].sort(compare);
  const near = inOrder.length <= MAX_RUNGS ? inOrder : inOrder.slice(0, MAX_RUNGS);
  const shown = near.some((one) => compare(one, asked) === 0) ? near : [...near, asked];
  return shown.sort(compare).map(print);
}

/** The least quantities of a line that a condition asks for, wherever they stand in it. */
function quantitiesIn(condition: Condition): readonly Decimal[] {
  if ('of' in condition) return condition.of.flatMap(quantitiesIn);
  if (condition.kind !== 'number' || condition.fact.kind !== 'quantity') return [];
  const { comparison } = condition;
  return comparison.kind === 'atLeast' || comparison.kind === 'between' ? [comparison.value] : [];
}

/** What the catalogue knows of an item besides its price. */
async function knownOf(
  queries: Queries,
  number: string,
): Promise<Pick<DeskAnswer, 'replacedBy' | 'suppliers'>> {
  const next = alias(items, 'next');
  const [replaced] = await queries
    .select({ item: next.number, name: next.name })
    .from(items)
    .innerJoin(next, eq(next.id, items.replacedById))
    .where(eq(items.number, number));
  const from = await queries
    .select({ name: suppliers.name, leadTimeDays: itemSuppliers.leadTimeDays })
    .from(itemSuppliers)
    .innerJoin(items, eq(items.id, itemSuppliers.itemId))
    .innerJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
    .where(eq(items.number, number))
    .orderBy(asc(suppliers.name));
  return { replacedBy: replaced ?? null, suppliers: from };
}
