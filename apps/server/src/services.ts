import type { Database } from './database/database';
import type { PublishedSetups } from './versions/published-setups';

/** What the capabilities of the server share. */
export interface Services {
  readonly database: Database;
  readonly setups: PublishedSetups;
  /** The present instant; tests set their own. */
  readonly now: () => Date;
}
