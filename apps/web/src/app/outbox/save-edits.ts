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
import type { Editing } from '../shared/editing';
import { problemOf } from '../shared/problems';

const PAUSE_MILLISECONDS = 350;
const AGAIN_MILLISECONDS = 3000;

/** How something that is edited gets to the server. */
export interface Keeping<T, K> {
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
    readonly kept: Action;
    readonly revision: number;
    readonly seen?: ItemCosts;
  }>;
  readonly keeping: (key: K) => Action;
  readonly notKept: (key: K, problem: ProblemDetails) => Action;
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
  keeping: Keeping<T, K>,
  id: IdOf<K>,
  storage: OutboxStorage,
): Observable<Action> {
  const onTheirWay = new Set<string>();
  const open$ = <A>(source: Observable<A>) =>
    source.pipe(
      map(() => keeping.editing()),
      filter((open) => open !== null),
    );
  const sent$ = merge(
    keeping.edited$.pipe(debounceTime(PAUSE_MILLISECONDS)),
    keeping.hurried$,
    keeping.unreachable$.pipe(mergeMap(() => timer(AGAIN_MILLISECONDS))),
  ).pipe(
    open$,
    groupBy(({ key }) => id(key)),
    mergeMap((of$) =>
      of$.pipe(concatMap(({ key }) => sendOnce(keeping, key, id(key), onTheirWay))),
    ),
  );
  const posted$ = keeping.left$.pipe(
    open$,
    filter(({ editing }) => editing.state !== 'kept'),
    mergeMap(({ key, editing: { content, revision, problem } }) => {
      const parcel = keeping.parcel(key, content, revision);
      const onItsWay = onTheirWay.has(parcel.id);
      return from([outboxActions.posted({ parcel, onItsWay, problem }), keeping.handedOver(key)]);
    }),
  );
  const keptHere$ = keeping.edited$.pipe(
    open$,
    filter(({ editing }) => editing.state !== 'kept'),
    tap(({ key, editing: { content, revision } }) => {
      storage.put(keeping.parcel(key, content, revision));
    }),
    ignoreElements(),
  );
  const givenUp$ = keeping.given$.pipe(
    open$,
    map(({ key }) => outboxActions.thrownAway({ id: id(key) })),
  );
  return merge(keptHere$, sent$, posted$, givenUp$);
}

function sendOnce<T, K>(
  keeping: Keeping<T, K>,
  key: K,
  id: string,
  onTheirWay: Set<string>,
): Observable<Action> {
  const open = keeping.editing();
  if (open?.key !== key || !['changed', 'unreachable'].includes(open.editing.state)) return EMPTY;
  const { content, revision } = open.editing;
  const wrong = keeping.check(content, revision);
  if (wrong) return of(keeping.notKept(key, wrong));
  return concat(
    of(keeping.keeping(key)),
    defer(() => {
      onTheirWay.add(id);
      return keeping.send(key, content, revision);
    }).pipe(
      finalize(() => onTheirWay.delete(id)),
      mergeMap(({ kept, ...answered }) => [
        kept,
        outboxActions.answered({ id, content, ...answered }),
      ]),
      catchError((error: unknown) => {
        const problem = problemOf(error);
        return [keeping.notKept(key, problem), outboxActions.refused({ id, problem })];
      }),
    ),
  );
}
