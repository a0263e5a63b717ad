import { inject } from '@angular/core';
import type { BreakContent } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { switchMap } from 'rxjs';
import { objectEditEffects, openEffect } from '../../editing/draft/object-effects';
import { mapResponse } from '../../shared/requests/map-response';
import { copyOf } from './break-edits';
import { BreaksApi } from './breaks.api';
import { breaksActions } from './breaks.feature';

export const breaksEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(BreaksApi)) =>
      actions$.pipe(
        ofType(breaksActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            ({ breaks }) => breaksActions.listCame({ all: breaks }),
            (problem) => breaksActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  read: openEffect<BreakContent, BreaksApi>(
    breaksActions.opened,
    () => inject(BreaksApi),
    (api) => ({
      one: (id) => api.one(id),
      copyOf,
      came: (opened) => breaksActions.came({ opened }),
      failed: (problem) => breaksActions.failed({ problem }),
    }),
  ),

  ...objectEditEffects({
    kind: 'break',
    address: '/breaks',
    opened: breaksActions.opened,
    came: breaksActions.came,
    view: ({ opened }: ReturnType<typeof breaksActions.came>) => opened,
    again: (id) => breaksActions.opened({ id, isNew: false, like: null }),
  }),
};
