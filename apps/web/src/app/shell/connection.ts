import { inject, Injectable, signal } from '@angular/core';
import { NavigationError, Router } from '@angular/router';
import { exhaustMap, filter, from, switchMap, takeWhile, tap, timer, type Observable } from 'rxjs';
import { PAUSES } from '../shared/requests/pauses';

/** What a browser says where the code of a screen cannot be fetched. */
const NOT_FETCHED = /dynamically imported module|importing a module|Loading chunk|Failed to fetch/i;

/**
 * Knows that a screen could not be loaded for want of a connection, and goes there as soon as the
 * server answers again.
 */
@Injectable({ providedIn: 'root' })
export class Connection {
  private readonly router = inject(Router);
  /** The address that could not be loaded; null while all is well. */
  readonly awaited = signal<string | null>(null);

  /** Tries again for as long as somebody listens. */
  follow(): Observable<void> {
    return this.router.events.pipe(
      filter((event) => event instanceof NavigationError),
      filter(({ error }) => NOT_FETCHED.test(String(error))),
      tap(({ url }) => {
        this.awaited.set(url);
      }),
      switchMap(({ url }) =>
        timer(PAUSES.reconnect, PAUSES.reconnect).pipe(
          exhaustMap(() => from(this.isThere())),
          takeWhile((there) => !there, true),
          filter((there) => there),
          exhaustMap(() => from(this.goTo(url))),
        ),
      ),
    );
  }

  /** Tries at once. */
  async tryNow(): Promise<void> {
    const url = this.awaited();
    if (url !== null && (await this.isThere())) await this.goTo(url);
  }

  private async goTo(url: string): Promise<void> {
    const went = await this.router.navigateByUrl(url).catch(() => false);
    // a browser may remember that the code was not there: only a new page forgets it
    if (went) this.awaited.set(null);
    else location.assign(url);
  }

  private async isThere(): Promise<boolean> {
    try {
      return (await fetch('/healthz', { cache: 'no-store' })).ok;
    } catch {
      return false;
    }
  }
}
