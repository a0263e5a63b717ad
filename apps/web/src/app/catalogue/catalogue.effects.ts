import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { debounceTime, map } from 'rxjs';
import { catalogueActions } from './catalogue.feature';

const PAUSE_MILLISECONDS = 150;

export const catalogueEffects = {
  settle: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(catalogueActions.textTyped),
        debounceTime(PAUSE_MILLISECONDS),
        map(() => catalogueActions.settled()),
      ),
    { functional: true },
  ),
};
