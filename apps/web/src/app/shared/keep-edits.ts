import type { Action } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  debounceTime,
  EMPTY,
  merge,
  of,
  timer,
  type Observable,
} from 'rxjs';
import type { ProblemDetails } from '@honest-ledger/contracts';
import type { Editing } from './editing';
import { problemOf } from './problems';

const PAUSE_MILLISECONDS = 350;
const AGAIN_MILLISECONDS = 3000;

/** How something that is edited gets to the server. */
export interface Keeping<T, K> {
  /** An edit was made: sent after a short pause. */
  readonly edited$: Observable<unknown>;
  /** The screen is left, or the server's answer came after further edits: sent at once. */
  readonly hurried$: Observable<unknown>;
  /** The server could not be reached: sent again after a while. */
  readonly unreachable$: Observable<unknown>;
  readonly editing: () => { readonly key: K; readonly editing: Editing<T> } | null;
  /** What is wrong with it, found here; then it is not sent. */
  readonly check: (content: T, revision: number) => ProblemDetails | null;
  readonly send: (key: K, content: T, revision: number) => Observable<Action>;
  readonly keeping: (key: K) => Action;
  readonly notKept: (key: K, problem: ProblemDetails) => Action;
}

/** Sends edits one after the other, always the latest content from the latest revision. */
export function keepEdits<T, K>(keeping: Keeping<T, K>): Observable<Action> {
  return merge(
    keeping.edited$.pipe(debounceTime(PAUSE_MILLISECONDS)),
    keeping.hurried$,
    keeping.unreachable$.pipe(concatMap(() => timer(AGAIN_MILLISECONDS))),
  ).pipe(concatMap(() => sendOnce(keeping)));
}

function sendOnce<T, K>(keeping: Keeping<T, K>): Observable<Action> {
  const open = keeping.editing();
  if (!open || !['changed', 'unreachable'].includes(open.editing.state)) return EMPTY;
  const { key } = open;
  const { content, revision } = open.editing;
  const wrong = keeping.check(content, revision);
  if (wrong) return of(keeping.notKept(key, wrong));
  return concat(
    of(keeping.keeping(key)),
    keeping
      .send(key, content, revision)
      .pipe(catchError((error: unknown) => of(keeping.notKept(key, problemOf(error))))),
  );
}
