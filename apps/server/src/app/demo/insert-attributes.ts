import type { AttributeOwner, AttributeValues } from '@honest-ledger/contracts';
import { attributeList } from '../../master-data/lists/attributes';
import { saveValues } from '../../master-data/attributes/values';
import type { Transaction } from '../../platform/database/database';
import { customers, itemCrossReferences, items } from '../../platform/database/schema/index';
import type { DemoItem } from './catalogue';
import type { DemoCustomer } from './customers';

const FINISHES = ['gloss', 'satin', 'matt'];

const DEMO_ATTRIBUTES = [
  { code: 'finish', name: 'Finish', of: 'items', type: 'choice', choices: FINISHES },
  { code: 'food-safe', name: 'Food safe', of: 'items', type: 'yesNo', choices: [] },
  { code: 'weight', name: 'Weight in kg', of: 'items', type: 'number', choices: [] },
  { code: 'since', name: 'Customer since', of: 'customers', type: 'day', choices: [] },
  {
    code: 'invoice',
    name: 'Invoice by',
    of: 'customers',
    type: 'choice',
    choices: ['e-mail', 'post'],
  },
  {
    code: 'site',
    name: 'Site',
    of: 'documents',
    type: 'choice',
    choices: ['school', 'studio', 'home'],
  },
  { code: 'three-phase', name: 'Three-phase power', of: 'documents', type: 'yesNo', choices: [] },
] as const;

/** What the demo's firm keeps of goods and customers besides, and other numbers of its clays. */
export async function insertAttributes(
  transaction: Transaction,
  goods: readonly DemoItem[],
  buyers: readonly DemoCustomer[],
): Promise<void> {
  for (const { code, ...content } of DEMO_ATTRIBUTES) {
    await attributeList.write(transaction, code, content);
  }
  const itemIds = idsByKey(
    await transaction.select({ id: items.id, key: items.number }).from(items),
  );
  const customerIds = idsByKey(
    await transaction.select({ id: customers.id, key: customers.code }).from(customers),
  );
  await fill(
    transaction,
    'items',
    goods.map((item, place) => [itemIds.get(item.number) ?? 0, ofItem(item, place)]),
  );
  await fill(
    transaction,
    'customers',
    buyers.map(({ code }, place) => [customerIds.get(code) ?? 0, ofCustomer(place)]),
  );
  await transaction.insert(itemCrossReferences).values(
    goods
      .filter(({ series }) => series.prefix === 'CL')
      .map(({ number }) => ({
        itemId: itemIds.get(number) ?? 0,
        number: number.replace('CL-', 'EB'),
      })),
  );
}

function idsByKey(
  rows: readonly { readonly id: number; readonly key: string }[],
): ReadonlyMap<string, number> {
  return new Map(rows.map(({ id, key }) => [key, id]));
}

function ofItem({ series }: DemoItem, place: number): AttributeValues {
  if (['brush-on', 'dipping'].includes(series.category)) {
    const finish = FINISHES[place % FINISHES.length] ?? '';
    return { finish, 'food-safe': place % 7 === 0 ? 'no' : 'yes' };
  }
  return series.prefix === 'CL' ? { weight: '12.5' } : {};
}

function ofCustomer(place: number): AttributeValues {
  const month = String((place % 12) + 1).padStart(2, '0');
  const since = `${String(2009 + (place % 16))}-${month}-01`;
  return { since, invoice: place % 3 === 0 ? 'post' : 'e-mail' };
}

function fill(
  transaction: Transaction,
  owner: AttributeOwner,
  values: readonly (readonly [number, AttributeValues])[],
): Promise<void> {
  return saveValues(
    transaction,
    owner,
    values.map(([id, after]) => ({ id, before: {}, after })),
  );
}
