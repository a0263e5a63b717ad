import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { concatMap, EMPTY, map, switchMap } from 'rxjs';
import { itemActions } from '../catalogue/item.feature';
import { answer } from '../shared/answer';
import { ItemCostsApi } from './item-costs.api';
import { itemCostsActions, itemCostsFeature } from './item-costs.feature';

export const itemCostsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ItemCostsApi)) =>
      actions$.pipe(
        ofType(itemCostsActions.opened),
        switchMap(({ item }) =>
          answer(
            api.of(item),
            (costs) => itemCostsActions.came({ costs }),
            (problem) => itemCostsActions.failed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(ItemCostsApi), store = inject(Store)) => {
      const costs = store.selectSignal(itemCostsFeature.selectCosts);
      return actions$.pipe(
        ofType(itemCostsActions.edited),
        concatMap(({ item, content }) => {
          const seen = costs().value;
          if (seen?.item !== item) return EMPTY;
          return answer(
            api.keep(item, { seen: seen.costs, content }),
            (kept) => itemCostsActions.kept({ costs: kept }),
            (problem) => itemCostsActions.refused({ problem }),
          );
        }),
      );
    },
    { functional: true },
  ),

  /** Prices made from costs are other ones now. */
  pricesAgain: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(itemCostsActions.kept),
        map(({ costs: { item } }) => itemActions.opened({ item })),
      ),
    { functional: true },
  ),
};
