import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toSignal } from '@angular/core/rxjs-interop';
import type { DiscardedDraft } from '@honest-ledger/contracts';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { DraftApi } from '../../editing/draft/draft.api';
import { draftActions } from '../../editing/draft/draft.feature';

/** The drafts that were discarded, each with the way back. */
@Component({
  selector: 'hl-discarded-drafts',
  imports: [MatButton],
  template: `
    @if (all().length > 0) {
      <section>
        <h2>Discarded drafts</h2>
        @for (draft of all(); track draft.id) {
          <p>
            {{ draft.name }}, {{ edits(draft) }}: discarded {{ instant(draft.discardedAt) }} by
            {{ draft.discardedBy }}.
            <span class="soft">Can be restored until {{ instant(draft.until) }}.</span>
            @if (mayEdit()) {
              <button type="button" matButton (click)="bringBack(draft)">
                Restore {{ draft.name }}
              </button>
            }
          </p>
        }
      </section>
    }
  `,
  styles: `
    section {
      padding: 12px 18px;
    }
    button {
      margin-left: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DiscardedDrafts {
  private readonly store = inject(Store);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly instant = writeInstant;
  private readonly api = inject(DraftApi);
  protected readonly all = toSignal(
    inject(Actions).pipe(
      ofType(draftActions.discarded, draftActions.changed),
      startWith(null),
      // the drafts that are open are on the screen, with what went wrong
      switchMap(() => this.api.discarded().pipe(catchError(() => of([])))),
    ),
    { initialValue: [] as DiscardedDraft[] },
  );

  protected edits({ edits }: DiscardedDraft): string {
    return edits === 1 ? '1 edit' : `${String(edits)} edits`;
  }

  protected bringBack({ id }: DiscardedDraft): void {
    this.store.dispatch(draftActions.bringBack({ id }));
  }
}
