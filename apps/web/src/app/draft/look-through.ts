import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { DraftView } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { LevelSentence } from '../levels/level-sentence';
import { Notice } from '../shared/notice';
import { draftActions, draftFeature } from './draft.feature';
import { LargestMoves } from './largest-moves';
import { movesSentence } from './moves';

/** All that the draft would change, and what it does to prices; published from here and nowhere else. */
@Component({
  selector: 'hl-look-through',
  imports: [FormsModule, RouterLink, LargestMoves, LevelSentence, Notice],
  templateUrl: './look-through.html',
  styleUrl: './look-through.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookThrough {
  private readonly store = inject(Store);
  protected readonly answer = this.store.selectSignal(draftFeature.selectAnswer);
  protected readonly draft = this.store.selectSignal(draftFeature.selectDraft);
  protected readonly currency = this.store.selectSignal(draftFeature.selectCurrency);
  protected readonly publishing = this.store.selectSignal(draftFeature.selectPublishing);
  protected readonly problem = this.store.selectSignal(draftFeature.selectProblem);
  protected readonly note = signal('');
  protected readonly movesSentence = movesSentence;

  constructor() {
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(draftActions.asked());
  }

  protected discard(level: string): void {
    this.store.dispatch(draftActions.discardLevel({ level }));
  }

  protected publish(draft: DraftView): void {
    this.store.dispatch(draftActions.publish({ draft, note: this.note().trim() }));
  }
}
