import { BreakpointObserver } from '@angular/cdk/layout';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatIconButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSidenav, MatSidenavContainer, MatSidenavContent } from '@angular/material/sidenav';
import { MatToolbar } from '@angular/material/toolbar';
import { NavigationStart, Router, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { DraftBar } from './draft-bar';
import { draftActions } from '../editing/draft/draft.feature';
import { UnsentNotice } from '../editing/outbox/unsent-notice';
import { dialog } from '../shared/dialogs/dialogs';
import { Wordmark } from '../shared/look/wordmark';
import { WorkingsStrip } from '../shared/workings/workings-strip';
import { workingsActions } from '../shared/workings/workings.feature';
import { Connection } from './connection';
import { NavigationRail } from './navigation-rail';
import { NavigationState } from './navigation-state';
import { Offline } from './offline';
import { PageFocus } from './page-focus';
import { screenProgress } from './screen-progress';
import { WaitingCounts } from './waiting-counts';

/** Below this width the navigation is a drawer. */
const NARROW = '(max-width: 899.98px)';

/** The navigation at the left, the sheet in the middle, the workings at its right, the draft at its foot. */
@Component({
  selector: 'hl-shell',
  imports: [
    DraftBar,
    MatIcon,
    MatIconButton,
    MatProgressBar,
    MatSidenav,
    MatSidenavContainer,
    MatSidenavContent,
    MatToolbar,
    NavigationRail,
    Offline,
    RouterOutlet,
    UnsentNotice,
    Wordmark,
    WorkingsStrip,
  ],
  templateUrl: './shell.html',
  host: { '(document:keydown)': 'key($event)' },
  styleUrl: './shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  private readonly router = inject(Router);
  private readonly dialogs = inject(MatDialog);
  private readonly navigation = inject(NavigationState);
  protected readonly connection = inject(Connection);
  protected readonly loading = screenProgress();
  protected readonly narrow = toSignal(
    inject(BreakpointObserver)
      .observe(NARROW)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  protected readonly folded = computed(() => !this.narrow() && this.navigation.folded());
  private readonly container = viewChild.required(MatSidenavContainer);

  constructor() {
    const store = inject(Store);
    const waiting = inject(WaitingCounts);
    const injector = inject(Injector);
    store.dispatch(draftActions.asked());
    // A price of a screen that is left explains nothing on the next one.
    this.router.events
      .pipe(
        filter((event) => event instanceof NavigationStart),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        store.dispatch(workingsActions.cleared());
      });
    inject(PageFocus).follow().pipe(takeUntilDestroyed()).subscribe();
    this.connection.follow().pipe(takeUntilDestroyed()).subscribe();
    waiting
      .follow()
      .pipe(takeUntilDestroyed())
      .subscribe((counts) => {
        waiting.counts.set(counts);
      });
    // the sheet begins where the navigation ends, whose width changes as it folds
    effect(() => {
      this.folded();
      afterNextRender(
        () => {
          this.container().updateContentMargins();
        },
        { injector },
      );
    });
  }

  protected key(event: KeyboardEvent): void {
    const { key, target, ctrlKey, metaKey, altKey } = event;
    if ((ctrlKey || metaKey) && key.toLowerCase() === 'k') {
      event.preventDefault(); // a browser's own search would open otherwise
      this.open('finder');
    } else if (key === 'F9') {
      event.preventDefault();
      void this.router.navigate(['/price-desk']);
    } else if (key === '?' && !ctrlKey && !altKey && !isTypedInto(target)) {
      this.open('keys');
    }
  }

  /** Lays the finder or the help over the sheet, whose code comes when it is first asked for. */
  protected open(what: 'finder' | 'keys'): void {
    if (this.dialogs.openDialogs.length > 0) return;
    if (what === 'finder') {
      void import('./finder').then(({ Finder }) => {
        const position = { top: '12vh' };
        this.dialogs.open(Finder, dialog({ width: '560px', position, ariaLabel: 'Find anything' }));
      });
    } else {
      void import('./key-help').then(({ KeyHelp }) => {
        this.dialogs.open(KeyHelp, dialog({ width: '560px', autoFocus: 'dialog' }));
      });
    }
  }
}

function isTypedInto(target: EventTarget | null): boolean {
  return target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;
}
