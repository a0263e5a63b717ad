import type { ProblemDetails } from '@honest-ledger/contracts';

/** Something asked of the server: on its way, here, or refused. */
export interface Loadable<T> {
  readonly state: 'loading' | 'ready' | 'failed';
  /** What came last; it stays while it is asked for again. */
  readonly value: T | null;
  readonly problem: ProblemDetails | null;
}

export const idle: Loadable<never> = { state: 'loading', value: null, problem: null };

export function loading<T>(before: Loadable<T>): Loadable<T> {
  return { ...before, state: 'loading', problem: null };
}

export function ready<T>(value: T): Loadable<T> {
  return { state: 'ready', value, problem: null };
}

export function failed<T>(before: Loadable<T>, problem: ProblemDetails): Loadable<T> {
  return { ...before, state: 'failed', problem };
}
