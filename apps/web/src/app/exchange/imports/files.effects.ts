import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ImportView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  map,
  merge,
  of,
  switchMap,
  takeUntil,
  tap,
} from 'rxjs';
import { draftActions } from '../../editing/draft/draft.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { problemOf } from '../../shared/requests/problems';
import { sending, watching } from '../../shared/files/sent-file';
import { FilesApi } from './files.api';
import { filesActions } from './files.feature';

/** True while the server still does something with a file. */
const isWorkedOn = ({ state }: ImportView): boolean => state === 'reading' || state === 'applying';

export const filesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      actions$.pipe(
        ofType(filesActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (files) => filesActions.listCame({ files }),
            (problem) => filesActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  send: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      actions$.pipe(
        ofType(filesActions.send),
        exhaustMap(({ what, file }) =>
          sending(
            api.send(what, file),
            (part) => filesActions.onItsWay({ part }),
            (file) => filesActions.sent({ file }),
            (problem) => filesActions.notSent({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(filesActions.left)))),
        ),
      ),
    { functional: true },
  ),

  show: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(filesActions.sent),
        tap(({ file }) => void router.navigate(['/files', file.id])),
      ),
    { functional: true, dispatch: false },
  ),

  watch: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      actions$.pipe(
        ofType(filesActions.opened),
        switchMap(({ id }) =>
          mapResponse(
            watching(() => api.one(id), isWorkedOn),
            (file) => filesActions.came({ file }),
            (problem) => filesActions.failed({ problem }),
          ).pipe(takeUntil(actions$.pipe(ofType(filesActions.left)))),
        ),
      ),
    { functional: true },
  ),

  ask: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      merge(
        actions$.pipe(
          ofType(filesActions.readAs),
          map(({ id, format }) => api.readAs(id, format)),
        ),
        actions$.pipe(
          ofType(filesActions.takeIn),
          map(({ id }) => api.takeIn(id)),
        ),
        actions$.pipe(
          ofType(filesActions.cancel),
          map(({ id }) => api.cancel(id)),
        ),
      ).pipe(
        concatMap((asked) =>
          asked.pipe(
            concatMap((file) => of(filesActions.came({ file }), filesActions.opened(file))),
            catchError((error: unknown) => of(filesActions.refused({ problem: problemOf(error) }))),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What was taken in may lie in a draft. */
  draft: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(filesActions.came),
        switchMap(({ file }) => (file.state === 'applied' ? of(draftActions.changed()) : EMPTY)),
      ),
    { functional: true },
  ),
};
