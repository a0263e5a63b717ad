import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { sessionActions, sessionFeature } from '../session/session.feature';
import { OutboxStorage } from '../outbox/outbox-storage';
import { Appearance } from '../shared/appearance';
import { navigationFor } from './navigation';
import { Wordmark } from '../shared/wordmark';

@Component({
  selector: 'hl-rail',
  imports: [RouterLink, RouterLinkActive, Wordmark],
  templateUrl: './rail.html',
  styleUrl: './rail.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rail {
  readonly finding = output();
  readonly keysAsked = output();

  private readonly store = inject(Store);
  private readonly unsent = inject(OutboxStorage);
  protected readonly appearance = inject(Appearance);
  protected readonly user = this.store.selectSignal(sessionFeature.selectUser);
  protected readonly groups = computed(() => navigationFor(this.user()?.role));

  /** Whoever signs out leaves nothing behind on this device. */
  protected signOut(): void {
    const question = 'You have edits that are not saved. Sign out and discard them?';
    if (this.unsent.holdsAny() && !confirm(question)) return;
    this.unsent.clear();
    this.store.dispatch(sessionActions.signOut());
  }
}
