import type { AgreementForm, BasePriceForm, SettingsForm } from '@honest-ledger/contracts';
import type { DatedPrice, Serialized, SharedPrice } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { scopeIds, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import { idsByCode } from '../../platform/database/codes';
import type { Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  agreementRows,
  basePriceRows,
  customers,
  segments,
  settingRows,
  sharedPriceRows,
} from '../../platform/database/schema/index';
import { idOf } from './id-of';
import { replaceRows } from './rows';

/** Writes all base prices of some items into a version. */
export async function publishBasePrices(
  transaction: Transaction,
  version: number,
  items: ReadonlyMap<string, readonly BasePriceForm[]>,
): Promise<void> {
  if (items.size === 0) return;
  const codes = await readGoodsCodes(transaction, { numbers: [...items.keys()] });
  const itemId = (item: string): number => scopeIds({ kind: 'item', item }, codes).itemId ?? 0;
  const wanted = [...items].flatMap(([item, prices]) =>
    prices.map((one) => ({
      itemId: itemId(item),
      unit: one.unit ?? '',
      price: one.kind === 'own' ? one.price : null,
      sharedId: one.kind === 'shared' ? one.shared : null,
    })),
  );
  const ofThem = inList(basePriceRows.itemId, [...items.keys()].map(itemId));
  await replaceRows(transaction, basePriceRows, ofThem, wanted, version);
}

/** Writes a shared price into a version; null withdraws it. */
export async function publishSharedPrice(
  transaction: Transaction,
  version: number,
  id: string,
  content: Omit<Serialized<SharedPrice>, 'id'> | null,
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

/** Writes agreements into a version; null withdraws one. */
export async function publishAgreements(
  transaction: Transaction,
  version: number,
  agreements: ReadonlyMap<string, Omit<AgreementForm, 'id'> | null>,
): Promise<void> {
  if (agreements.size === 0) return;
  const contents = [...agreements.values()].flatMap((content) => content ?? []);
  const codes = await readGoodsCodes(transaction, { numbers: contents.map(({ item }) => item) });
  const parties = await partyIds(transaction, contents);
  const wanted = [...agreements].flatMap(([id, content]) =>
    content === null
      ? []
      : [
          {
            agreementId: id,
            ...partyColumns(content.party, parties),
            itemId: scopeIds({ kind: 'item', item: content.item }, codes).itemId ?? 0,
            ...datedColumns(content),
            currency: content.currency,
            open: content.open,
          },
        ],
  );
  const ofThem = inList(agreementRows.agreementId, [...agreements.keys()]);
  await replaceRows(transaction, agreementRows, ofThem, wanted, version);
}

/** Writes the settings into a version. */
export async function publishSettings(
  transaction: Transaction,
  version: number,
  {
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    defaultLevel,
    costOrder,
    ruleChoice,
    floors,
  }: SettingsForm,
): Promise<void> {
  const digits = Object.entries(unitPriceDigits).filter(([, count]) => count !== undefined);
  const wanted = [
    {
      homeCurrency,
      roundingMode,
      unitPriceDigits: Object.fromEntries(digits) as Record<string, number>, // filtered above
      defaultLevelId: defaultLevel,
      costOrder: [...costOrder],
      ruleChoice,
      floors,
    },
  ];
  await replaceRows(transaction, settingRows, undefined, wanted, version);
}

/** The columns that agreements and typed prices have in common. */
export function datedColumns({ price, unit, window, minQuantity }: Serialized<DatedPrice>): {
  price: string;
  unit: string | null;
  fromDay: string | null;
  untilDay: string | null;
  minQuantity: string;
} {
  return { price, unit, fromDay: window.from, untilDay: window.until, minQuantity };
}

interface PartyIds {
  readonly customers: ReadonlyMap<string, number>;
  readonly segments: ReadonlyMap<string, number>;
}

async function partyIds(
  transaction: Transaction,
  contents: readonly Pick<AgreementForm, 'party'>[],
): Promise<PartyIds> {
  const buyers = contents.flatMap(({ party }) =>
    party.kind === 'customer' ? [party.customer] : [],
  );
  return {
    customers: await idsByCode(transaction, customers, buyers),
    segments: await idsByCode(transaction, segments),
  };
}

function partyColumns(
  party: AgreementForm['party'],
  ids: PartyIds,
): { customerId: number | null; segmentId: number | null } {
  return party.kind === 'customer'
    ? { customerId: idOf(ids.customers, party.customer, 'customer'), segmentId: null }
    : { customerId: null, segmentId: idOf(ids.segments, party.segment, 'segment') };
}
