import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { debounceTime, defer, filter, finalize, merge, switchMap, type Observable } from 'rxjs';
import { draftActions } from '../editing/draft/draft.feature';
import { outboxActions } from '../editing/outbox/outbox.feature';
import { objectEditsActions } from '../editing/draft/object-edits.feature';
import { mapResponse } from '../shared/requests/map-response';
import { ReferenceApi } from '../shared/reference/reference.api';
import { referenceActions } from '../shared/reference/reference.feature';
import { PAUSES } from '../shared/requests/pauses';

/** Objects that other screens choose from by their names, a new one of a draft among them. */
const CHOSEN_FROM = /^(level|costTable|condition) /;

export const referenceEffects = {
  /**
   * Several parts of a screen ask at once; one answer serves them all. What was asked before something
   * was made, published or discarded does not overtake what is asked afterwards.
   */
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ReferenceApi)) => {
      let onItsWay = false;
      const first$ = actions$.pipe(
        ofType(referenceActions.asked),
        filter(() => !onItsWay),
      );
      const again$ = merge(
        actions$.pipe(ofType(draftActions.published, draftActions.discarded)),
        actions$.pipe(
          ofType(outboxActions.answered),
          filter(({ id }) => CHOSEN_FROM.test(id)),
        ),
        actions$.pipe(
          ofType(objectEditsActions.saved),
          filter(({ edit: { object } }) => CHOSEN_FROM.test(`${object.kind} `)),
        ),
      ).pipe(debounceTime(PAUSES.search));
      return merge(first$, again$).pipe(
        switchMap(() =>
          defer(() => {
            onItsWay = true;
            return read(api);
          }).pipe(
            finalize(() => {
              onItsWay = false;
            }),
          ),
        ),
      );
    },
    { functional: true },
  ),
};

function read(api: ReferenceApi): Observable<Action> {
  return mapResponse(
    api.read(),
    (reference) => referenceActions.came({ reference }),
    (problem) => referenceActions.failed({ problem }),
  );
}
