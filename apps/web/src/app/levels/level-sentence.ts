import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { LevelContent } from '@honest-ledger/contracts';
import { levelSentence } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { goodsNames } from '../catalogue/goods-names';
import { writeNumber } from '../shared/numbers';

/** A level read back as one sentence, made from its data. */
@Component({
  selector: 'hl-level-sentence',
  template: '<p class="sentence">{{ sentence() }}</p>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelSentence {
  readonly level = input.required<LevelContent>();

  private readonly names = goodsNames(inject(Store));
  protected readonly sentence = computed(() =>
    levelSentence(this.level(), this.names(), writeNumber),
  );
}
