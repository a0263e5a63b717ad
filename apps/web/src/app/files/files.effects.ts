import { HttpEventType } from '@angular/common/http';
import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ImportView } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  map,
  merge,
  of,
  switchMap,
  takeUntil,
  takeWhile,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { FilesApi } from './files.api';
import { filesActions } from './files.feature';

/** How often a file is asked after while the server works on it. */
const PAUSE_MILLISECONDS = 400;

/** True while the server still does something with a file. */
const isWorkedOn = ({ state }: ImportView): boolean => state === 'reading' || state === 'applying';

export const filesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      actions$.pipe(
        ofType(filesActions.listOpened),
        switchMap(() =>
          answer(
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
          api.send(what, file).pipe(
            map((event) => {
              if (event.type === HttpEventType.Response && event.body) {
                return filesActions.sent({ file: event.body });
              }
              return event.type === HttpEventType.UploadProgress && event.total
                ? filesActions.onItsWay({ part: event.loaded / event.total })
                : null;
            }),
            filter((action) => action !== null),
            takeUntil(actions$.pipe(ofType(filesActions.left))),
            catchError((error: unknown) => of(filesActions.notSent({ problem: problemOf(error) }))),
          ),
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
        switchMap(({ id }) => watched(actions$, api, id)),
      ),
    { functional: true },
  ),

  ask: createEffect(
    (actions$ = inject(Actions), api = inject(FilesApi)) =>
      merge(
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

/** A file as it is, again and again until the server has nothing more to do with it. */
function watched(actions$: Observable<Action>, api: FilesApi, id: string): Observable<Action> {
  return timer(0, PAUSE_MILLISECONDS).pipe(
    exhaustMap(() => api.one(id)),
    takeWhile(isWorkedOn, true),
    map((file) => filesActions.came({ file })),
    catchError((error: unknown) => of(filesActions.failed({ problem: problemOf(error) }))),
    takeUntil(actions$.pipe(ofType(filesActions.left))),
  );
}
