import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ProblemDetails, SetupObjectKind } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { filter, map, of, switchMap, tap, type Observable } from 'rxjs';
import { mapResponse } from '../../shared/requests/map-response';
import { madeBy, type Maker } from '../made-by';
import { objectEditsActions } from './object-edits.feature';
import type { ObjectView } from './object-sheet';

/** What every screen of a setup object does besides reading it. */
export function objectEditEffects<Came extends Action>({
  kind,
  address,
  opened,
  came,
  view,
  again,
}: {
  readonly kind: SetupObjectKind;
  /** Where its screens are: "/breaks". */
  readonly address: string;
  readonly opened: Maker<Action & { readonly id: string }>;
  readonly came: Maker<Came>;
  /** What has come with an action. */
  readonly view: (action: Came) => ObjectView<object>;
  /** Asks for an object once more. */
  readonly again: (id: string) => Action;
}) {
  return {
    begin: createEffect(
      (actions$ = inject(Actions)) =>
        actions$.pipe(
          madeBy(opened),
          map(({ id }) => objectEditsActions.opened({ scope: `${kind} ${id}` })),
        ),
      { functional: true },
    ),

    seen: createEffect(
      (actions$ = inject(Actions)) =>
        actions$.pipe(
          madeBy(came),
          map((action) => {
            const { id, draft } = view(action);
            return objectEditsActions.seen({ revisions: { [id]: draft?.revision ?? 0 } });
          }),
        ),
      { functional: true },
    ),

    /** What stands there after somebody else's edit was taken is asked of the server. */
    again: createEffect(
      (actions$ = inject(Actions)) =>
        actions$.pipe(
          ofType(objectEditsActions.serverVersionTaken),
          filter(({ edit }) => edit.object.kind === kind),
          map(({ edit }) => again(edit.object.key)),
        ),
      { functional: true },
    ),

    /** What is saved for the first time has an address of its own from then on. */
    settle: createEffect(
      (actions$ = inject(Actions), router = inject(Router)) =>
        actions$.pipe(
          ofType(objectEditsActions.saved),
          filter(({ edit: { object } }) => router.url.startsWith(`${address}/${object.key}?`)),
          tap(({ edit: { object } }) => {
            void router.navigate([address, object.key], { replaceUrl: true });
          }),
        ),
      { functional: true, dispatch: false },
    ),
  };
}

/** An object on its screen; one that nobody has yet may begin as a copy of another. */
export interface OpenedObject<Content> extends ObjectView<Content> {
  readonly copied: Content | null;
}

/** Asks for an object, or begins one that nobody has yet, as a copy of another where one is named. */
export function openObject<Content extends object>(
  {
    id,
    isNew,
    like,
  }: { readonly id: string; readonly isNew: boolean; readonly like: string | null },
  {
    one,
    copyOf,
    came,
    failed,
  }: {
    readonly one: (id: string) => Observable<ObjectView<Content>>;
    readonly copyOf: (view: ObjectView<Content>) => Content | null;
    readonly came: (opened: OpenedObject<Content>) => Action;
    readonly failed: (problem: ProblemDetails) => Action;
  },
): Observable<Action> {
  if (!isNew) return mapResponse(one(id), (found) => came({ ...found, copied: null }), failed);
  const fresh = { id, published: null, draft: null };
  return like === null
    ? of(came({ ...fresh, copied: null }))
    : mapResponse(one(like), (found) => came({ ...fresh, copied: copyOf(found) }), failed);
}

/** The same for each that is opened, the latest alone. */
export function openEffect<Content extends object, Api>(
  opened: Maker<
    Action & { readonly id: string; readonly isNew: boolean; readonly like: string | null }
  >,
  api: () => Api,
  how: (api: Api) => Parameters<typeof openObject<Content>>[1],
) {
  return createEffect(
    (actions$ = inject(Actions), found = api()) =>
      actions$.pipe(
        madeBy(opened),
        switchMap((asked) => openObject(asked, how(found))),
      ),
    { functional: true },
  );
}
