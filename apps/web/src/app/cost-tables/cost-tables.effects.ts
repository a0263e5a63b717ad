import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { filter, map, of, switchMap, tap } from 'rxjs';
import { objectEditsActions } from '../draft/object-edits.feature';
import { answer } from '../shared/answer';
import { CostTablesApi } from './cost-tables.api';
import { costTablesActions } from './cost-tables.feature';

export const costTablesEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(CostTablesApi)) =>
      actions$.pipe(
        ofType(costTablesActions.listOpened),
        switchMap(() =>
          answer(
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
            : answer(
                api.one(id),
                (table) => costTablesActions.came({ table }),
                (problem) => costTablesActions.failed({ problem }),
              ),
        ),
      ),
    { functional: true },
  ),

  begin: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(costTablesActions.opened),
        map(({ id }) => objectEditsActions.opened({ scope: `costTable ${id}` })),
      ),
    { functional: true },
  ),

  seen: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(costTablesActions.came),
        map(({ table: { id, draft } }) =>
          objectEditsActions.seen({ revisions: { [id]: draft?.revision ?? 0 } }),
        ),
      ),
    { functional: true },
  ),

  /** What stands there after somebody else's edit was taken is asked of the server. */
  again: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(objectEditsActions.theirsTaken),
        filter(({ edit }) => edit.object.kind === 'costTable'),
        map(({ edit }) => costTablesActions.opened({ id: edit.object.key, isNew: false })),
      ),
    { functional: true },
  ),

  /** A table that is kept for the first time has an address of its own from then on. */
  settle: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(objectEditsActions.kept),
        filter(({ edit: { object } }) => router.url.startsWith(`/cost-tables/${object.key}?`)),
        tap(({ edit: { object } }) => {
          void router.navigate(['/cost-tables', object.key], { replaceUrl: true });
        }),
      ),
    { functional: true, dispatch: false },
  ),
};
