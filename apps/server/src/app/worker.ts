import Fastify from 'fastify';
import { isMainThread, parentPort } from 'node:worker_threads';
import { openDatabase } from '../platform/database/database';
import { startQueue } from '../platform/jobs/queue';
import type { Services } from '../setup/versions/services';
import { logTo, readWorkerSettings } from './settings';
import { publishedSetups } from '../setup/versions/published-setups';
import { jobHandlers } from './job-handlers';

/**
 * Takes jobs from the queue and does nothing else: as a thread of the server, so that long work keeps
 * no answer waiting, and as a process of its own beside it, here or elsewhere, on the same database.
 */
const settings = readWorkerSettings(process.env);
const { database, close } = openDatabase(settings.databaseUrl);
const services: Services = { database, setups: publishedSetups(), now: () => new Date() };
const { log } = Fastify({ logger: logTo(settings.log) });
const queue = startQueue(services, jobHandlers(services), settings.databaseUrl, log);

let stopping = false;

/** Ends once the jobs that run have ended. */
function stop(): void {
  if (stopping) return;
  stopping = true;
  void queue
    .stop()
    .catch((error: unknown) => {
      log.error({ err: error }, 'the queue could not be told of the stop');
    })
    .then(close)
    .then(() => process.exit());
}

if (isMainThread) {
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
  // whoever started it holds the other end
  if (settings.attended) process.stdin.on('end', stop).resume();
  console.log('The worker takes jobs');
} else {
  parentPort?.once('message', stop);
}
