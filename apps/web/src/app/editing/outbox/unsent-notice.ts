import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Question } from '../../shared/dialogs/question';
import { outboxActions, outboxFeature } from './outbox.feature';
import { OutboxStorage } from './outbox-storage';

/** Names the edits that the server does not have though their screens were left, and says why. */
@Component({
  selector: 'hl-unsent-notice',
  imports: [MatButton, RouterLink],
  template: `
    @for (edit of unsent(); track edit.id) {
      <p role="alert">
        <strong>{{ edit.name }}: an edit is not saved.</strong>
        {{ edit.reason }}
        <a [routerLink]="edit.path" [queryParams]="edit.query">Open it</a>
        <button type="button" matButton (click)="discard(edit.id, edit.name)">Discard edit</button>
      </p>
    }
  `,
  styles: `
    p {
      margin: 0;
      padding: 6px 24px;
      border-bottom: 1px solid var(--hairline);
      background: var(--attention-ground);
    }
    a,
    button {
      margin-left: 10px;
    }
  `,
  host: { '(window:beforeunload)': 'warn($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UnsentNotice {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly storage = inject(OutboxStorage);
  private readonly question = inject(Question);
  private readonly all = this.store.selectSignal(outboxFeature.selectUnsent);
  protected readonly unsent = computed(() =>
    this.all().map(({ id, name, address, state, problem }) => {
      const { queryParams } = this.router.parseUrl(address);
      const again = state === 'refused' ? '' : ' It is sent again until it is.';
      return {
        id,
        name,
        path: address.split('?', 1)[0],
        query: queryParams,
        reason: `${problem?.detail ?? ''}${again}`,
      };
    }),
  );

  protected async discard(id: string, name: string): Promise<void> {
    const title = `Discard the edit of ${name}?`;
    const detail = 'It was never saved. This cannot be undone.';
    if (!(await this.question.ask({ title, detail, yes: 'Discard' }))) return;
    this.store.dispatch(outboxActions.thrownAway({ id }));
  }

  /** What is not saved is kept on this device, but nobody sends it while no page is open. */
  protected warn(event: BeforeUnloadEvent): void {
    if (this.storage.holdsAny()) event.preventDefault();
  }
}
