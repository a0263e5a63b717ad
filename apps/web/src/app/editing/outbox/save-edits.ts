import type { ItemCosts, ProblemDetails } from '@honest-ledger/contracts';
import type { Action } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  debounceTime,
  defer,
  EMPTY,
  filter,
  finalize,
  from,
  groupBy,
  ignoreElements,
  map,
  merge,
  mergeMap,
  of,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { outboxActions } from './outbox.feature';
import type { OutboxStorage } from './outbox-storage';
import type { Parcel } from './parcel';
import type { Editing } from '../editing';
import { problemOf } from '../../shared/requests/problems';
import { PAUSES } from '../../shared/requests/pauses';

/** How something that is edited gets to the server. */
export interface Saving<T, K> {
  /** An edit was made: sent after a short pause. */
  readonly edited$: Observable<unknown>;
  /** It is sent at once. */
  readonly hurried$: Observable<unknown>;
  /** Its screen is left: what the server does not have goes to the outbox. */
  readonly left$: Observable<unknown>;
  /** The server could not be reached: sent again after a while. */
  readonly unreachable$: Observable<unknown>;
  /** What somebody else left was taken in its place. */
  readonly given$: Observable<unknown>;
  readonly editing: () => { readonly key: K; readonly editing: Editing<T> } | null;
  /** What is wrong with it, found here; then it is not sent. */
  readonly check: (content: T, revision: number) => ProblemDetails | null;
  readonly send: (
    key: K,
    content: T,
    revision: number,
  ) => Observable<{
    readonly saved: Action;
    readonly revision: number;
    readonly seen?: ItemCosts;
  }>;
  readonly saving: (key: K) => Action;
  readonly notSaved: (key: K, problem: ProblemDetails) => Action;
  /** The outbox has what its screen had of it. */
  readonly handedOver: (key: K) => Action;
  /** The same edit, to be sent without its screen. */
  readonly parcel: (key: K, content: T, revision: number) => Parcel;
}

/** The id of something's parcel. */
type IdOf<K> = (key: K) => string;

/**
 * Sends the edits of an object one after the other, always the latest content from the latest
 * revision, and those of another object beside them. Until the server has them they are kept on this
 * device, and what its screen leaves behind goes to the outbox.
 */
export function saveEdits<T, K>(
  saving: Saving<T, K>,
  id: IdOf<K>,
  storage: OutboxStorage,
): Observable<Action> {
  const onTheirWay = new Set<string>();
  const open$ = <A>(source: Observable<A>) =>
    source.pipe(
      map(() => saving.editing()),
      filter((open) => open !== null),
    );
  const sent$ = merge(
    saving.edited$.pipe(debounceTime(PAUSES.save)),
    saving.hurried$,
    saving.unreachable$.pipe(mergeMap(() => timer(PAUSES.again))),
  ).pipe(
    open$,
    groupBy(({ key }) => id(key)),
    mergeMap((of$) => of$.pipe(concatMap(({ key }) => sendOnce(saving, key, id(key), onTheirWay)))),
  );
  const posted$ = saving.left$.pipe(
    open$,
    filter(({ editing }) => editing.state !== 'saved'),
    mergeMap(({ key, editing: { content, revision, problem } }) => {
      const parcel = saving.parcel(key, content, revision);
      const onItsWay = onTheirWay.has(parcel.id);
      return from([outboxActions.posted({ parcel, onItsWay, problem }), saving.handedOver(key)]);
    }),
  );
  const savedHere$ = saving.edited$.pipe(
    open$,
    filter(({ editing }) => editing.state !== 'saved'),
    tap(({ key, editing: { content, revision } }) => {
      storage.put(saving.parcel(key, content, revision));
    }),
    ignoreElements(),
  );
  const givenUp$ = saving.given$.pipe(
    open$,
    map(({ key }) => outboxActions.thrownAway({ id: id(key) })),
  );
  return merge(savedHere$, sent$, posted$, givenUp$);
}

function sendOnce<T, K>(
  saving: Saving<T, K>,
  key: K,
  id: string,
  onTheirWay: Set<string>,
): Observable<Action> {
  const open = saving.editing();
  if (open?.key !== key || !['changed', 'unreachable'].includes(open.editing.state)) return EMPTY;
  const { content, revision } = open.editing;
  const wrong = saving.check(content, revision);
  if (wrong) return of(saving.notSaved(key, wrong));
  return concat(
    of(saving.saving(key)),
    defer(() => {
      onTheirWay.add(id);
      return saving.send(key, content, revision);
    }).pipe(
      finalize(() => onTheirWay.delete(id)),
      mergeMap(({ saved, ...answered }) => [
        saved,
        outboxActions.answered({ id, content, ...answered }),
      ]),
      catchError((error: unknown) => {
        const problem = problemOf(error);
        return [saving.notSaved(key, problem), outboxActions.refused({ id, problem })];
      }),
    ),
  );
}
