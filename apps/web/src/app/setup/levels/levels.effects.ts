import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import {
  levelContentSchema,
  type LevelContent,
  type ProblemDetails,
} from '@honest-ledger/contracts';
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
import { Outbox } from '../../editing/outbox/outbox';
import type { PostedParcel } from '../../editing/outbox/outbox.feature';
import { OutboxStorage } from '../../editing/outbox/outbox-storage';
import type { Reference } from '../../shared/reference/reference.api';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { mapResponse } from '../../shared/requests/map-response';
import type { LeftEdit } from '../../editing/editing';
import { saveEdits, type Saving } from '../../editing/outbox/save-edits';
import type { Loadable } from '../../shared/requests/loadable';
import { foundHere, isUnreachable, problemOf, withoutPrefix } from '../../shared/requests/problems';
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

  open: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(LevelsApi),
      store = inject(Store),
      outbox = inject(Outbox),
    ) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const home$ = homeCurrency(store.select(referenceFeature.selectAll));
      return actions$.pipe(
        ofType(levelsActions.opened),
        filter(() => level().value === null),
        switchMap(({ id, create }) => {
          const found$ = create
            ? begun(api, home$, id, create)
            : api.one(id).pipe(map((found) => levelsActions.came({ level: found })));
          return outbox.open(parcelId(id), found$, {
            failed: (problem) => levelsActions.failed({ problem }),
            takenUp: (parcel) => levelsActions.takenUp({ parcel: leftEdit(parcel) }),
          });
        }),
      );
    },
    { functional: true },
  ),

  save: createEffect(
    (
      actions$ = inject(Actions),
      draftApi = inject(DraftApi),
      store = inject(Store),
      storage = inject(OutboxStorage),
    ) => {
      const level = store.selectSignal(levelsFeature.selectLevel);
      const chosen = store.selectSignal(draftFeature.selectChosen);
      const saving: Saving<LevelContent, string> = {
        edited$: actions$.pipe(
          ofType(
            levelsActions.edited,
            levelsActions.undone,
            levelsActions.redone,
            levelsActions.rebased,
            levelsActions.takenUp,
          ),
        ),
        hurried$: actions$.pipe(ofType(levelsActions.opened)),
        left$: actions$.pipe(ofType(levelsActions.left)),
        given$: actions$.pipe(ofType(levelsActions.serverVersionTaken)),
        unreachable$: actions$.pipe(
          ofType(levelsActions.notSaved),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = level().value;
          return open && { key: open.id, editing: open.editing };
        },
        check: problemIn,
        send: (id, content, revision) =>
          draftApi
            .saveEdit({ kind: 'level', key: id }, { content, revision, draft: chosen() })
            .pipe(
              map(({ revision: now }) => ({
                saved: levelsActions.saved({
                  id,
                  content,
                  revision: now,
                  at: new Date().toISOString(),
                }),
                revision: now,
              })),
            ),
        saving: (id) => levelsActions.saving({ id }),
        notSaved: (id, problem) =>
          levelsActions.notSaved({ id, problem: withoutPrefix(problem, 'content.') }),
        handedOver: () => levelsActions.handedOver(),
        parcel: (id, content, revision) =>
          objectParcel({ kind: 'level', key: id }, content, revision, {
            draft: chosen(),
            isNew: revision === 0 && level().value?.published === null,
          }),
      };
      return saveEdits(saving, parcelId, storage);
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
          return draftApi.saveEdit({ kind: 'level', key: id }, edit).pipe(
            tap(() => void router.navigate(['/levels'])),
            map(() => draftActions.changed()),
            catchError((error: unknown) =>
              of(levelsActions.notSaved({ id, problem: problemOf(error) })),
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
        filter(({ id }) => router.url.startsWith(`/levels/${id}?`)),
        tap(({ id }) => void router.navigate(['/levels', id], { replaceUrl: true })),
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

const parcelId = (id: string): string => objectParcelId({ kind: 'level', key: id });

/** What waited in the outbox; the server names fields from within what was sent. */
function leftEdit({ content, revision, problem }: PostedParcel): LeftEdit<LevelContent> {
  // a parcel of this id is made above alone
  const level = content as LevelContent;
  return { content: level, revision, problem: problem && withoutPrefix(problem, 'content.') };
}

/** The same check that guards the server. */
function problemIn(content: unknown): ProblemDetails | null {
  return foundHere(levelContentSchema, content);
}
