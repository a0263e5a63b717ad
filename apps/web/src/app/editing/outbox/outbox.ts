import { inject, Injectable } from '@angular/core';
import type { ProblemDetails } from '@honest-ledger/contracts';
import { Store, type Action } from '@ngrx/store';
import {
  catchError,
  concat,
  defer,
  EMPTY,
  filter,
  finalize,
  map,
  of,
  switchMap,
  take,
  tap,
  type Observable,
} from 'rxjs';
import { problemOf } from '../../shared/requests/problems';
import { outboxActions, outboxFeature, type PostedParcel } from './outbox.feature';

/** What a screen asks of the outbox when it opens an object of which an edit may wait there. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly store = inject(Store);
  private readonly parcels = this.store.selectSignal(outboxFeature.selectParcels);

  /**
   * Opens an object on its screen: after an edit that is on its way has got there, and with the one
   * that could not be sent.
   * @param load what the server says of it, as actions; fails where it says no
   */
  open(
    id: string,
    load: Observable<Action>,
    {
      failed,
      takenUp,
    }: {
      readonly failed: (problem: ProblemDetails) => Action;
      readonly takenUp: (parcel: PostedParcel) => Action;
    },
  ): Observable<Action> {
    const left$ = defer(() => {
      const parcel = this.takeOut(id);
      return parcel ? of(takenUp(parcel)) : EMPTY;
    });
    return this.hold(id).pipe(
      switchMap(() => concat(load, left$)),
      catchError((error: unknown) => of(failed(problemOf(error)))),
      finalize(() => {
        this.store.dispatch(outboxActions.letGo());
      }),
    );
  }

  /** Waits for an edit that is on its way; one that waits is not sent from here any more. */
  hold(id: string): Observable<void> {
    return defer(() => this.store.select(outboxFeature.selectParcels)).pipe(
      filter((parcels) => parcels[id]?.state !== 'sending'),
      take(1),
      tap((parcels) => {
        if (id in parcels) this.store.dispatch(outboxActions.held({ id }));
      }),
      map(() => undefined),
    );
  }

  /** The edit of an object that waits here, which is its screen's from now on; null for none. */
  takeOut(id: string): PostedParcel | null {
    const parcel = this.parcels()[id];
    if (!parcel) return null;
    this.store.dispatch(outboxActions.takenOut({ id }));
    return parcel;
  }
}
