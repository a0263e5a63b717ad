import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { ItemCosts, ItemCostsView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import {
  concat,
  EMPTY,
  filter,
  map,
  mergeMap,
  of,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { sessionActions } from '../../shared/session/session.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { isUnreachable } from '../../shared/requests/problems';
import { outboxActions, outboxFeature } from './outbox.feature';
import { OutboxStorage } from './outbox-storage';
import { bodyOf, type Parcel } from './parcel';
import { PAUSES } from '../../shared/requests/pauses';

export const outboxEffects = {
  /** What waits is sent at once; of one object one request after the other. */
  send: createEffect(
    (actions$ = inject(Actions), http = inject(HttpClient), store = inject(Store)) => {
      const parcels = store.selectSignal(outboxFeature.selectParcels);
      return actions$.pipe(
        ofType(
          outboxActions.posted,
          outboxActions.recovered,
          outboxActions.answered,
          outboxActions.sentAgain,
          outboxActions.letGo,
        ),
        mergeMap(() => Object.values(parcels()).filter(({ state }) => state === 'waiting')),
        mergeMap(({ id }): Observable<Action> => {
          const parcel = parcels()[id];
          if (parcel?.state !== 'waiting') return EMPTY;
          const answered: Observable<Action> = mapResponse(
            send(http, parcel),
            (answered) => outboxActions.answered({ id, content: parcel.content, ...answered }),
            (problem) => outboxActions.refused({ id, problem }),
          );
          const isFact = parcel.request.way === 'object' || parcel.request.way === 'costs';
          const told = isFact ? EMPTY : of(outboxActions.setupSent());
          return concat(of(outboxActions.sending({ id })), answered, told);
        }),
      );
    },
    { functional: true },
  ),

  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(outboxActions.refused, outboxActions.posted),
        filter(({ problem }) => problem !== null && isUnreachable(problem)),
        mergeMap((action) =>
          timer(PAUSES.again).pipe(
            map(() =>
              outboxActions.sentAgain({ id: 'parcel' in action ? action.parcel.id : action.id }),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What was refused since nobody was signed in any more is sent once somebody is. */
  resume: createEffect(
    (actions$ = inject(Actions), store = inject(Store)) => {
      const parcels = store.selectSignal(outboxFeature.selectParcels);
      return actions$.pipe(
        ofType(sessionActions.signedIn),
        mergeMap(() =>
          Object.values(parcels())
            .filter(({ problem }) => problem?.status === 401)
            .map(({ id }) => outboxActions.sentAgain({ id })),
        ),
      );
    },
    { functional: true },
  ),

  /**
   * As soon as it is known who is at work, what they left behind on this device is sent: that of this
   * tab before any screen asks for what it was made of.
   */
  recover: createEffect(
    (actions$ = inject(Actions), storage = inject(OutboxStorage)) =>
      actions$.pipe(
        ofType(sessionActions.known, sessionActions.signedIn),
        filter(({ user }) => user !== null),
        switchMap(() => concat(of(storage.recoverOwn()), storage.recoverOthers())),
        filter((parcels) => parcels.length > 0),
        map((parcels) => outboxActions.recovered({ parcels })),
      ),
    { functional: true },
  ),

  saveHere: createEffect(
    (actions$ = inject(Actions), storage = inject(OutboxStorage)) =>
      actions$.pipe(
        ofType(outboxActions.posted),
        tap(({ parcel }) => {
          storage.put(parcel);
        }),
      ),
    { functional: true, dispatch: false },
  ),

  forgetHere: createEffect(
    (actions$ = inject(Actions), storage = inject(OutboxStorage)) =>
      actions$.pipe(
        ofType(outboxActions.answered, outboxActions.thrownAway),
        tap((action) => {
          if ('content' in action) storage.removeSent(action.id, action.content);
          else storage.remove(action.id);
        }),
      ),
    { functional: true, dispatch: false },
  ),
};

/** @returns what the server has of it from then on */
function send(
  http: HttpClient,
  parcel: Parcel,
): Observable<{ readonly revision: number; readonly seen?: ItemCosts }> {
  const { way, url } = parcel.request;
  if (way === 'discard') return http.delete(url).pipe(map(() => ({ revision: 0 })));
  if (way === 'costs') {
    return http
      .put<ItemCostsView>(url, bodyOf(parcel))
      .pipe(map(({ costs }) => ({ revision: 0, seen: costs })));
  }
  return http
    .put<{ revision: number }>(url, bodyOf(parcel))
    .pipe(map(({ revision }) => ({ revision })));
}
