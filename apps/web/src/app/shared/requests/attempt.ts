import type { Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { problemOf } from './problems';
import { PAUSES } from './pauses';

/** What the server answered to something that was tried, or why it did not. */
export interface Attempt<Answer> {
  readonly answer: Answer | null;
  readonly problem: string | null;
}

/**
 * Tries something once whoever edits it has paused, and whenever it is another; for a component's
 * injection context.
 * @param question null while there is nothing to try
 */
export function debouncedResource<Question, Answer>(
  question: Signal<Question | null>,
  ask: (question: Question) => Observable<Answer>,
): Signal<Attempt<Answer>> {
  const nothing: Attempt<Answer> = { answer: null, problem: null };
  return toSignal(
    toObservable(question).pipe(
      debounceTime(PAUSES.trial),
      switchMap((asked): Observable<Attempt<Answer>> => {
        if (asked === null) return of(nothing);
        return ask(asked).pipe(
          map((answer): Attempt<Answer> => ({ answer, problem: null })),
          catchError((error: unknown) =>
            of<Attempt<Answer>>({ answer: null, problem: problemOf(error).detail }),
          ),
        );
      }),
    ),
    { initialValue: nothing },
  );
}
