import type { Scope } from '../setup/scope';
import type { QuantityBreak } from '../setup/quantity-break';
import { scopeFinder, type ScopeFinder } from './scope-finder';

export interface CompiledBreak {
  readonly break: QuantityBreak;
  /** What workings say of it. */
  readonly name: Pick<QuantityBreak, 'id' | 'name' | 'words' | 'currency'>;
}

/** A break with the part of its goods that takes an item in. */
export interface ReachingBreak {
  readonly compiled: CompiledBreak;
  readonly scope: Scope;
}

export function compileBreak(one: QuantityBreak): CompiledBreak {
  const { id, name, words, currency } = one;
  return { break: one, name: { id, name, words, currency } };
}

/** Finds the breaks that take an item in, the narrowest first, then the order of the list. */
export function breaksReaching(breaks: readonly CompiledBreak[]): ScopeFinder<ReachingBreak> {
  return scopeFinder(
    breaks.flatMap((compiled) => compiled.break.scopes.map((scope) => ({ compiled, scope }))),
  );
}
