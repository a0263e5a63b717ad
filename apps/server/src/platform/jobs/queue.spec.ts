import { sql } from 'drizzle-orm';
import Fastify from 'fastify';
import { setTimeout as pause } from 'node:timers/promises';
import { administer, testDatabase, type TestDatabase } from '../../testing/test-database';
import { publishedSetups } from '../../setup/versions/published-setups';
import { workers } from '../database/schema/index';
import { PUBLISH_JOB } from '../../setup/drafts/wait-to-publish';
import type { Services } from '../../setup/versions/services';
import { addJob } from './add-job';
import { waitForPublishing } from '../../setup/versions/publish';
import { startQueue, type Queue } from './queue';
import { jobHandlers } from '../../app/job-handlers';

describe('the queue', () => {
  const { log } = Fastify();
  let told: jasmine.Spy;
  let held: TestDatabase;
  let services: Services;
  let queue: Queue;
  beforeEach(async () => {
    told = spyOn(log, 'error');
    held = await testDatabase();
    services = { database: held.database, setups: publishedSetups(), now: () => new Date() };
  });
  afterEach(async () => {
    await queue.stop();
    await held.drop();
  });

  const name = (): string => new URL(held.url).pathname.slice(1);
  const breakConnections = (): Promise<void> =>
    administer(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name()}'`,
    );
  const addOne = (): Promise<void> =>
    services.database.transaction((transaction) =>
      addJob(transaction, PUBLISH_JOB, {
        draft: '10000000-0000-4000-8000-000000000009',
        at: '2026-12-01T06:00:00.000Z',
      }),
    );
  const waiting = async (): Promise<number> =>
    Number(
      (
        await services.database.execute(
          sql`select count(*) from graphile_worker.jobs where run_at <= now()`,
        )
      ).rows[0]?.['count'],
    );
  /** Asks again until something holds; Jasmine's own limit ends what never does. */
  const until = async (holds: () => boolean | Promise<boolean>): Promise<void> => {
    while (!(await holds())) await pause(20);
  };
  const idle = (): Promise<void> => until(async () => (await waiting()) === 0);
  const connects = (): Promise<boolean> =>
    services.database.execute(sql`select 1`).then(
      () => true,
      () => false,
    );

  it('does what is asked of it, and takes its name off when it stops', async () => {
    queue = startQueue(services, jobHandlers(services), held.url, log);
    await addOne();
    await idle();
    await queue.stop();
    expect(await services.database.select().from(workers)).toEqual([]);
  });

  it('says that it is alive under the name by which its jobs are held', async () => {
    queue = startQueue(services, jobHandlers(services), held.url, log);
    await services.database.transaction(async (transaction) => {
      await waitForPublishing(transaction); // so that the job has to wait, too
      await addOne();
      let holders: unknown[] = [];
      while (holders.length === 0) {
        await pause(50);
        const { rows } = await services.database.execute(
          sql`select locked_by from graphile_worker._private_jobs where locked_by is not null`,
        );
        holders = rows.map(({ locked_by: holder }) => holder);
      }
      const alive = await services.database.select({ id: workers.id }).from(workers);
      expect(alive.map(({ id }) => id)).toEqual(holders as string[]);
    });
    await idle();
  });

  it('does what a process has left undone that was killed', async () => {
    await addOne();
    await services.database.execute(
      sql`update graphile_worker._private_jobs set locked_by = 'pool-dead', locked_at = now()`,
    );
    const seenAt = new Date(services.now().getTime() - 61_000);
    await services.database.insert(workers).values({ id: 'pool-dead', seenAt });
    queue = startQueue(services, jobHandlers(services), held.url, log);
    await idle();
    expect(await waiting()).toBe(0);
  });

  it('begins where the database could not be reached, as soon as it can', async () => {
    await administer(`alter database ${name()} allow_connections false`);
    queue = startQueue(services, jobHandlers(services), held.url, log);
    await until(() => told.calls.count() > 0);
    await administer(`alter database ${name()} allow_connections true`);
    await addOne();
    await idle();
    expect(await waiting()).toBe(0);
  });

  it('goes on after its connections were broken', async () => {
    queue = startQueue(services, jobHandlers(services), held.url, log);
    await addOne();
    await idle();
    await breakConnections();
    await until(connects); // the pool of connections has noticed
    await addOne();
    await idle();
    expect(await waiting()).toBe(0);
  });
});
