import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import { check, levelContentSchema, type ProblemDetails } from '@honest-ledger/contracts';
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
import { DraftApi } from '../draft/draft.api';
import { draftActions, draftFeature } from '../draft/draft.feature';
import type { Reference } from '../reference/reference.api';
import { referenceFeature } from '../reference/reference.feature';
import { answer } from '../shared/answer';
import { keepEdits } from '../shared/keep-edits';
import type { Loadable } from '../shared/loadable';
import { isUnreachable, problemOf, withoutPrefix } from '../shared/problems';
import { LevelsApi } from './levels.api';
import { followingLevel, sameLevel } from './level-edits';
import { emptyLevel, levelsActions, levelsFeature, type Beginning } from './levels.feature';

export const levelsEffects = {
  list: createEffect(
    (actions$ = inject(Actions), api = inject(LevelsApi)) =>
      actions$.pipe(
        ofType(levelsActions.listOpened),
        switchMap(() =>
          answer(
            api.all(),
            (levels) => levelsActions.listCame({ levels }),
            (problem) => levelsActions.listFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(LevelsApi), store = inject(Store)) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const home$ = homeCurrency(store.select(referenceFeature.selectAll));
      return actions$.pipe(
        ofType(levelsActions.opened),
        filter(() => level().value === null),
        switchMap(({ id, create }) =>
          create
            ? begun(api, home$, id, create)
            : answer(
                api.one(id),
                (found) => levelsActions.came({ level: found }),
                (problem) => levelsActions.failed({ problem }),
              ),
        ),
      );
    },
    { functional: true },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), draftApi = inject(DraftApi), store = inject(Store)) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      return keepEdits({
        edited$: actions$.pipe(
          ofType(
            levelsActions.edited,
            levelsActions.undone,
            levelsActions.redone,
            levelsActions.mineInsisted,
          ),
        ),
        hurried$: actions$.pipe(ofType(levelsActions.opened, levelsActions.left)),
        unreachable$: actions$.pipe(
          ofType(levelsActions.notKept),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = level().value;
          return open && { key: open.id, editing: open.editing };
        },
        check: problemIn,
        send: (id, content, revision) =>
          draftApi
            .keepEdit({ kind: 'level', key: id }, { content, revision, draft: chosen() })
            .pipe(
              map((answer) =>
                levelsActions.kept({
                  id,
                  content,
                  revision: answer.revision,
                  at: new Date().toISOString(),
                }),
              ),
            ),
        keeping: (id) => levelsActions.keeping({ id }),
        notKept: (id, problem) =>
          levelsActions.notKept({ id, problem: withoutPrefix(problem, 'content.') }),
      });
    },
    { functional: true },
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
          return draftApi.keepEdit({ kind: 'level', key: id }, edit).pipe(
            tap(() => void router.navigate(['/levels'])),
            map(() => draftActions.changed()),
            catchError((error: unknown) =>
              of(levelsActions.notKept({ id, problem: problemOf(error) })),
            ),
          );
        }),
      );
    },
    { functional: true },
  ),

  /** A level that is kept for the first time has an address of its own from then on. */
  settle: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(levelsActions.kept),
        filter(({ id }) => router.url.startsWith(`/levels/${id}?`)),
        tap(({ id }) => void router.navigate(['/levels', id], { replaceUrl: true })),
      ),
    { functional: true, dispatch: false },
  ),

  tellDraft: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(levelsActions.kept),
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
    catchError((error: unknown) => of(levelsActions.failed({ problem: problemOf(error) }))),
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

/** The same check that guards the server. */
function problemIn(content: unknown): ProblemDetails | null {
  const reading = check(levelContentSchema, content);
  if (reading.ok) return null;
  const detail = reading.problems.map(({ sentence }) => `${sentence}.`).join(' ');
  return { type: 'about:blank', title: 'Not kept', status: 422, detail, fields: reading.problems };
}
