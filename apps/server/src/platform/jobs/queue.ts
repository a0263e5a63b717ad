import { lt } from 'drizzle-orm';
import {
  Logger,
  makeWorkerUtils,
  run,
  runMigrations,
  type TaskList,
  type WorkerEvents,
} from 'graphile-worker';
import type { FastifyBaseLogger } from 'fastify';
import { EventEmitter } from 'node:events';
import { setTimeout as pause } from 'node:timers/promises';
import { inList } from '../database/patterns';
import { workers } from '../database/schema/index';
import type { PlatformServices } from '../services';

/** Brings the queue's own tables up to date. */
export async function migrateQueue(connectionString: string): Promise<void> {
  await runMigrations({ connectionString, logger: silent });
}

/** A queue that says nothing of what it does. */
export const silent = new Logger(() => () => undefined);

export interface Queue {
  /** Ends when the jobs that run have ended. */
  stop(): Promise<void>;
}

/** How many jobs one process takes at once: a long import keeps no draft from its moment. */
const AT_ONCE = 3;
/** What of the queue's own messages goes to the log: it tells every job otherwise. */
const TOLD: ReadonlySet<string> = new Set(['error']);
const HEARTBEAT_MILLISECONDS = 10_000;
/** A worker that was not heard of for so long is dead, and what it held is free again. */
const DEAD_AFTER_MILLISECONDS = 60_000;
const AGAIN_AFTER_MILLISECONDS = 2_000;

/**
 * Takes jobs from the queue until it is stopped, and gives each to what does such jobs; other processes
 * may take some, too. Where the database cannot be reached, it tries again: the server answers meanwhile
 * as well as it can.
 */
export function startQueue(
  services: PlatformServices,
  taskList: TaskList,
  connectionString: string,
  log: FastifyBaseLogger,
): Queue {
  const heart = startHeart(services, connectionString, log);
  const end = new AbortController();
  const work = () => takeJobs(heart, taskList, connectionString, log, end.signal);
  const working = (async () => {
    while (!end.signal.aborted) {
      await work().catch((error: unknown) => {
        log.error({ err: error }, 'the queue ended; it begins again');
      });
      await pause(AGAIN_AFTER_MILLISECONDS, undefined, { signal: end.signal }).catch(
        () => undefined,
      );
    }
  })();
  return {
    stop: async () => {
      end.abort();
      await working;
      await heart.stop();
    },
  };
}

/** Says of the pools of this process that they are alive, so that nobody frees what they hold. */
interface Heart {
  readonly events: WorkerEvents;
  beat(): Promise<void>;
  /** Forgets the pools there were: what they held is released as a dead worker's is. */
  forget(): void;
  stop(): Promise<void>;
}

function startHeart(
  services: PlatformServices,
  connectionString: string,
  log: FastifyBaseLogger,
): Heart {
  const { database, now } = services;
  const ids = new Set<string>();
  const events: WorkerEvents = new EventEmitter();
  // a job is held by the pool that took it, whichever of its workers does it
  events.on('pool:create', ({ workerPool }) => ids.add(workerPool.id));
  const sayAlive = async (): Promise<void> => {
    const seenAt = now();
    if (ids.size > 0) {
      await database
        .insert(workers)
        .values([...ids].map((id) => ({ id, seenAt })))
        .onConflictDoUpdate({ target: workers.id, set: { seenAt } });
    }
    await releaseDead(services, connectionString);
  };
  const beat = (): Promise<void> =>
    sayAlive().catch((error: unknown) => {
      log.error({ err: error }, 'the queue cannot say that it is alive');
    });
  const beating = setInterval(() => void beat(), HEARTBEAT_MILLISECONDS);
  return {
    events,
    beat,
    forget: () => {
      ids.clear();
    },
    stop: async () => {
      clearInterval(beating);
      await database.delete(workers).where(inList(workers.id, [...ids]));
    },
  };
}

/** Does jobs until it is told to end, or the database is lost. */
async function takeJobs(
  heart: Heart,
  taskList: TaskList,
  connectionString: string,
  log: FastifyBaseLogger,
  end: AbortSignal,
): Promise<void> {
  heart.forget();
  const runner = await run({
    connectionString,
    logger: new Logger(() => (level, message, meta) => {
      if (TOLD.has(level)) log.error({ job: meta }, message);
    }),
    events: heart.events,
    concurrency: AT_ONCE,
    noHandleSignals: true,
    taskList,
  });
  const stop = () => void runner.stop().catch(() => undefined); // it may have ended by itself
  end.addEventListener('abort', stop, { once: true });
  if (end.aborted) stop();
  await heart.beat();
  await runner.promise;
  end.removeEventListener('abort', stop);
}

async function releaseDead(
  { database, now }: PlatformServices,
  connectionString: string,
): Promise<void> {
  const dead = await database
    .delete(workers)
    .where(lt(workers.seenAt, new Date(now().getTime() - DEAD_AFTER_MILLISECONDS)))
    .returning({ id: workers.id });
  if (dead.length === 0) return;
  const utils = await makeWorkerUtils({ connectionString, logger: silent });
  await utils.forceUnlockWorkers(dead.map(({ id }) => id));
  await utils.release();
}
