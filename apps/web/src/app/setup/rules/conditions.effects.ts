import { inject } from '@angular/core';
import type { SavedConditionContent } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { switchMap } from 'rxjs';
import { objectEditEffects, openEffect } from '../../editing/draft/object-effects';
import { mapResponse } from '../../shared/requests/map-response';
import { ConditionsApi } from './conditions.api';
import { conditionsActions } from './conditions.feature';

export const conditionsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(ConditionsApi)) =>
      actions$.pipe(
        ofType(conditionsActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (all) => conditionsActions.listCame({ all }),
            (problem) => conditionsActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  read: openEffect<SavedConditionContent, ConditionsApi>(
    conditionsActions.opened,
    () => inject(ConditionsApi),
    (api) => ({
      one: (id) => api.one(id),
      copyOf: ({ published, draft }) => draft?.content ?? published,
      came: (opened) => conditionsActions.came({ opened }),
      failed: (problem) => conditionsActions.failed({ problem }),
    }),
  ),

  ...objectEditEffects({
    kind: 'condition',
    address: '/rules/conditions',
    opened: conditionsActions.opened,
    came: conditionsActions.came,
    view: ({ opened }: ReturnType<typeof conditionsActions.came>) => opened,
    again: (id) => conditionsActions.opened({ id, isNew: false, like: null }),
  }),
};
