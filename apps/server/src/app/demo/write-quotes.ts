import { BARE_LINE } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import type { Transaction } from '../../platform/database/database';
import { beginDocument, saveDocument } from '../../selling/documents/save-document';
import { readDocument } from '../../selling/documents/queries';
import type { Services } from '../../setup/versions/services';
import type { DemoItem } from './catalogue';
import type { DemoCustomer } from './customers';
import { BEGINNING } from './beginning';
import type { SeededRandom } from './random';

const TITLES = [
  'Autumn clay',
  'Glaze refill',
  'Studio refit',
  'Spring term',
  'Fair stand',
  'Tools',
  'Kiln room',
  'Open day',
] as const;
const SELLERS = ['noor', 'tom', 'wren'] as const;
const QUOTES = 24;

/** Open quotes, for customers with a level and without, in several currencies. */
export async function writeQuotes(
  transaction: Transaction,
  services: Services,
  demo: {
    readonly random: SeededRandom;
    readonly goods: readonly DemoItem[];
    readonly buyers: readonly DemoCustomer[];
    readonly seller: number;
  },
): Promise<void> {
  const editor = { id: demo.seller, role: 'pricing' } as const;
  for (let index = 0; index < QUOTES; index += 1) {
    const buyer = demo.buyers[(10 + index * 7) % demo.buyers.length];
    if (!buyer) throw new Error('the demo has no customers');
    // some a day, between nine and five
    const minutes = Math.floor(index * 0.75) * 24 * 60 + 60 + ((index * 97) % 480);
    const then = new Date(BEGINNING.getTime() + minutes * 60 * 1000);
    const atThen = { ...services, now: () => then };
    const begin = { kind: 'quote', customer: buyer.code } as const;
    const number = await beginDocument(transaction, atThen, begin, editor);
    const begun = await readDocument(transaction, atThen, number);
    const lines = Array.from({ length: 3 + demo.random.whole(5) }, () => demoLine(demo));
    const { customer, outlet, currency, asOf, validUntil, level } = begun;
    const title = TITLES[index % TITLES.length] ?? '';
    const content = {
      customer,
      outlet,
      currency,
      asOf,
      validUntil,
      codes: [],
      shipping: null,
      byHand: [],
      discount: null,
      attributes: {},
      salesContext: {
        ...begun.salesContext,
        salesPerson: SELLERS[index % SELLERS.length] ?? null,
        deliveryMethod: index % 3 === 0 ? 'van' : null,
        deliveryPostcode: index % 3 === 0 ? `QY${String(1 + (index % 4))} 4${String(index)}` : null,
      },
      level,
      title,
      lines,
      revision: 1,
    };
    await saveDocument(transaction, atThen, number, content, editor);
  }
}

function demoLine({
  random,
  goods,
}: {
  readonly random: SeededRandom;
  readonly goods: readonly DemoItem[];
}) {
  const item = goods[random.whole(goods.length)];
  if (!item) throw new Error('the demo has no goods');
  return {
    id: randomUUID(),
    item: item.number,
    quantity: String(1 + random.whole(12)),
    unit: null,
    duration: item.series.timeUnit === undefined ? null : '3',
    ...BARE_LINE,
  };
}
