import type { documents } from '../database/schema/index';

/** A document without its lines, as it is kept. */
export type DocumentOnRow = typeof documents.$inferSelect;
