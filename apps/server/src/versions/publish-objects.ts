import type { AgreementForm, BasePriceForm, SettingsForm } from '@honest-ledger/contracts';
import type { DatedPrice, Printed, SharedPrice } from '@honest-ledger/engine';
import { eq, inArray } from 'drizzle-orm';
import { reachIds, readGoodsCodes } from '../catalogue/goods-codes';
import type { Transaction } from '../database/database';
import {
  agreementRows,
  basePriceRows,
  customers,
  segments,
  settingRows,
  sharedPriceRows,
} from '../database/schema/index';
import { Problem } from '../http/problems';
import { replaceRows } from './rows';

/** Writes all base prices of some items into a version. */
export async function publishBasePrices(
  transaction: Transaction,
  version: number,
  items: ReadonlyMap<string, readonly BasePriceForm[]>,
): Promise<void> {
  if (items.size === 0) return;
  const codes = await readGoodsCodes(transaction, { numbers: [...items.keys()] });
  const idOf = (item: string): number => reachIds({ kind: 'item', item }, codes).itemId ?? 0;
  const wanted = [...items].flatMap(([item, prices]) =>
    prices.map((one) => ({
      itemId: idOf(item),
      unit: one.unit ?? '',
      price: one.kind === 'own' ? one.price : null,
      sharedId: one.kind === 'shared' ? one.shared : null,
    })),
  );
  const ofThem = inArray(basePriceRows.itemId, [...items.keys()].map(idOf));
  await replaceRows(transaction, basePriceRows, ofThem, wanted, version);
}

/** Writes a shared price into a version; null withdraws it. */
export async function publishSharedPrice(
  transaction: Transaction,
  version: number,
  id: string,
  content: Omit<Printed<SharedPrice>, 'id'> | null,
): Promise<void> {
  const wanted = content ? [{ sharedId: id, ...content }] : [];
  await replaceRows(
    transaction,
    sharedPriceRows,
    eq(sharedPriceRows.sharedId, id),
    wanted,
    version,
  );
}

/** Writes an agreement into a version; null withdraws it. */
export async function publishAgreement(
  transaction: Transaction,
  version: number,
  id: string,
  content: Omit<AgreementForm, 'id'> | null,
): Promise<void> {
  const wanted = content
    ? [
        {
          agreementId: id,
          ...(await partyColumns(transaction, content.party)),
          itemId: await itemIdOf(transaction, content.item),
          ...datedColumns(content),
          currency: content.currency,
          open: content.open,
        },
      ]
    : [];
  await replaceRows(transaction, agreementRows, eq(agreementRows.agreementId, id), wanted, version);
}

/** Writes the settings into a version. */
export async function publishSettings(
  transaction: Transaction,
  version: number,
  { homeCurrency, roundingMode, unitPriceDigits, defaultLevel }: SettingsForm,
): Promise<void> {
  const digits = Object.entries(unitPriceDigits).filter(([, count]) => count !== undefined);
  const wanted = [
    {
      homeCurrency,
      roundingMode,
      unitPriceDigits: Object.fromEntries(digits) as Record<string, number>, // filtered above
      defaultLevelId: defaultLevel,
    },
  ];
  await replaceRows(transaction, settingRows, undefined, wanted, version);
}

/** The columns that agreements and typed prices have in common. */
export function datedColumns({ price, unit, window, minQuantity }: Printed<DatedPrice>): {
  price: string;
  unit: string | null;
  fromDay: string | null;
  untilDay: string | null;
  minQuantity: string;
} {
  return { price, unit, fromDay: window.from, untilDay: window.until, minQuantity };
}

async function partyColumns(
  transaction: Transaction,
  party: AgreementForm['party'],
): Promise<{ customerId: number | null; segmentId: number | null }> {
  if (party.kind === 'customer') {
    const [row] = await transaction
      .select({ id: customers.id })
      .from(customers)
      .where(eq(customers.code, party.customer));
    if (!row) throw new Problem(422, `There is no customer ${party.customer}.`);
    return { customerId: row.id, segmentId: null };
  }
  const [row] = await transaction
    .select({ id: segments.id })
    .from(segments)
    .where(eq(segments.code, party.segment));
  if (!row) throw new Problem(422, `There is no segment ${party.segment}.`);
  return { customerId: null, segmentId: row.id };
}

async function itemIdOf(transaction: Transaction, item: string): Promise<number> {
  const codes = await readGoodsCodes(transaction, { numbers: [item] });
  return reachIds({ kind: 'item', item }, codes).itemId ?? 0;
}
