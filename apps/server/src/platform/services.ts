import type { Database } from './database/database';

/** What the capabilities of the server share. */
export interface PlatformServices {
  readonly database: Database;
  /** The present instant; tests set their own. */
  readonly now: () => Date;
}
