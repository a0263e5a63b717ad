import { computed, linkedSignal, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { ProblemDetails } from '@honest-ledger/contracts';
import { catchError, map, of, Subject, switchMap, type Observable } from 'rxjs';
import { problemOf } from './problems';

/** What the server said last, or why it said nothing. */
export interface Heard<Answer> {
  readonly value: Answer | null;
  readonly problem: ProblemDetails | null;
}

export interface ReadAndSent<Answer> {
  /** What it is by now; what was refused last is told beside it. */
  readonly heard: Signal<Heard<Answer>>;
  /** Sends something whose answer is what it is from then on. */
  send(answer: Observable<Answer>): void;
}

const NOTHING = { value: null, problem: null } as const;

/**
 * Something that is read whenever it is asked for another, and that is changed by what is sent; for a
 * component's injection context.
 * @param sent what is done once something that was sent is answered
 */
export function resourceWithCommands<Question, Answer>(
  question: Signal<Question>,
  ask: (question: Question) => Observable<Answer>,
  sent: () => void,
): ReadAndSent<Answer> {
  const sending = new Subject<Observable<Answer>>();
  const read = toSignal(toObservable(question).pipe(switchMap((asked) => heardFrom(ask(asked)))), {
    initialValue: NOTHING,
  });
  // what was sent of one is nothing of another
  const since = linkedSignal({ source: read, computation: (): Heard<Answer> => NOTHING });
  sending.pipe(switchMap(heardFrom), takeUntilDestroyed()).subscribe((heard) => {
    // what was refused leaves what was said before
    since.update(({ value }) => (heard.problem ? { ...heard, value } : heard));
    if (heard.problem === null) sent();
  });
  return {
    heard: computed(() => ({
      value: since().value ?? read().value,
      problem: since().problem ?? read().problem,
    })),
    send: (answer) => {
      sending.next(answer);
    },
  };
}

function heardFrom<Answer>(answer: Observable<Answer>): Observable<Heard<Answer>> {
  return answer.pipe(
    map((value): Heard<Answer> => ({ value, problem: null })),
    catchError((error: unknown) => of<Heard<Answer>>({ value: null, problem: problemOf(error) })),
  );
}
