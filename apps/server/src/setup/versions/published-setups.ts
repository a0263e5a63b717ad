import { compileSetup, type CompiledSetup, type Setup } from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { readSetupOfVersion } from './setup-of-version';

export interface PublishedSetup {
  readonly setup: Setup;
  readonly compiled: CompiledSetup;
}

/** Gives the setup of a version, read and compiled once. */
export interface PublishedSetups {
  of(queries: Queries, version: number): Promise<PublishedSetup>;
}

const KEPT = 4;

/** Keeps the versions asked for last. A version never changes, so what is kept is never stale. */
export function publishedSetups(): PublishedSetups {
  const kept = new Map<number, PublishedSetup>();
  return {
    of: async (queries, version) => {
      const found = kept.get(version) ?? (await read(queries, version, before(kept, version)));
      kept.delete(version);
      kept.set(version, found);
      for (const [oldest] of kept) {
        if (kept.size <= KEPT) break;
        kept.delete(oldest);
      }
      return found;
    },
  };
}

/** The latest of the kept versions that is earlier than this one. */
function before(kept: ReadonlyMap<number, PublishedSetup>, version: number): Setup | null {
  const earlier = [...kept.keys()].filter((number) => number < version);
  return kept.get(Math.max(...earlier))?.setup ?? null;
}

async function read(
  queries: Queries,
  version: number,
  earlier: Setup | null,
): Promise<PublishedSetup> {
  const setup = await readSetupOfVersion(queries, version, earlier);
  return { setup, compiled: compileSetup(setup) };
}
