import type { FastifyBaseLogger } from 'fastify';
import { setTimeout as pause } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import type { Queue } from './queue';

const AGAIN_AFTER_MILLISECONDS = 2_000;

/** Threads that take jobs from the queue, each begun anew where it ends by a fault. */
export function startThreads(file: URL, count: number, log: FastifyBaseLogger): Queue {
  const end = new AbortController();
  const threads = Array.from({ length: count }, () => keepRunning(file, end.signal, log));
  return {
    stop: async () => {
      end.abort();
      await Promise.all(threads);
    },
  };
}

async function keepRunning(file: URL, end: AbortSignal, log: FastifyBaseLogger): Promise<void> {
  while (!end.aborted) {
    await once(file, end).catch((error: unknown) => {
      log.error({ err: error }, 'a thread of the queue ended; it begins again');
    });
    await pause(AGAIN_AFTER_MILLISECONDS, undefined, { signal: end }).catch(() => undefined);
  }
}

/** Runs a thread until it has ended; it is asked to at the stop. */
function once(file: URL, end: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(file, { execArgv: ['--enable-source-maps'] });
    const stop = (): void => {
      thread.postMessage('stop');
    };
    end.addEventListener('abort', stop, { once: true });
    thread.once('error', reject);
    thread.once('exit', () => {
      end.removeEventListener('abort', stop);
      resolve();
    });
  });
}
