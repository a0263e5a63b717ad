import type {
  DatedPurchaseCost,
  OfferView,
  PickedCost,
  PurchaseAnswer,
  PurchaseQuestion,
  SupplierAnswer,
} from '@honest-ledger/contracts';
import {
  compareExact,
  decimal,
  exchange,
  judgedOffers,
  minorDigits,
  multiplyExact,
  percentMoved,
  print,
  printExact,
  purchaseFrom,
  ratesOf,
  roundToDigits,
  roundedTo,
  unitOf,
  type Exact,
  type ItemFacts,
  type Purchase,
  type PurchaseAsked,
  type PurchaseCost,
  type Rates,
  type RoundingMode,
  printPercent,
} from '@honest-ledger/engine';
import { asc, eq } from 'drizzle-orm';
import { readItemFacts, type ItemWithId } from '../../master-data/catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { itemSuppliers, purchaseCosts, suppliers } from '../../platform/database/schema/index';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { notFound, refused } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';

/** An item with all that its suppliers ask, whenever it counts. */
export interface OfferedItem {
  readonly item: ItemWithId;
  readonly suppliers: readonly SupplierOfItem[];
}

interface SupplierOfItem {
  readonly code: string;
  readonly name: string;
  readonly preferred: boolean;
  readonly number: string | null;
  readonly leadTimeDays: number | null;
}

/** What amounts are compared and rounded by. */
export interface Money {
  readonly rates: Rates;
  readonly mode: RoundingMode;
  readonly today: string;
}

export async function moneyOfToday(queries: Queries, { setups, now }: Services): Promise<Money> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const facts = await loadDocumentFacts(queries, { customer: null, outlet: null }, now());
  return {
    rates: ratesOf(setup.homeCurrency, facts.rates),
    mode: setup.roundingMode,
    today: facts.local.day,
  };
}

/** Items with their suppliers and all of their costs, by item number. */
export async function readOfferedItems(
  queries: Queries,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, OfferedItem>> {
  const facts = await readItemFacts(queries, numbers);
  const ids = facts.map(({ id }) => id);
  const sources = await queries
    .select({ of: itemSuppliers, code: suppliers.code, name: suppliers.name })
    .from(itemSuppliers)
    .innerJoin(suppliers, eq(suppliers.id, itemSuppliers.supplierId))
    .where(inList(itemSuppliers.itemId, ids))
    .orderBy(asc(suppliers.name));
  const costs = await queries
    .select({ of: purchaseCosts, supplier: suppliers.code })
    .from(purchaseCosts)
    .innerJoin(suppliers, eq(suppliers.id, purchaseCosts.supplierId))
    .where(inList(purchaseCosts.itemId, ids))
    .orderBy(asc(purchaseCosts.unit), asc(purchaseCosts.minQuantity), asc(purchaseCosts.id));
  return new Map(
    facts.map((item) => [
      item.item,
      {
        item: {
          ...item,
          purchaseCosts: costs
            .filter(({ of }) => of.itemId === item.id)
            .map(({ of, supplier }): PurchaseCost => ({
              supplier,
              amount: decimal(of.amount),
              currency: of.currency,
              unit: of.unit === '' ? null : of.unit,
              minQuantity: decimal(of.minQuantity),
              window: { from: of.fromDay, until: of.untilDay },
            })),
        },
        suppliers: sources
          .filter(({ of }) => of.itemId === item.id)
          .map(({ of, code, name }) => ({
            code,
            name,
            preferred: of.preferred,
            number: of.supplierNumber,
            leadTimeDays: of.leadTimeDays,
          })),
      },
    ]),
  );
}

/** Answers which supplier is cheapest for so many of an item on a day, and why. */
export async function askSuppliers(
  queries: Queries,
  services: Services,
  { item: number, quantity, unit, day }: PurchaseQuestion,
): Promise<PurchaseAnswer> {
  const offered = (await readOfferedItems(queries, [number])).get(number);
  if (!offered) throw notFound(`Item ${number}`);
  const money = await moneyOfToday(queries, services);
  const { item } = offered;
  const asked = askedOf(item, { quantity, unit: unit ?? null }, day ?? money.today);
  return {
    item: item.item,
    name: item.name,
    unit: item.unit,
    units: item.units.map((one) => one.unit),
    quantity,
    day: asked.day,
    homeCurrency: money.rates.home,
    suppliers: answers(offered, asked, money),
  };
}

/** @throws {Problem} where the item is not bought by that unit, or not so finely */
export function askedOf(
  item: ItemFacts,
  { quantity, unit }: { readonly quantity: string; readonly unit: string | null },
  day: string,
  path = '',
): PurchaseAsked {
  const found = unitOf(item, unit);
  const field = (name: string): string => (path === '' ? name : `${path}.${name}`);
  if (!found) {
    const sentence = `${item.item} has no unit ${unit ?? ''}`;
    throw refused([{ path: field('unit'), sentence }]);
  }
  const asked = decimal(quantity);
  if (compareExact(roundToDigits(asked, found.digits, 'halfAwayFromZero'), asked) !== 0) {
    const sentence =
      found.digits === 0
        ? `${item.item} comes in whole units of ${found.unit}`
        : `${item.item} has at most ${String(found.digits)} decimals per ${found.unit}`;
    throw refused([{ path: field('quantity'), sentence }]);
  }
  return { quantity: asked, unit: found, day };
}

/** What every supplier of an item asks, the cheapest first. */
export function answers(
  { item, suppliers: sources }: OfferedItem,
  asked: PurchaseAsked,
  money: Money,
): SupplierAnswer[] {
  const found = sources
    .map((source) => {
      const purchase = purchaseFrom(source.code, item, asked, money.mode);
      return { source, purchase, home: purchase && homeAmount(purchase, asked, money.rates) };
    })
    .sort((a, b) => {
      if (a.home === null || b.home === null)
        return Number(a.home === null) - Number(b.home === null);
      return compareExact(a.home, b.home);
    });
  const cheapest = found[0]?.home ?? null;
  return found.map(({ source, purchase, home }) => ({
    supplier: { code: source.code, name: source.name },
    preferred: source.preferred,
    number: source.number,
    leadTimeDays: source.leadTimeDays,
    picked: purchase && pickedOf(purchase),
    inHome: home && inMinor(home, money),
    dearer: home && cheapest && printPercent(percentMoved(cheapest, home)),
    offers: judgedOffers(source.code, item, asked).map(({ offer, verdict }): OfferView => ({
      ...offerOf(offer),
      verdict,
    })),
  }));
}

/** The exact amount in the home currency; null where there is no rate. */
function homeAmount({ offer, each }: Purchase, { quantity }: PurchaseAsked, rates: Rates) {
  return exchange(multiplyExact(each, quantity), offer.currency, rates.home, rates);
}

function inMinor(amount: Exact, { rates: { home }, mode }: Money): string {
  const digits = minorDigits(home);
  return print(roundedTo(amount, digits, mode));
}

export function pickedOf({ offer, each, amount }: Purchase): PickedCost {
  return { offer: offerOf(offer), each: printExact(each), amount: print(amount) };
}

function offerOf({ amount, currency, unit, minQuantity, window }: PurchaseCost): DatedPurchaseCost {
  return { amount: print(amount), currency, unit, minQuantity: print(minQuantity), window };
}
