import { serializable, type Database, type Transaction } from './database';

/** What was done only to see what it does is taken back by throwing this. */
class TakenBack<T> extends Error {
  constructor(readonly found: T) {
    super('nothing is kept of what is only foreseen');
  }
}

/** Does something, looks at what came of it, and takes it back: nothing of it is kept. */
export async function foresee<T>(
  database: Database,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  try {
    return await serializable(database, async (transaction): Promise<never> => {
      throw new TakenBack(await work(transaction));
    });
  } catch (error) {
    // thrown above, so with what the work found
    if (error instanceof TakenBack) return error.found as T;
    throw error;
  }
}
