import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { tap } from 'rxjs';
import { sessionActions } from './session.feature';

/** Notices that the server no longer knows the session, on whatever request. */
export const endedSession: HttpInterceptorFn = (request, next) => {
  const store = inject(Store);
  return next(request).pipe(
    tap({
      error: (error: unknown) => {
        const unknown = error instanceof HttpErrorResponse && error.status === 401;
        if (unknown && request.url !== '/api/session') store.dispatch(sessionActions.ended());
      },
    }),
  );
};
