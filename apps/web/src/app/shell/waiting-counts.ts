import { HttpClient } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';
import type { WaitingCounts as Counts } from '@honest-ledger/contracts';
import { catchError, EMPTY, exhaustMap, filter, merge, startWith, throttleTime, timer } from 'rxjs';
import type { Observable } from 'rxjs';
import { PAUSES } from '../shared/requests/pauses';

/** How many decisions wait for whoever is signed in: asked for as screens change, and every minute. */
@Injectable({ providedIn: 'root' })
export class WaitingCounts {
  private readonly http = inject(HttpClient);
  private readonly router = inject(Router);
  readonly counts = signal<Counts>({ approvals: 0, proposedPrices: 0 });

  /** Keeps the counts up to date for as long as somebody listens. */
  follow(): Observable<Counts> {
    const moved$ = this.router.events.pipe(filter((event) => event instanceof NavigationEnd));
    return merge(moved$, timer(PAUSES.counts, PAUSES.counts)).pipe(
      startWith(null),
      throttleTime(PAUSES.search, undefined, { leading: true, trailing: true }),
      exhaustMap(() =>
        // what cannot be asked now is asked again with the next screen
        this.http.get<Counts>('/api/waiting-counts').pipe(catchError(() => EMPTY)),
      ),
    );
  }
}
