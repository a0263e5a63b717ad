import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { debounceTime, groupBy, map, mergeMap } from 'rxjs';
import { listsActions } from './lists.feature';
import { PAUSES } from '../requests/pauses';

export const listsEffects = {
  settle: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(listsActions.textTyped),
        groupBy(({ list }) => list),
        mergeMap((typed$) => typed$.pipe(debounceTime(PAUSES.search))),
        map(({ list }) => listsActions.settled({ list })),
      ),
    { functional: true },
  ),
};
