import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import { levelContentSchema } from '@honest-ledger/contracts';
import {
  catchError,
  concatMap,
  exhaustMap,
  filter,
  map,
  type Observable,
  of,
  switchMap,
  take,
  tap,
} from 'rxjs';
import { DraftApi } from '../../editing/draft/draft.api';
import { draftActions, draftFeature } from '../../editing/draft/draft.feature';
import { objectParcel, objectParcelId } from '../../editing/draft/object-parcels';
import { editedEffects } from '../../editing/edited/edited-effects';
import type { Reference } from '../../shared/reference/reference.api';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { mapResponse } from '../../shared/requests/map-response';
import type { Loadable } from '../../shared/requests/loadable';
import { foundHere, problemOf, withoutPrefix } from '../../shared/requests/problems';
import { LevelsApi } from './levels.api';
import { followingLevel, sameLevel } from './level-edits';
import { emptyLevel, levelsActions, levelsFeature, type Beginning } from './levels.feature';

export const levelsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(LevelsApi)) =>
      actions$.pipe(
        ofType(levelsActions.listOpened),
        switchMap(() =>
          mapResponse(
            api.all(),
            (levels) => levelsActions.listCame({ levels }),
            (problem) => levelsActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  ...editedEffects(
    {
      actions: levelsActions,
      select: levelsFeature.selectLevel,
      key: ({ id }) => id,
      id: parcelId,
      told: (problem) => withoutPrefix(problem, 'content.'),
    },
    (api = inject(LevelsApi), draftApi = inject(DraftApi), store = inject<Store>(Store)) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      const home$ = homeCurrency(store.select(referenceFeature.selectAll));
      return {
        load: ({ key, create }: ReturnType<typeof levelsActions.opened>) =>
          create
            ? begun(api, home$, key, create)
            : api.one(key).pipe(map((found) => levelsActions.came({ level: found }))),
        // the same check that guards the server
        check: (content) => foundHere(levelContentSchema, content),
        send: (id, content, revision) =>
          draftApi
            .saveEdit({ kind: 'level', key: id }, { content, revision, draft: chosen() })
            .pipe(
              map(({ revision: now }) => ({
                answer: { revision: now, at: new Date().toISOString() },
                revision: now,
              })),
            ),
        parcel: (id, content, revision) =>
          objectParcel({ kind: 'level', key: id }, content, revision, {
            draft: chosen(),
            isNew: revision === 0 && level().value?.published === null,
          }),
      };
    },
  ),

  withdraw: createEffect(
    (
      actions$ = inject(Actions),
      draftApi = inject(DraftApi),
      store = inject(Store),
      router = inject(Router),
    ) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      return actions$.pipe(
        ofType(levelsActions.withdrawn),
        exhaustMap(({ id }) => {
          const revision = level().value?.editing.revision ?? 0;
          const edit = { content: null, revision, draft: chosen() };
          return draftApi.saveEdit({ kind: 'level', key: id }, edit).pipe(
            tap(() => void router.navigate(['/levels'])),
            map(() => draftActions.changed()),
            catchError((error: unknown) =>
              of(levelsActions.notSaved({ key: id, problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),

  /** A level that is saved for the first time has an address of its own from then on. */
  settle: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(levelsActions.saved),
        filter(({ key }) => router.url.startsWith(`/levels/${key}?`)),
        tap(({ key }) => void router.navigate(['/levels', key], { replaceUrl: true })),
      ),
    { functional: true, dispatch: false },
  ),

  tellDraft: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(levelsActions.saved),
        map(() => draftActions.changed()),
      ),
    { functional: true },
  ),
};

/** A new level, empty or with what it has from another. */
function begun(
  api: LevelsApi,
  home$: Observable<string>,
  id: string,
  { from, percent }: Beginning,
): Observable<Action> {
  const empty = (currency: string): Action =>
    levelsActions.begun({ id, content: emptyLevel(currency) });
  if (from === null) return home$.pipe(map(empty));
  return api.one(from).pipe(
    concatMap(({ published, draft }) => {
      const source = draft?.content ?? published;
      if (!source) return home$.pipe(map(empty));
      const content = percent === null ? sameLevel(source) : followingLevel(from, source, percent);
      return of(empty(source.currency), levelsActions.edited({ content }));
    }),
  );
}

/** The home currency, as soon as the screens' names and choices have come. */
function homeCurrency(reference$: Observable<Loadable<Reference>>): Observable<string> {
  return reference$.pipe(
    map(({ value }) => value?.customers.homeCurrency),
    filter((currency) => currency !== undefined),
    take(1),
  );
}

function parcelId(id: string): string {
  return objectParcelId({ kind: 'level', key: id });
}
