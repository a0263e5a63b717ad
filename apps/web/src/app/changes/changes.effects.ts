import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { QuoteContent } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, EMPTY, exhaustMap, of, switchMap, tap } from 'rxjs';
import { QuotesApi } from '../quotes/quotes.api';
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
    (actions$ = inject(Actions), api = inject(QuotesApi), router = inject(Router)) =>
      actions$.pipe(
        ofType(changesActions.wentBack),
        exhaustMap(({ change }) => {
          const number = Number(change.key);
          const content = change.after as QuoteContent; // what a quote's changes record
          return api.one(number).pipe(
            switchMap(({ revision }) => api.keep(number, { ...content, revision })),
            tap(() => void router.navigate(['/quotes', number])),
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
