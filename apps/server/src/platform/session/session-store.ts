import type { SessionStore } from '@fastify/session';
import { and, eq, gt, lt } from 'drizzle-orm';
import type { Session } from 'fastify';
import type { Database } from '../database/database';
import { sessions } from '../database/schema/index';

/** How long a session lasts without being used. */
export const SESSION_MILLISECONDS = 12 * 60 * 60 * 1000;

/** Keeps sessions in PostgreSQL, so that a restart signs nobody out. */
export class PostgresSessionStore implements SessionStore {
  constructor(
    private readonly database: Database,
    private readonly now: () => Date,
  ) {}

  /**
   * Keeps a session. One that was read from here is only kept as long as it is here: a request that is
   * under way while somebody is signed out does not sign them in again.
   */
  set(id: string, session: Session, callback: (error?: unknown) => void): void {
    const row = {
      content: JSON.parse(JSON.stringify({ ...session, stored: true })) as unknown,
      expiresAt: new Date(this.now().getTime() + SESSION_MILLISECONDS),
    };
    const saved =
      session.stored === true
        ? this.database.update(sessions).set(row).where(eq(sessions.id, id))
        : this.database
            .insert(sessions)
            .values({ id, ...row })
            .onConflictDoUpdate({ target: sessions.id, set: row });
    saved.then(() => {
      callback();
    }, callback);
  }

  get(id: string, callback: (error: unknown, session?: Session | null) => void): void {
    this.database
      .select({ content: sessions.content })
      .from(sessions)
      .where(and(eq(sessions.id, id), gt(sessions.expiresAt, this.now())))
      // what was stored by set() above
      .then(([row]) => {
        callback(null, (row?.content as Session | undefined) ?? null);
      }, callback);
  }

  destroy(id: string, callback: (error?: unknown) => void): void {
    this.database
      .delete(sessions)
      .where(eq(sessions.id, id))
      .then(() => {
        callback();
      }, callback);
  }

  /** Forgets what has run out. */
  async sweep(): Promise<void> {
    await this.database.delete(sessions).where(lt(sessions.expiresAt, this.now()));
  }
}
