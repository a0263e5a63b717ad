import {
  check,
  listContentSchemas,
  type ListContents,
  type ListEdit,
  type ListEntryParams,
  type ListKind,
} from '@honest-ledger/contracts';
import { isDeepStrictEqual } from 'node:util';
import { record, type Actor } from '../../platform/changes/record';
import { postgresCode, type Transaction } from '../../platform/database/database';
import { levelsInForce, settingsInForce } from '../in-force/queries';
import { Problem, refused } from '../../platform/http/problems';
import { knownCurrencies } from '../currencies/known';
import { LISTS } from './lists';
import { type List } from './list';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** What an entry of each list is called. */
export const WORDS: Readonly<Record<ListKind, string>> = {
  categories: 'category',
  families: 'family',
  brands: 'brand',
  suppliers: 'supplier',
  taxClasses: 'tax class',
  attributes: 'attribute',
  costKinds: 'kind of cost',
  segments: 'segment',
  outlets: 'outlet',
  salesPeople: 'sales person',
  departments: 'department',
  deliveryMethods: 'delivery method',
  units: 'unit',
};

/** Keeps an entry of a list, makes it, or takes it out. A fact: it counts from this moment on. */
export async function saveEntry(
  transaction: Transaction,
  { list, code }: ListEntryParams,
  { seen, content }: ListEdit,
  actor: Actor,
): Promise<void> {
  // A list takes what its own schema has checked, below.
  const entries = LISTS[list] as List<ListContents[ListKind]>;
  const before = (await entries.read(transaction)).get(code) ?? null;
  if (!isDeepStrictEqual(seen, before)) {
    const thing = { kind: WORDS[list], key: code };
    throw await changedByAnother(transaction, thing, `this ${WORDS[list]}`, before);
  }
  const after = content === null ? null : checked(list, content);
  if (after) {
    await checkNamed(transaction, after, before);
    await entries.write(transaction, code, after);
  } else {
    await removeUnused(() => entries.remove(transaction, code), list);
  }
  await record(transaction, actor, {
    kind: WORDS[list],
    key: code,
    name: (after ?? before)?.name ?? code,
    action: after ? (before ? 'changed' : 'made') : 'removed',
    before,
    after,
  });
}

function checked<Kind extends ListKind>(list: Kind, content: unknown): ListContents[Kind] {
  const reading = check<ListContents[Kind]>(listContentSchemas[list], content);
  if (reading.ok) return reading.value;
  throw refused(
    reading.problems.map(({ path, sentence }) => ({ path: `content.${path}`, sentence })),
  );
}

/** The levels, the currency and the tax class that an entry names must be there. */
async function checkNamed(
  transaction: Transaction,
  content: ListContents[ListKind],
  before: ListContents[ListKind] | null,
): Promise<void> {
  const inForce = await levelsInForce(transaction);
  const had = new Set(levelsNamed(before));
  const unpublished = levelsNamed(content).some((id) => !inForce.has(id) && !had.has(id));
  if (unpublished) {
    throw refused([{ path: 'content.level', sentence: 'This level is not published yet' }]);
  }
  if (!('currency' in content)) return;
  const { homeCurrency } = await settingsInForce(transaction);
  if (!(await knownCurrencies(transaction, homeCurrency)).includes(content.currency)) {
    const sentence = `There is no rate from ${homeCurrency} to ${content.currency}`;
    throw refused([{ path: 'content.currency', sentence }]);
  }
  const { othersTaxClass: code } = content;
  if (code !== null && !(await LISTS.taxClasses.read(transaction)).has(code)) {
    const sentence = `There is no tax class ${code}`;
    throw refused([{ path: 'content.othersTaxClass', sentence }]);
  }
}

function levelsNamed(content: ListContents[ListKind] | null): string[] {
  if (!content || !('level' in content)) return [];
  const allowed = 'levelsAllowed' in content ? (content.levelsAllowed ?? []) : [];
  return content.level === null ? [...allowed] : [content.level, ...allowed];
}

const STILL_NAMED = '23503';

async function removeUnused(remove: () => Promise<void>, list: ListKind): Promise<void> {
  try {
    await remove();
  } catch (error) {
    if (postgresCode(error) !== STILL_NAMED) throw error;
    throw new Problem(
      422,
      `This ${WORDS[list]} is still used by items, customers, documents or a version of the pricing.`,
    );
  }
}
