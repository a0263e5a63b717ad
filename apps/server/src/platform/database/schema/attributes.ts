import type { AttributeOwner, AttributeType } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { customers } from './customers';
import { items } from './goods';
import { documents } from './documents';

/** What a company keeps of its goods, customers or documents besides. A fact. */
export const attributes = pgTable(
  'attributes',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    code: text().notNull().unique(),
    name: text().notNull(),
    of: text().notNull().$type<AttributeOwner>(),
    type: text().notNull().$type<AttributeType>(),
    /** The values that a choice can be. */
    choices: text().array().notNull().default([]),
  },
  (table) => [
    check('attributes_of', sql`${table.of} in ('items', 'customers', 'documents')`),
    check('attributes_type', sql`${table.type} in ('text', 'number', 'day', 'yesNo', 'choice')`),
    check(
      'attributes_choices',
      sql`(${table.type} = 'choice') = (cardinality(${table.choices}) > 0)`,
    ),
  ],
);

const attributeId = () =>
  integer()
    .notNull()
    .references(() => attributes.id);

/** Values of items; checked against the attribute's type before they are kept. */
export const itemAttributes = pgTable(
  'item_attributes',
  {
    ownerId: integer('item_id')
      .notNull()
      .references(() => items.id, { onDelete: 'cascade' }),
    attributeId: attributeId(),
    value: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.ownerId, table.attributeId] }),
    index('item_attributes_attribute').on(table.attributeId, table.value),
  ],
);

/** Values of customers, likewise. */
export const customerAttributes = pgTable(
  'customer_attributes',
  {
    ownerId: integer('customer_id')
      .notNull()
      .references(() => customers.id, { onDelete: 'cascade' }),
    attributeId: attributeId(),
    value: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.ownerId, table.attributeId] }),
    index('customer_attributes_attribute').on(table.attributeId, table.value),
  ],
);

/** Values of documents, likewise. */
export const documentAttributes = pgTable(
  'document_attributes',
  {
    ownerId: integer('document_number')
      .notNull()
      .references(() => documents.number, { onDelete: 'cascade' }),
    attributeId: attributeId(),
    value: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.ownerId, table.attributeId] }),
    index('document_attributes_attribute').on(table.attributeId, table.value),
  ],
);
