import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatMap, map, of, switchMap, type Observable } from 'rxjs';
import { categoriesActions } from '../../shared/reference/categories.feature';
import { referenceActions } from '../../shared/reference/reference.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { SettingsApi } from './settings.api';
import {
  settingsActions,
  type SettingsEdit,
  type SettingsRows,
  type SettingsSheet,
} from './settings.feature';

export const settingsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(SettingsApi)) =>
      actions$.pipe(
        ofType(settingsActions.opened),
        switchMap(({ sheet }) =>
          mapResponse(
            rowsOf(api, sheet),
            (found) => settingsActions.came({ found }),
            (problem) => settingsActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  save: createEffect(
    (actions$ = inject(Actions), api = inject(SettingsApi)) =>
      actions$.pipe(
        ofType(settingsActions.edited),
        concatMap(({ edit }) =>
          mapResponse(
            keeping(api, edit),
            () => settingsActions.saved({ edit }),
            (problem) => settingsActions.refused({ edit, problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** The rows are read again, and with them the names by which other screens know things. */
  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(settingsActions.saved),
        concatMap(({ edit }) =>
          of(
            settingsActions.opened({ sheet: edit.sheet }),
            referenceActions.asked(),
            categoriesActions.asked(),
          ),
        ),
      ),
    { functional: true },
  ),
};

function rowsOf(api: SettingsApi, sheet: SettingsSheet): Observable<SettingsRows> {
  switch (sheet) {
    case 'rates':
      return api.rates().pipe(map((rows) => ({ sheet, rows })));
    case 'users':
      return api.users().pipe(map((rows) => ({ sheet, rows })));
    case 'handLimits':
      return api.handLimits().pipe(map((rows) => ({ sheet, rows })));
    default:
      return api.list(sheet).pipe(map((rows) => ({ sheet, rows })));
  }
}

function keeping(api: SettingsApi, edit: SettingsEdit): Observable<unknown> {
  switch (edit.sheet) {
    case 'rates':
      return api.saveRate(edit.edit);
    case 'users':
      return api.saveUser(edit.code, edit.edit);
    case 'handLimits':
      return api.saveHandLimit(edit.code, edit.edit);
    default:
      return api.saveEntry(edit.sheet, edit.code, edit.edit);
  }
}
