import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatBadge } from '@angular/material/badge';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import {
  MatListItem,
  MatListItemIcon,
  MatListItemMeta,
  MatListItemTitle,
  MatNavList,
} from '@angular/material/list';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatTooltip } from '@angular/material/tooltip';
import { NavigationEnd, Router, RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { OutboxStorage } from '../editing/outbox/outbox-storage';
import { sessionActions, sessionFeature } from '../shared/session/session.feature';
import { Appearance } from '../shared/look/appearance';
import { Question, type Asked } from '../shared/dialogs/question';
import { Wordmark } from '../shared/look/wordmark';
import { navigationFor, screenAt, type NavigationGroup, type NavigationItem } from './navigation';
import { NavigationState } from './navigation-state';
import { WaitingCounts } from './waiting-counts';

const SIGN_OUT: Asked = {
  title: 'Discard the edits that are not saved?',
  detail: 'They are lost when you sign out. This cannot be undone.',
  yes: 'Discard and sign out',
};

/** The ways to all screens, with what waits on them, and what belongs to who is signed in. */
@Component({
  selector: 'hl-navigation-rail',
  imports: [
    MatBadge,
    MatButton,
    MatIcon,
    MatIconButton,
    MatListItem,
    MatListItemIcon,
    MatListItemMeta,
    MatListItemTitle,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatNavList,
    MatTooltip,
    RouterLink,
    RouterLinkActive,
    Wordmark,
  ],
  templateUrl: './navigation-rail.html',
  styleUrl: './navigation-rail.scss',
  host: { '[class.folded]': 'folded()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NavigationRail {
  /** Whether it may be folded to icons: a drawer is not. */
  readonly mayFold = input(true);
  readonly finding = output();
  readonly keysAsked = output();
  /** Somebody went to a screen. */
  readonly left = output();

  private readonly store = inject(Store);
  private readonly unsent = inject(OutboxStorage);
  private readonly question = inject(Question);
  private readonly waiting = inject(WaitingCounts);
  private readonly router = inject(Router);
  protected readonly state = inject(NavigationState);
  protected readonly appearance = inject(Appearance);
  protected readonly user = this.store.selectSignal(sessionFeature.selectUser);
  protected readonly groups = computed(() => navigationFor(this.user()?.role));
  protected readonly folded = computed(() => this.mayFold() && this.state.folded());
  private readonly address = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  protected readonly current = computed(() => screenAt(this.address()));

  protected count({ waits }: NavigationItem): number {
    return waits === undefined ? 0 : this.waiting.counts()[waits];
  }

  protected countOf({ items }: NavigationGroup): number {
    return items.reduce((sum, item) => sum + this.count(item), 0);
  }

  /** Whoever signs out leaves nothing behind on this device. */
  protected async signOut(): Promise<void> {
    if (this.unsent.holdsAny() && !(await this.question.ask(SIGN_OUT))) return;
    this.unsent.clear();
    this.store.dispatch(sessionActions.signOut());
  }
}
