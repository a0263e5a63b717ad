import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { debounceTime, EMPTY, exhaustMap, switchMap } from 'rxjs';
import { mapResponse } from '../../shared/requests/map-response';
import { CustomersApi } from '../../shared/reference/customers.api';
import { customersActions, customersFeature } from './customers.feature';
import { PAUSES } from '../../shared/requests/pauses';

export const customersEffects = {
  open: createEffect(
    (actions$ = inject(Actions), api = inject(CustomersApi)) =>
      actions$.pipe(
        ofType(customersActions.opened),
        switchMap(({ code }) =>
          mapResponse(
            api.one(code),
            (customer) => customersActions.came({ customer }),
            (problem) => customersActions.failed({ problem }),
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
        debounceTime(PAUSES.search),
        switchMap((action) => {
          const code = customer().value?.code;
          if (code === undefined || !('content' in action)) return EMPTY;
          const { content } = action;
          return mapResponse(
            api.preview(code, content),
            (preview) => customersActions.previewCame({ content, preview }),
            (problem) => customersActions.refused({ problem }),
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
          return mapResponse(
            api.save(before.code, { ...after.content, revision: before.revision }),
            (saved) => customersActions.saved({ customer: saved }),
            (problem) => customersActions.refused({ problem }),
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
          mapResponse(
            api.prices(code, text, offset),
            (page) => customersActions.pricesCame({ page, offset }),
            (problem) => customersActions.pricesFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),
};
