import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, EMPTY, exhaustMap, map, of, switchMap } from 'rxjs';
import { problemOf } from '../shared/problems';
import { CustomersApi } from './customers.api';
import { customersActions, customersFeature } from './customers.feature';

const PAUSE_MILLISECONDS = 200;

export const customersEffects = {
  open: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi)) =>
      actions$.pipe(
        ofType(customersActions.opened),
        switchMap(({ code }) =>
          api.one(code).pipe(
            map((customer) => customersActions.came({ customer })),
            catchError((error: unknown) =>
              of(customersActions.failed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  preview: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi), store = inject(Store)) => {
      const customer = store.selectSignal(customersFeature.selectCustomer);
      return actions$.pipe(
        ofType(customersActions.considered, customersActions.dropped),
        debounceTime(PAUSE_MILLISECONDS),
        switchMap((action) => {
          const code = customer().value?.code;
          if (code === undefined || !('content' in action)) return EMPTY;
          const { content } = action;
          return api.preview(code, content).pipe(
            map((preview) => customersActions.previewCame({ content, preview })),
            catchError((error: unknown) =>
              of(customersActions.refused({ problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),

  save: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi), store = inject(Store)) => {
      const customer = store.selectSignal(customersFeature.selectCustomer);
      const considered = store.selectSignal(customersFeature.selectConsidered);
      return actions$.pipe(
        ofType(customersActions.save),
        exhaustMap(() => {
          const [before, after] = [customer().value, considered()];
          if (!before || !after) return EMPTY;
          return api.keep(before.code, { ...after.content, revision: before.revision }).pipe(
            map((saved) => customersActions.saved({ customer: saved })),
            catchError((error: unknown) =>
              of(customersActions.refused({ problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),

  prices: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi)) =>
      actions$.pipe(
        ofType(customersActions.pricesAsked),
        switchMap(({ code, text, offset }) =>
          api.prices(code, text, offset).pipe(
            map((page) => customersActions.pricesCame({ page, offset })),
            catchError((error: unknown) =>
              of(customersActions.pricesFailed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
