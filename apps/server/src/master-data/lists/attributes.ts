import {
  ATTRIBUTE_OWNERS,
  attributeProblem,
  type AttributeContent,
} from '@honest-ledger/contracts';
import { asc, count, eq } from 'drizzle-orm';
import type { Transaction } from '../../platform/database/database';
import { attributes } from '../../platform/database/schema/index';
import { refused } from '../../platform/http/problems';
import type { List } from './list';
import { VALUE_TABLES } from '../attributes/values';

/** The attributes as a list that is kept in the settings. */
export const attributeList: List<AttributeContent> = {
  read: async (queries) => {
    const rows = await queries
      .select()
      .from(attributes)
      .orderBy(asc(attributes.of), asc(attributes.name), asc(attributes.code));
    return new Map(rows.map(({ id: _, code, ...content }) => [code, content]));
  },
  write: async (transaction, code, content) => {
    if (/[\s;]/.test(code)) {
      throw refused([{ path: 'code', sentence: 'A code has no blanks and no semicolons' }]);
    }
    await refuseMisfits(transaction, code, content);
    const { name, of, type } = content;
    const choices = [...content.choices];
    await transaction
      .insert(attributes)
      .values({ code, name, of, type, choices })
      .onConflictDoUpdate({ target: attributes.code, set: { name, of, type, choices } });
  },
  remove: async (transaction, code) => {
    await transaction.delete(attributes).where(eq(attributes.code, code));
  },
};

/** Values that are kept stay right: an attribute becomes nothing that they are not. */
async function refuseMisfits(
  transaction: Transaction,
  code: string,
  content: AttributeContent,
): Promise<void> {
  for (const owner of ATTRIBUTE_OWNERS) {
    const table = VALUE_TABLES[owner];
    const rows = await transaction
      .select({ value: table.value, times: count() })
      .from(table)
      .innerJoin(attributes, eq(attributes.id, table.attributeId))
      .where(eq(attributes.code, code))
      .groupBy(table.value);
    const misfits = rows.filter(
      ({ value }) => owner !== content.of || attributeProblem(content, value) !== null,
    );
    const [first] = misfits;
    if (!first) continue;
    const times = misfits.reduce((sum, row) => sum + row.times, 0);
    const sentence = `${String(times)} ${owner} have values that would not fit, such as ${first.value}`;
    throw refused([{ path: owner === content.of ? 'content.type' : 'content.of', sentence }]);
  }
}
