import { sql, type SQL } from 'drizzle-orm';
import {
  check,
  integer,
  timestamp,
  uniqueIndex,
  uuid,
  type AnyPgColumn,
  type IndexColumn,
} from 'drizzle-orm/pg-core';
import { versions } from './versions';

/** The columns of the identity of an object of the setup; what it says lies in the rows of its versions. */
export const identityColumns = () => ({
  id: uuid().primaryKey(),
  createdAt: timestamp({ withTimezone: true }).notNull(),
});

/** The columns of a row that counts in a range of versions: from one, and until another where that is set. */
export const versionedColumns = () => ({
  rowId: integer().primaryKey().generatedAlwaysAsIdentity(),
  fromVersion: integer()
    .notNull()
    .references(() => versions.number),
  toVersion: integer().references(() => versions.number),
});

interface Versioned {
  readonly fromVersion: AnyPgColumn;
  readonly toVersion: AnyPgColumn;
}

/** Of a row that counts in versions: it ends after it begins. */
export const versionsRise = (name: string, { fromVersion, toVersion }: Versioned) =>
  check(`${name}_versions`, sql`${toVersion} > ${fromVersion}`);

/** At most one row is in force for the same values of some columns. */
export const oneInForce = (
  name: string,
  { toVersion }: Versioned,
  ...of: [IndexColumn | SQL, ...(IndexColumn | SQL)[]]
) =>
  uniqueIndex(`${name}_in_force`)
    .on(...of)
    .where(sql`${toVersion} is null`);

/** No two rows in force have the same name, in whatever letters. */
export const namesApart = (
  rows: string,
  { name, toVersion }: Versioned & { readonly name: AnyPgColumn },
) =>
  uniqueIndex(`${rows}_name`)
    .on(sql`lower(${name})`)
    .where(sql`${toVersion} is null`);
