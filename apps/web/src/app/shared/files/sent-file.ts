import { HttpEventType, type HttpEvent } from '@angular/common/http';
import type { ProblemDetails } from '@honest-ledger/contracts';
import { catchError, exhaustMap, filter, map, of, takeWhile, timer, type Observable } from 'rxjs';
import { problemOf } from '../requests/problems';
import { PAUSES } from '../requests/pauses';

/**
 * A file on its way to the server, as actions.
 * @param onItsWay makes the action of how much of it is there, from 0 to 1
 * @param sent makes the action of what the server has made of it
 * @param notSent makes the action of why it has not come
 */
export function sending<T, OnItsWay, Sent, NotSent>(
  events: Observable<HttpEvent<T>>,
  onItsWay: (part: number) => OnItsWay,
  sent: (value: T) => Sent,
  notSent: (problem: ProblemDetails) => NotSent,
): Observable<OnItsWay | Sent | NotSent> {
  return events.pipe(
    map((event) => {
      if (event.type === HttpEventType.Response && event.body) return sent(event.body);
      return event.type === HttpEventType.UploadProgress && event.total
        ? onItsWay(event.loaded / event.total)
        : null;
    }),
    filter((action) => action !== null),
    catchError((error: unknown) => of(notSent(problemOf(error)))),
  );
}

/** Something as it is, again and again until the server has nothing more to do with it. */
export function watching<T>(
  ask: () => Observable<T>,
  isWorkedOn: (value: T) => boolean,
): Observable<T> {
  return timer(0, PAUSES.progress).pipe(exhaustMap(ask), takeWhile(isWorkedOn, true));
}
