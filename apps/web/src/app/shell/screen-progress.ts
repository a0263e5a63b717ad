import { inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  NavigationCancel,
  NavigationEnd,
  NavigationError,
  NavigationSkipped,
  NavigationStart,
  Router,
} from '@angular/router';
import { distinctUntilChanged, filter, map, of, switchMap, timer } from 'rxjs';
import type { Signal } from '@angular/core';
import { PAUSES } from '../shared/requests/pauses';

/** Whether a screen is being loaded, for long enough that somebody notices. */
export function screenProgress(): Signal<boolean> {
  return toSignal(
    inject(Router).events.pipe(
      filter(
        (event) =>
          event instanceof NavigationStart ||
          event instanceof NavigationEnd ||
          event instanceof NavigationCancel ||
          event instanceof NavigationError ||
          event instanceof NavigationSkipped,
      ),
      switchMap((event) =>
        event instanceof NavigationStart ? timer(PAUSES.loading).pipe(map(() => true)) : of(false),
      ),
      distinctUntilChanged(),
    ),
    { initialValue: false },
  );
}
