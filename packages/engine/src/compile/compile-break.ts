import type { Reach } from '../setup/reach';
import type { QuantityBreak } from '../setup/quantity-break';
import { reachFinder, type ReachFinder } from './reach-finder';

export interface CompiledBreak {
  readonly break: QuantityBreak;
  /** What workings say of it. */
  readonly name: Pick<QuantityBreak, 'id' | 'name' | 'words' | 'currency'>;
}

/** A break with the part of its goods that takes an item in. */
export interface ReachingBreak {
  readonly compiled: CompiledBreak;
  readonly reach: Reach;
}

export function compileBreak(one: QuantityBreak): CompiledBreak {
  const { id, name, words, currency } = one;
  return { break: one, name: { id, name, words, currency } };
}

/** Finds the breaks that take an item in, the narrowest first, then the order of the list. */
export function breaksReaching(breaks: readonly CompiledBreak[]): ReachFinder<ReachingBreak> {
  return reachFinder(
    breaks.flatMap((compiled) => compiled.break.reaches.map((reach) => ({ compiled, reach }))),
  );
}
