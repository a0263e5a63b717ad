import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { retry, throwError, timer, type Observable } from 'rxjs';

const TIMES = 3;

/** Sends again what the server had no time for, when it says that a later try may go well: nothing was done. */
export const busyServer: HttpInterceptorFn = (request, next) =>
  next(request).pipe(retry({ count: TIMES, delay: (error: unknown) => later(error) }));

function later(error: unknown): Observable<unknown> {
  const isBusy = error instanceof HttpErrorResponse && error.status === 503;
  const seconds = isBusy ? Number(error.headers.get('retry-after') ?? NaN) : NaN;
  return Number.isFinite(seconds) ? timer(seconds * 1000) : throwError(() => error);
}
