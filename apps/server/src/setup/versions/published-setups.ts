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
  const saved = new Map<number, PublishedSetup>();
  return {
    of: async (queries, version) => {
      const found = saved.get(version) ?? (await read(queries, version, before(saved, version)));
      saved.delete(version);
      saved.set(version, found);
      for (const [oldest] of saved) {
        if (saved.size <= KEPT) break;
        saved.delete(oldest);
      }
      return found;
    },
  };
}

/** The latest of the kept versions that is earlier than this one. */
function before(saved: ReadonlyMap<number, PublishedSetup>, version: number): Setup | null {
  const earlier = [...saved.keys()].filter((number) => number < version);
  return saved.get(Math.max(...earlier))?.setup ?? null;
}

async function read(
  queries: Queries,
  version: number,
  earlier: Setup | null,
): Promise<PublishedSetup> {
  const setup = await readSetupOfVersion(queries, version, earlier);
  return { setup, compiled: compileSetup(setup) };
}
