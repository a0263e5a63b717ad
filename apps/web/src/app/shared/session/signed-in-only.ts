import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map, take } from 'rxjs';
import { sessionActions, sessionFeature } from './session.feature';

/** Lets a signed-in user in, asking the server once; anybody else goes to the sign-in page. */
export const signedInOnly: CanActivateFn = (_route, { url }) => {
  const [store, router] = [inject(Store), inject(Router)];
  if (store.selectSignal(sessionFeature.selectUser)() === undefined) {
    store.dispatch(sessionActions.asked());
  }
  return store.select(sessionFeature.selectUser).pipe(
    filter((user) => user !== undefined),
    take(1),
    map((user) =>
      user ? true : router.createUrlTree(['/sign-in'], { queryParams: { back: url } }),
    ),
  );
};
