import { inject } from '@angular/core';
import type { RuleContent } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { switchMap } from 'rxjs';
import { objectEditEffects, openEffect } from '../../editing/draft/object-effects';
import { mapResponse } from '../../shared/requests/map-response';
import { copyOf } from './rule-edits';
import { RulesApi } from './rules.api';
import { rulesActions } from './rules.feature';

export const rulesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(RulesApi)) =>
      actions$.pipe(
        ofType(rulesActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            ({ rules }) => rulesActions.listCame({ all: rules }),
            (problem) => rulesActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  read: openEffect<RuleContent, RulesApi>(
    rulesActions.opened,
    () => inject(RulesApi),
    (api) => ({
      one: (id) => api.one(id),
      copyOf,
      came: (opened) => rulesActions.came({ opened }),
      failed: (problem) => rulesActions.failed({ problem }),
    }),
  ),

  ...objectEditEffects({
    kind: 'rule',
    address: '/rules',
    opened: rulesActions.opened,
    came: rulesActions.came,
    view: ({ opened }: ReturnType<typeof rulesActions.came>) => opened,
    again: (id) => rulesActions.opened({ id, isNew: false, like: null }),
  }),
};
