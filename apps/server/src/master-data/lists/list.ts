import type { Queries, Transaction } from '../../platform/database/database';

/** How one list lies in the database. */
export interface List<Content> {
  /** All entries by code, in the order people see them. */
  read(queries: Queries): Promise<Map<string, Content>>;
  /** Makes or changes an entry. */
  write(transaction: Transaction, code: string, content: Content): Promise<void>;
  remove(transaction: Transaction, code: string): Promise<void>;
}
