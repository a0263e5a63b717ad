import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import {
  catchError,
  EMPTY,
  exhaustMap,
  map,
  mergeMap,
  of,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { outboxActions } from '../outbox/outbox.feature';
import { mapResponse } from '../../shared/requests/map-response';
import { problemOf } from '../../shared/requests/problems';
import { DraftApi } from './draft.api';
import { draftActions, draftFeature, type OpenDrafts } from './draft.feature';

export const draftEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const chosen = store.selectSignal(draftFeature.selectChosen);
      return actions$.pipe(
        ofType(
          draftActions.asked,
          draftActions.changed,
          draftActions.chosen,
          draftActions.published,
          draftActions.waits,
          draftActions.notPublished,
        ),
        switchMap(() =>
          openDrafts(api, chosen()).pipe(
            map((answer) => draftActions.came({ answer })),
            catchError(failing),
          ),
        ),
      );
    },
    { functional: true },
  ),

  changed: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(outboxActions.setupSent),
        map(() => draftActions.changed()),
      ),
    { functional: true },
  ),

  trial: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.trialAsked),
        switchMap(({ id }) =>
          mapResponse(
            api.trial(id),
            (trial) => draftActions.trialCame({ trial }),
            (problem) => draftActions.trialFailed({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  openNew: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.openNew),
        exhaustMap(({ name }) =>
          mapResponse(
            api.open(name),
            ({ draft }) => draftActions.chosen({ id: draft }),
            (problem) => draftActions.notPublished({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  publish: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.publish),
        exhaustMap(({ draft: { id, revision }, note, at }) =>
          mapResponse(
            api.publish(id, { revision, note, at }),
            ({ version }) =>
              version === null ? draftActions.waits() : draftActions.published({ version }),
            (problem) => draftActions.notPublished({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  more: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi), store = inject(Store)) => {
      const shown = store.selectSignal(draftFeature.selectDraft);
      return actions$.pipe(
        ofType(draftActions.moreAsked),
        exhaustMap(() => {
          const draft = shown();
          if (!draft) return EMPTY;
          return api.one(draft.id, draft.edits.length).pipe(
            map((more) => draftActions.moreCame({ draft: more })),
            catchError(failing),
          );
        }),
      );
    },
    { functional: true },
  ),

  takeBack: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.takeBack),
        exhaustMap(({ id }) => thenChanged(api.takeBack(id))),
      ),
    { functional: true },
  ),

  showVersion: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(draftActions.published),
        tap(({ version }) => void router.navigate(['/versions', version])),
      ),
    { functional: true, dispatch: false },
  ),

  discardEdit: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.discardEdit),
        mergeMap(({ object }) => thenGone(api.discardEdit(object))),
      ),
    { functional: true },
  ),

  discardDraft: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.discardDraft),
        exhaustMap(({ id }) => thenGone(api.discard(id))),
      ),
    { functional: true },
  ),

  bringBack: createEffect(
    (actions$ = inject(Actions), api = inject(DraftApi)) =>
      actions$.pipe(
        ofType(draftActions.bringBack),
        exhaustMap(({ id }) => thenGone(api.bringBack(id))),
      ),
    { functional: true },
  ),
};

/** The open drafts, with the chosen one, else the oldest, read whole. */
function openDrafts(api: DraftApi, chosen: string | null): Observable<OpenDrafts> {
  return api.all().pipe(
    switchMap((drafts) => {
      const draft = drafts.find(({ id }) => id === chosen) ?? drafts[0];
      return draft
        ? api.one(draft.id).pipe(map((view) => ({ drafts, draft: view })))
        : of({ drafts, draft: null });
    }),
  );
}

function thenChanged(request: Observable<unknown>): Observable<Action> {
  return request.pipe(
    map(() => draftActions.changed()),
    catchError(failing),
  );
}

function thenGone(request: Observable<unknown>): Observable<Action> {
  return request.pipe(
    mergeMap(() => [draftActions.changed(), draftActions.discarded()]),
    catchError(failing),
  );
}

function failing(error: unknown): Observable<Action> {
  return of(draftActions.failed({ problem: problemOf(error) }));
}
