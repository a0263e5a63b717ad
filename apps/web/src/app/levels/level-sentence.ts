import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LevelContent } from '@honest-ledger/contracts';
import { levelSentence } from '@honest-ledger/engine';
import { goodsNames } from '../catalogue/goods-names';
import { unbroken, writeNumber } from '../shared/numbers';

/** A level read back as one sentence, made from its data. */
@Component({
  selector: 'hl-level-sentence',
  template: '<p class="sentence">{{ sentence() }}</p>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelSentence {
  readonly level = input.required<LevelContent>();

  private readonly names = goodsNames();
  protected readonly sentence = computed(() =>
    unbroken(levelSentence(this.level(), this.names(), writeNumber)),
  );
}
