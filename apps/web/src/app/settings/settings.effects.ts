import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap, type Observable } from 'rxjs';
import { categoriesActions } from '../catalogue/categories.feature';
import { referenceActions } from '../reference/reference.feature';
import { problemOf } from '../shared/problems';
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
          rowsOf(api, sheet).pipe(
            map((found) => settingsActions.came({ found })),
            catchError((error: unknown) =>
              of(settingsActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(SettingsApi)) =>
      actions$.pipe(
        ofType(settingsActions.edited),
        concatMap(({ edit }) =>
          keeping(api, edit).pipe(
            map(() => settingsActions.kept({ edit })),
            catchError((error: unknown) =>
              of(settingsActions.refused({ edit, problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  /** The rows are read again, and with them the names by which other screens know things. */
  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(settingsActions.kept),
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
    default:
      return api.list(sheet).pipe(map((rows) => ({ sheet, rows })));
  }
}

function keeping(api: SettingsApi, edit: SettingsEdit): Observable<unknown> {
  switch (edit.sheet) {
    case 'rates':
      return api.keepRate(edit.edit);
    case 'users':
      return api.keepUser(edit.code, edit.edit);
    default:
      return api.keepEntry(edit.sheet, edit.code, edit.edit);
  }
}
