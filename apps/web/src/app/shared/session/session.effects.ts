import { DOCUMENT, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, tap } from 'rxjs';
import { mapResponse } from '../requests/map-response';
import { SessionApi } from './session.api';
import { sessionActions } from './session.feature';

export const sessionEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(SessionApi)) =>
      actions$.pipe(
        ofType(sessionActions.asked),
        exhaustMap(() =>
          api.read().pipe(
            map(({ user, demo }) => sessionActions.known({ user, demo })),
            catchError(() => of(sessionActions.known({ user: null, demo: [] }))),
          ),
        ),
      ),
    { functional: true },
  ),

  signIn: createEffect(
    (actions$ = inject(Actions), api = inject(SessionApi)) =>
      actions$.pipe(
        ofType(sessionActions.signIn),
        exhaustMap(({ body, back }) =>
          mapResponse(
            api.signIn(body),
            ({ user }) => (user ? sessionActions.signedIn({ user, back }) : sessionActions.ended()),
            (problem) => sessionActions.refused({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  goOn: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(sessionActions.signedIn),
        tap(({ back }) => void router.navigateByUrl(back)),
      ),
    { functional: true, dispatch: false },
  ),

  signOut: createEffect(
    (actions$ = inject(Actions), api = inject(SessionApi)) =>
      actions$.pipe(
        ofType(sessionActions.signOut),
        exhaustMap(() =>
          api.signOut().pipe(
            map(() => sessionActions.signedOut()),
            catchError(() => of(sessionActions.signedOut())),
          ),
        ),
      ),
    { functional: true },
  ),

  /** A fresh page: nothing of what the user saw stays in its memory. */
  forget: createEffect(
    (actions$ = inject(Actions), document = inject(DOCUMENT)) =>
      actions$.pipe(
        ofType(sessionActions.signedOut),
        tap(() => {
          document.location.assign('/sign-in');
        }),
      ),
    { functional: true, dispatch: false },
  ),

  /** Back to the sign-in page, which remembers where to go on. */
  leave: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(sessionActions.ended),
        tap(() => {
          const back = router.url.startsWith('/sign-in') ? '/' : router.url;
          void router.navigate(['/sign-in'], { queryParams: { back } });
        }),
      ),
    { functional: true, dispatch: false },
  ),
};
