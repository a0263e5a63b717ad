import type { PriceChangeContent } from '@honest-ledger/contracts';
import { ALWAYS } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { users } from '../../platform/database/schema/index';
import { saveEdit } from '../../setup/drafts/save-edit';
import { openDraft } from '../../setup/drafts/open-draft';
import { openDrafts } from '../../setup/drafts/queries';
import { letWait } from '../../setup/drafts/wait-to-publish';
import { receivePriceFile, mapCostUpdate } from '../../supply/cost-updates/receive';
import { findCostUpdate } from '../../supply/cost-updates/queries';
import { askToTakeIn, compareCostUpdateJob, takeInJob } from '../../supply/cost-updates/take-in';
import { beginPriceChange } from '../../exchange/price-changes/save';
import type { Services } from '../../setup/versions/services';
import { DEMO_BREAKS } from './breaks';

const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;
/** How long the draft of the demo waits that counts by itself one day. */
const WAITS_DAYS = 60;

/** Costs that were taken in: three prices wait to follow them. */
const TAKEN_IN = 'sku,cost\nOX-0008,16.90\nOX-0009,13.15\nOX-0012,9.40\n';
/** Costs that nobody has looked through yet; one row is wrong. */
const TO_LOOK_THROUGH = 'sku;cost\nOX-0006;26,10\nOX-0013;35,40\nOX-0099;1,00\n';

/**
 * What a firm has begun and not done yet, so that every screen of the demo has something to show: costs
 * that came, prices that wait for them, a change of prices that is prepared, and a draft that waits for its
 * day. No price is another by any of it, and no draft is open: what somebody edits is their own.
 */
export async function beginWork(services: Services): Promise<void> {
  const { database } = services;
  const [tom] = await database
    .select({ id: users.id })
    .from(users)
    .where(eq(users.email, 'tom@saltmarsh.example'));
  const actor: Actor = { id: tom?.id ?? 0, now: services.now() };
  await takeCostsIn(services, actor);
  await compared(services, 'northgate-winter.csv', TO_LOOK_THROUGH, actor);
  await database.transaction(async (transaction) => {
    await beginPriceChange(transaction, services, GLAZES_UP, actor);
  });
  await database.transaction((transaction) => letYearWait(transaction, services, actor));
}

/** A draft for the new year. It holds what few look for first, since nothing edits that until then. */
async function letYearWait(
  transaction: Transaction,
  services: Services,
  actor: Actor,
): Promise<void> {
  const draft = await openDraft(transaction, 'From the new year', actor);
  const save = (kind: 'agreement' | 'basePrice' | 'break', key: string, content: object) =>
    saveEdit(transaction, services, { kind, key }, { content, revision: 0, draft }, actor);
  await save('agreement', randomUUID(), {
    party: { kind: 'customer', customer: 'C4001' },
    item: 'GL-1180',
    price: '7.95',
    currency: 'EUR',
    unit: null,
    window: ALWAYS,
    minQuantity: '12',
    open: true,
  });
  await save('basePrice', 'OX-0012', [
    { kind: 'own', item: 'OX-0012', unit: null, price: '19.95' },
  ]);
  const cones = DEMO_BREAKS.find(({ content }) => content.name === 'Cones by the box');
  if (!cones) throw new Error('the demo has a break for cones');
  const { id, content } = cones;
  const adjustment = { kind: 'amount', amount: '-0.40', unit: null } as const;
  const tiers = [...content.tiers, { from: '100', adjustment }];
  await save('break', id, { ...content, tiers });
  const seen = (await openDrafts(transaction)).find((one) => one.id === draft);
  const asked = { revision: seen?.revision ?? 0, note: 'Prices of the coming year' };
  const at = new Date(actor.now.getTime() + WAITS_DAYS * DAY_MILLISECONDS);
  await letWait(transaction, draft, asked, at, actor);
}

const GLAZES_UP: PriceChangeContent = {
  name: 'Dipping glazes up 4 %',
  goods: { category: ['dipping'] },
  prices: [{ kind: 'basePrice' }],
  basis: { kind: 'present' },
  change: { kind: 'percent', percent: '4' },
  rounding: {
    kind: 'increment',
    currency: 'EUR',
    increment: '0.05',
    direction: 'nearest',
    leastPrice: null,
  },
  leastMargin: '30',
  at: null,
  quotes: 'leave',
};

/** Takes a price file in as somebody would who has looked it through. */
async function takeCostsIn(services: Services, actor: Actor): Promise<void> {
  const { database } = services;
  const costUpdate = await compared(services, 'northgate-autumn.csv', TAKEN_IN, actor);
  const { revision } = await findCostUpdate(database, costUpdate);
  await database.transaction((transaction) =>
    askToTakeIn(transaction, costUpdate, { revision, withoutWrong: false }),
  );
  await takeInJob(services, { receipt: costUpdate }, true);
}

/** Receives a price file and compares it. @returns the cost update's id */
async function compared(
  services: Services,
  name: string,
  content: string,
  actor: Actor,
): Promise<string> {
  const { database } = services;
  const costUpdate = await database.transaction(async (transaction) => {
    const file = { name, content: Readable.from([Buffer.from(content)]) };
    const id = await receivePriceFile(transaction, 'northgate', file, actor);
    const { mapping } = await findCostUpdate(transaction, id);
    await mapCostUpdate(transaction, id, mapping);
    return id;
  });
  await compareCostUpdateJob(services, { receipt: costUpdate });
  return costUpdate;
}
