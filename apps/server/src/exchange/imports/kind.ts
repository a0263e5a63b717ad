import type { MassActor } from '../../platform/changes/mass';
import type { Queries, Transaction } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import type { ComparedRow, Comparison } from './verdicts';

/** What a file is for, besides its kind. */
export interface Target {
  /** For prices of a level: its id. */
  readonly level: string | null;
  /** The draft that setup goes to; null for the one that is open, or a new one. */
  readonly draft: string | null;
}

export interface Applying extends Target {
  readonly actor: MassActor;
}

/** How a file is taken in part by part. */
export interface InParts {
  readonly together: string;
  readonly inOrderOf: string;
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
  /**
   * Where a file is taken in part by part: rows alike in one column are one part's, and go in the order of
   * another. Else it is taken in whole or not at all.
   */
  readonly inParts?: InParts;
  /** Marks what is wrong with rows that belong together, once all of them are compared. */
  markTogether?(transaction: Transaction, id: string): Promise<void>;
}
