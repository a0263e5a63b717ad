import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, exhaustMap, forkJoin, map, of, switchMap } from 'rxjs';
import { LevelsApi } from '../levels/levels.api';
import { problemOf } from '../shared/problems';
import { CustomersApi } from './customers.api';
import { customersActions, customersFeature } from './customers.feature';

export const customersEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi)) =>
      actions$.pipe(
        ofType(customersActions.listOpened),
        switchMap(() =>
          api.all().pipe(
            map((customers) => customersActions.listCame({ customers })),
            catchError((error: unknown) =>
              of(customersActions.listFailed({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi), levelsApi = inject(LevelsApi)) =>
      actions$.pipe(
        ofType(customersActions.opened),
        switchMap(({ code }) =>
          forkJoin({ customer: api.one(code), levels: levelsApi.all() }).pipe(
            map(({ customer, levels }) =>
              customersActions.came({
                customer,
                levels: levels.filter(({ state }) => state !== 'new'),
              }),
            ),
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
        ofType(customersActions.levelConsidered),
        switchMap(({ level }) =>
          api.previewLevel(customer().value?.code ?? '', level).pipe(
            map((preview) => customersActions.previewCame({ level, preview })),
            catchError((error: unknown) =>
              of(customersActions.levelRefused({ problem: problemOf(error) })),
            ),
          ),
        ),
      );
    },
    { functional: true },
  ),

  give: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi)) =>
      actions$.pipe(
        ofType(customersActions.levelGiven),
        exhaustMap(({ code, level, revision }) =>
          api.chooseLevel(code, { level, revision }).pipe(
            map((customer) => customersActions.levelKept({ customer })),
            catchError((error: unknown) =>
              of(customersActions.levelRefused({ problem: problemOf(error) })),
            ),
          ),
        ),
      ),
    { functional: true },
  ),
};
