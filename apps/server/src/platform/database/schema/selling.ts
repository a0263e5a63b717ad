import { integer, pgTable, text } from 'drizzle-orm/pg-core';

const codeAndName = () => ({
  id: integer().primaryKey().generatedAlwaysAsIdentity(),
  code: text().notNull().unique(),
  name: text().notNull(),
});

/** Who sells. Facts, as the other two: live, not part of any version. */
export const salesPeople = pgTable('sales_people', codeAndName());

export const departments = pgTable('departments', codeAndName());

/** How goods get to a customer. */
export const deliveryMethods = pgTable('delivery_methods', codeAndName());
