import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { of, switchMap } from 'rxjs';
import { objectEditEffects } from '../../editing/draft/object-effects';
import { mapResponse } from '../../shared/requests/map-response';
import { CostTablesApi } from './cost-tables.api';
import { costTablesActions } from './cost-tables.feature';

export const costTablesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(CostTablesApi)) =>
      actions$.pipe(
        ofType(costTablesActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (list) => costTablesActions.listCame({ list }),
            (problem) => costTablesActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  read: createEffect(
    (actions$ = inject(Actions), api = inject(CostTablesApi)) =>
      actions$.pipe(
        ofType(costTablesActions.opened),
        switchMap(({ id, isNew }) =>
          isNew
            ? of(costTablesActions.came({ table: { id, published: null, draft: null } }))
            : mapResponse(
                api.one(id),
                (table) => costTablesActions.came({ table }),
                (problem) => costTablesActions.failed({ problem }),
              ),
        ),
      ),
    { functional: true },
  ),

  ...objectEditEffects({
    kind: 'costTable',
    address: '/cost-tables',
    opened: costTablesActions.opened,
    came: costTablesActions.came,
    view: ({ table }: ReturnType<typeof costTablesActions.came>) => table,
    again: (id) => costTablesActions.opened({ id, isNew: false }),
  }),
};
