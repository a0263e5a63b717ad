import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { writeInstant } from '../shared/numbers/dates';
import { draftFeature } from '../editing/draft/draft.feature';

/** At the foot of the sheet while a draft has edits: what it would do, and the way to publish it. */
@Component({
  selector: 'hl-draft-bar',
  imports: [MatButton, RouterLink],
  template: `
    @if (filled(); as draft) {
      <aside aria-label="Draft">
        <strong>{{ draft.name }}</strong>
        @if (others() > 0) {
          <span class="quieter">and {{ others() }} more open</span>
        }
        <span>{{ draft.total }} {{ draft.total === 1 ? 'edit' : 'edits' }}</span>
        <span class="quieter"
          >{{ draft.moved }} {{ draft.moved === 1 ? 'price changes' : 'prices change' }}</span
        >
        @if (draft.uncounted > 0) {
          <span class="quieter"
            >{{ draft.uncounted }} {{ draft.uncounted === 1 ? 'edit' : 'edits' }} not counted in
            prices</span
          >
        }
        <span class="quieter">
          @if (draft.waits; as waits) {
            scheduled for {{ instant(waits.until) }}
          } @else {
            not published yet
          }
        </span>
        <a matButton="filled" routerLink="/draft">Review and publish…</a>
      </aside>
    }
  `,
  styleUrl: './draft-bar.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DraftBar {
  private readonly store = inject(Store);
  private readonly draft = this.store.selectSignal(draftFeature.selectDraft);
  private readonly drafts = this.store.selectSignal(draftFeature.selectDrafts);
  protected readonly filled = computed(() => {
    const draft = this.draft();
    return draft && draft.total > 0 ? draft : null;
  });
  protected readonly others = computed(() => this.drafts().length - 1);
  protected readonly instant = writeInstant;
}
