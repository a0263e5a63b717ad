import type { Actor } from '../changes/record';
import type { Queries, Transaction } from '../database/database';
import type { Services } from '../services';
import type { ComparedRow, Comparison } from './verdicts';

/** What a file is for, besides its kind. */
export interface Target {
  /** For prices of a level: its id. */
  readonly level: string | null;
  /** The draft that setup goes to; null for the one that is open, or a new one. */
  readonly draft: string | null;
}

export interface Applying extends Target {
  readonly actor: Actor;
}

/** One kind of file: what its rows are compared with, and how they are taken in. */
export interface ImportedKind {
  compare(queries: Queries, services: Services, target: Target): Promise<Comparison>;
  /** Takes in rows that are new or changed. */
  apply(
    transaction: Transaction,
    services: Services,
    rows: readonly ComparedRow[],
    applying: Applying,
  ): Promise<void>;
}
