import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { draftFeature } from './draft.feature';
import { movedPrices } from './moves';

/** At the foot of the sheet while a draft has edits: what it would do, and the way to publish it. */
@Component({
  selector: 'hl-draft-bar',
  imports: [RouterLink],
  template: `
    @if (draft(); as draft) {
      <aside aria-label="Draft">
        <strong>Draft</strong>
        <span>{{ draft.edits.length }} {{ draft.edits.length === 1 ? 'edit' : 'edits' }}</span>
        <span class="quieter"
          >{{ moved() }} {{ moved() === 1 ? 'price moves' : 'prices move' }}</span
        >
        <span class="quieter">no quote sees it before it is published</span>
        <a routerLink="/draft">Look through and publish…</a>
      </aside>
    }
  `,
  styleUrl: './draft-bar.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DraftBar {
  protected readonly draft = inject(Store).selectSignal(draftFeature.selectDraft);
  protected readonly moved = computed(() =>
    (this.draft()?.edits ?? []).reduce((sum, { moves }) => sum + movedPrices(moves), 0),
  );
}
