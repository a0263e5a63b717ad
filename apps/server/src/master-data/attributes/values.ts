import { batches } from '../../platform/database/batches';
import {
  type Attribute,
  type AttributeOwner,
  type AttributeValues,
  attributeProblem,
  type FieldProblem,
} from '@honest-ledger/contracts';
import { and, asc, eq } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import type { Queries, Transaction } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  attributes,
  customerAttributes,
  itemAttributes,
  documentAttributes,
} from '../../platform/database/schema/index';

/** Where the values of each kind of owner are kept. */
export const VALUE_TABLES = {
  items: itemAttributes,
  customers: customerAttributes,
  documents: documentAttributes,
};

/** What a company keeps of its items, of its customers, or of its documents, by name. */
export function attributesOf(queries: Queries, owner: AttributeOwner): Promise<Attribute[]> {
  return queries
    .select({
      code: attributes.code,
      name: attributes.name,
      of: attributes.of,
      type: attributes.type,
      choices: attributes.choices,
    })
    .from(attributes)
    .where(eq(attributes.of, owner))
    .orderBy(asc(attributes.name), asc(attributes.code));
}

/** The values of some items, customers or documents, or of all, by their ids; those without any left out. */
export async function valuesOf(
  queries: Queries,
  owner: AttributeOwner,
  ids: readonly number[] | undefined,
  codes?: readonly string[],
): Promise<ReadonlyMap<number, AttributeValues>> {
  const table = VALUE_TABLES[owner];
  const rows = await queries
    .select({ id: table.ownerId, code: attributes.code, value: table.value })
    .from(table)
    .innerJoin(attributes, eq(attributes.id, table.attributeId))
    .where(and(ids && inList(table.ownerId, ids), codes && inList(attributes.code, codes)))
    .orderBy(asc(attributes.code));
  const values = new Map<number, Record<string, string>>();
  for (const { id, code, value } of rows) {
    const of = values.get(id) ?? {};
    of[code] = value;
    values.set(id, of);
  }
  return values;
}

/** What the form alone cannot know of values: that there is such an attribute, and what it takes. */
export function valueProblems(
  known: readonly Attribute[],
  values: AttributeValues,
): FieldProblem[] {
  const byCode = new Map(known.map((one) => [one.code, one]));
  return Object.entries(values).flatMap(([code, value]) => {
    const attribute = byCode.get(code);
    const sentence = attribute
      ? attributeProblem(attribute, value)
      : `There is no attribute ${code}`;
    return sentence === null ? [] : [{ path: `attributes.${code}`, sentence }];
  });
}

export interface SavedValues {
  readonly id: number;
  readonly before: AttributeValues;
  readonly after: AttributeValues;
}

/** Keeps the values of items, customers or documents, where they differ from what was there. */
export async function saveValues(
  transaction: Transaction,
  owner: AttributeOwner,
  all: readonly SavedValues[],
): Promise<void> {
  const changed = all.filter(({ before, after }) => !isDeepStrictEqual(before, after));
  if (changed.length === 0) return;
  const known = await transaction
    .select({ id: attributes.id, code: attributes.code })
    .from(attributes)
    .where(eq(attributes.of, owner));
  const ids = new Map(known.map(({ id, code }) => [code, id]));
  const table = VALUE_TABLES[owner];
  await transaction.delete(table).where(
    inList(
      table.ownerId,
      changed.map(({ id }) => id),
    ),
  );
  const rows = changed.flatMap(({ id: ownerId, after }) =>
    Object.entries(after).flatMap(([code, value]) => {
      const attributeId = ids.get(code);
      return attributeId === undefined ? [] : [{ ownerId, attributeId, value }];
    }),
  );
  for (const some of batches(rows)) {
    await transaction.insert(table).values(some);
  }
}
