import type { ListContents, ListKind } from '@honest-ledger/contracts';
import { asc, eq, max } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import {
  brands,
  categories,
  deliveryMethods,
  departments,
  families,
  outletLevels,
  outlets,
  salesPeople,
  segments,
  suppliers,
  taxClasses,
  units,
} from '../../platform/database/schema/index';
import { costKindList } from './cost-kinds';
import { attributeList } from './attributes';
import { unitNames } from '../catalogue/unit-names';
import { refused } from '../../platform/http/problems';
import type { List } from './list';

type PlainTable =
  | typeof families
  | typeof brands
  | typeof suppliers
  | typeof salesPeople
  | typeof departments
  | typeof deliveryMethods
  | typeof units;

/** A list of codes and names. */
function plainList(table: PlainTable): List<ListContents['brands']> {
  return {
    read: async (queries) => {
      const rows = await queries
        .select({ code: table.code, name: table.name })
        .from(table)
        .orderBy(asc(table.name), asc(table.code));
      return new Map(rows.map(({ code, name }) => [code, { name }]));
    },
    write: async (transaction, code, { name }) => {
      await transaction
        .insert(table)
        .values({ code, name })
        .onConflictDoUpdate({ target: table.code, set: { name } });
    },
    remove: async (transaction, code) => {
      await transaction.delete(table).where(eq(table.code, code));
    },
  };
}

export const LISTS: { readonly [Kind in ListKind]: List<ListContents[Kind]> } = {
  families: plainList(families),
  brands: plainList(brands),
  suppliers: plainList(suppliers),
  salesPeople: plainList(salesPeople),
  departments: plainList(departments),
  deliveryMethods: plainList(deliveryMethods),
  units: {
    ...plainList(units),
    read: async (queries) =>
      new Map((await unitNames(queries)).map(({ code, name }) => [code, { name }])),
  },
  attributes: attributeList,
  costKinds: costKindList,

  taxClasses: {
    read: async (queries) => {
      const rows = await queries
        .select()
        .from(taxClasses)
        .orderBy(asc(taxClasses.name), asc(taxClasses.code));
      return new Map(
        rows.map(({ code, name, category, rate }) => [code, { name, category, rate }]),
      );
    },
    write: async (transaction, code, content) => {
      await transaction
        .insert(taxClasses)
        .values({ code, ...content })
        .onConflictDoUpdate({ target: taxClasses.code, set: content });
    },
    remove: async (transaction, code) => {
      await transaction.delete(taxClasses).where(eq(taxClasses.code, code));
    },
  },

  categories: {
    read: async (queries) => {
      const rows = await queries
        .select()
        .from(categories)
        .orderBy(asc(categories.position), asc(categories.id));
      const codes = new Map(rows.map(({ id, code }) => [id, code]));
      return new Map(
        rows.map(({ code, name, parentId }) => [
          code,
          { name, parent: parentId === null ? null : (codes.get(parentId) ?? null) },
        ]),
      );
    },
    write: async (transaction, code, { name, parent }) => {
      const known = await LISTS.categories.read(transaction);
      if (parent !== null) refuseCircle(known, code, parent);
      const parentId = parent === null ? null : await categoryId(transaction, parent);
      const [last] = await transaction.select({ at: max(categories.position) }).from(categories);
      await transaction
        .insert(categories)
        .values({ code, name, parentId, position: (last?.at ?? 0) + 1 })
        .onConflictDoUpdate({ target: categories.code, set: { name, parentId } });
    },
    remove: async (transaction, code) => {
      await transaction.delete(categories).where(eq(categories.code, code));
    },
  },

  segments: {
    read: async (queries) => {
      const rows = await queries
        .select()
        .from(segments)
        .orderBy(asc(segments.name), asc(segments.code));
      return new Map(rows.map(({ code, name, levelId }) => [code, { name, level: levelId }]));
    },
    write: async (transaction, code, { name, level: levelId }) => {
      await transaction
        .insert(segments)
        .values({ code, name, levelId })
        .onConflictDoUpdate({ target: segments.code, set: { name, levelId } });
    },
    remove: async (transaction, code) => {
      await transaction.delete(segments).where(eq(segments.code, code));
    },
  },

  outlets: {
    read: async (queries) => {
      const rows = await queries.select().from(outlets).orderBy(asc(outlets.name));
      const allowed = await queries.select().from(outletLevels).orderBy(asc(outletLevels.levelId));
      return new Map(
        rows.map(({ id, code, name, timeZone, currency, levelId, onlyListedLevels, ...row }) => [
          code,
          {
            name,
            timeZone,
            currency,
            level: levelId,
            levelsAllowed: onlyListedLevels
              ? allowed.filter(({ outletId }) => outletId === id).map((row) => row.levelId)
              : null,
            chargesTax: row.chargesTax,
            othersTaxClass: row.othersTaxClass,
          },
        ]),
      );
    },
    write: async (transaction, code, { level, levelsAllowed, ...content }) => {
      const columns = {
        ...content,
        levelId: level,
        onlyListedLevels: levelsAllowed !== null,
      };
      const [row] = await transaction
        .insert(outlets)
        .values({ code, ...columns })
        .onConflictDoUpdate({ target: outlets.code, set: columns })
        .returning({ id: outlets.id });
      if (!row) throw new Error('an outlet that was kept gave no id');
      await transaction.delete(outletLevels).where(eq(outletLevels.outletId, row.id));
      if (levelsAllowed === null || levelsAllowed.length === 0) return;
      await transaction
        .insert(outletLevels)
        .values(levelsAllowed.map((levelId) => ({ outletId: row.id, levelId })));
    },
    remove: async (transaction, code) => {
      await transaction.delete(outlets).where(eq(outlets.code, code));
    },
  },
};

async function categoryId(transaction: Transaction, code: string): Promise<number> {
  const [row] = await transaction
    .select({ id: categories.id })
    .from(categories)
    .where(eq(categories.code, code));
  if (!row) throw refused([{ path: 'content.parent', sentence: `There is no category ${code}` }]);
  return row.id;
}

/** A category cannot lie under itself. */
function refuseCircle(
  known: ReadonlyMap<string, ListContents['categories']>,
  code: string,
  parent: string,
): void {
  for (
    let above: string | null = parent;
    above !== null;
    above = known.get(above)?.parent ?? null
  ) {
    if (above !== code) continue;
    throw refused([{ path: 'content.parent', sentence: 'A category cannot lie under itself' }]);
  }
}
