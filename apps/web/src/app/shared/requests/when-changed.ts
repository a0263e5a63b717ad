import { effect, untracked } from '@angular/core';

/**
 * Does something with a signal's value, now and whenever it changes, and for no other reason: what is
 * read while doing it (by a dispatched action's reducers and effects, say) brings no repetition.
 * For a component's constructor.
 */
export function whenChanged<T>(source: () => T, then: (value: T) => void): void {
  effect(() => {
    const value = source();
    untracked(() => {
      then(value);
    });
  });
}
