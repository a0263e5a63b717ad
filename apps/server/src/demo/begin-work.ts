import type { RepricingContent } from '@honest-ledger/contracts';
import { ALWAYS } from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { Actor } from '../changes/record';
import { users } from '../database/schema/index';
import { keepEdit } from '../drafts/keep-edit';
import { openDraft } from '../drafts/open-draft';
import { openDrafts } from '../drafts/queries';
import { letWait } from '../drafts/wait-to-publish';
import { receivePriceFile, mapReceipt } from '../receipts/receive';
import { findReceipt } from '../receipts/queries';
import { askToTakeIn, compareReceiptJob, takeInJob } from '../receipts/take-in';
import { beginRepricing } from '../repricings/keep';
import type { Services } from '../services';
import { DEMO_BREAKS } from './breaks';

const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;
/** How long the draft of the demo waits that counts by itself one day. */
const WAITS_DAYS = 60;

/** Costs that were taken in: three prices wait to follow them. */
const TAKEN_IN = 'sku,cost\nTL-0042,3.10\nTL-0043,4.05\nTL-0044,2.65\n';
/** Costs that nobody has looked through yet; one row is wrong. */
const TO_LOOK_THROUGH = 'sku;cost\nTL-0045;3,95\nTL-0046;4,20\nTL-9999;1,00\n';

/**
 * What a firm has begun and not done yet, so that every screen of the demo has something to show: costs
 * that came, prices that wait for them, a change of prices that is prepared, a draft, and one that waits
 * for its day. No price is another by any of it.
 */
export async function beginWork(services: Services): Promise<void> {
  const { database } = services;
  const [tom] = await database
    .select({ id: users.id })
    .from(users)
    .where(eq(users.email, 'tom@saltmarsh.example'));
  const actor: Actor = { id: tom?.id ?? 0, now: services.now() };
  await takeCostsIn(services, actor);
  await compared(services, 'ferrybridge-winter.csv', TO_LOOK_THROUGH, actor);
  await database.transaction(async (transaction) => {
    await beginRepricing(transaction, services, GLAZES_UP, actor);
  });
  await database.transaction(async (transaction) => {
    const draft = await openDraft(transaction, 'Spring prices', actor);
    const price = (unit: string | null, figure: string) => ({
      kind: 'own',
      item: 'CL-0207',
      unit,
      price: figure,
    });
    await keepEdit(
      transaction,
      services,
      { kind: 'basePrice', key: 'CL-0207' },
      { content: [price(null, '18.90'), price('pallet', '1040.00')], revision: 0, draft },
      actor,
    );
    const clay = DEMO_BREAKS.find(({ content }) => content.name === 'Clay by the bag');
    if (!clay) throw new Error('the demo has a break for clay');
    const { id, content } = clay;
    const from40 = { from: '40', adjustment: { kind: 'percent', percent: '-15' } } as const;
    const tiers = [...content.tiers.slice(0, 2), from40, ...content.tiers.slice(2)];
    const edit = { content: { ...content, tiers }, revision: 0, draft };
    await keepEdit(transaction, services, { kind: 'break', key: id }, edit, actor);
  });
  await database.transaction(async (transaction) => {
    const draft = await openDraft(transaction, 'From the new year', actor);
    const agreement = {
      party: { kind: 'customer', customer: 'C4001' },
      item: 'GL-1180',
      price: '7.95',
      currency: 'EUR',
      unit: null,
      window: ALWAYS,
      minQuantity: '12',
      open: true,
    };
    const key = randomUUID();
    const edit = { content: agreement, revision: 0, draft };
    await keepEdit(transaction, services, { kind: 'agreement', key }, edit, actor);
    const at = new Date(actor.now.getTime() + WAITS_DAYS * DAY_MILLISECONDS);
    const note = 'As agreed for the coming year';
    const seen = (await openDrafts(transaction)).find(({ id }) => id === draft);
    await letWait(transaction, draft, { revision: seen?.revision ?? 0, note }, at, actor);
  });
}

const GLAZES_UP: RepricingContent = {
  name: 'Dipping glazes up 4 %',
  goods: { category: 'dipping' },
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
  const receipt = await compared(services, 'ferrybridge-autumn.csv', TAKEN_IN, actor);
  const { revision } = await findReceipt(database, receipt);
  await database.transaction((transaction) =>
    askToTakeIn(transaction, receipt, { revision, withoutWrong: false }),
  );
  await takeInJob(services, { receipt }, true);
}

/** Receives a price file and compares it. @returns the receipt's id */
async function compared(
  services: Services,
  name: string,
  content: string,
  actor: Actor,
): Promise<string> {
  const { database } = services;
  const receipt = await database.transaction(async (transaction) => {
    const file = { name, content: Readable.from([Buffer.from(content)]) };
    const id = await receivePriceFile(transaction, 'ferrybridge', file, actor);
    const { mapping } = await findReceipt(transaction, id);
    await mapReceipt(transaction, id, mapping);
    return id;
  });
  await compareReceiptJob(services, { receipt });
  return receipt;
}
