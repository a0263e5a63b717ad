import type { ProblemDetails } from '@honest-ledger/contracts';
import { catchError, map, of, type Observable } from 'rxjs';
import { problemOf } from './problems';

/**
 * What the server says to a request, as an action; why it says nothing, or no, as another.
 * @param came makes the action of what was asked for
 * @param failed makes the action of the problem
 */
export function mapResponse<T, Came, Failed>(
  request: Observable<T>,
  came: (value: T) => Came,
  failed: (problem: ProblemDetails) => Failed,
): Observable<Came | Failed> {
  return request.pipe(
    map(came),
    catchError((error: unknown) => of(failed(problemOf(error)))),
  );
}
