import { pgTable } from 'drizzle-orm/pg-core';
import { identityColumns } from './versioned';

/** The identity of a price level: it stays when every version has withdrawn or renamed it. */
export const levels = pgTable('levels', identityColumns());
