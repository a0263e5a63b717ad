import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { DocumentContent } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, EMPTY, exhaustMap, of, switchMap, tap } from 'rxjs';
import { addressOf } from '../documents/document-words';
import { DocumentsApi } from '../documents/documents.api';
import { answer } from '../shared/answer';
import { problemOf } from '../shared/problems';
import { ChangesApi } from './changes.api';
import { changesActions } from './changes.feature';

export const changesEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ChangesApi)) =>
      actions$.pipe(
        ofType(changesActions.asked),
        switchMap(({ filter, below }) =>
          answer(
            api.find(filter, below),
            (page) => changesActions.came({ page, below }),
            (problem) => changesActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  /** What it is made again is an edit like any other: on record, and undone by going back again. */
  goBack: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(changesActions.wentBack),
        exhaustMap(({ change }) => {
          const number = Number(change.key);
          const content = change.after as DocumentContent; // what a quote's changes record
          return api.one(number).pipe(
            switchMap(({ revision }) => api.keep(number, { ...content, revision })),
            tap((kept) => void router.navigate([...addressOf(kept)])),
            switchMap(() => EMPTY),
            catchError((error: unknown) =>
              of(changesActions.failed({ problem: problemOf(error) })),
            ),
          );
        }),
      ),
    { functional: true },
  ),
};
