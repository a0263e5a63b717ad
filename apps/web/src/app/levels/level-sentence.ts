import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LevelContent } from '@honest-ledger/contracts';
import { levelSentence } from '@honest-ledger/engine';
import { namesOfThings } from '../reference/names';
import { unbroken, writer } from '../shared/numbers';

/** A level read back as one sentence, made from its data. */
@Component({
  selector: 'hl-level-sentence',
  template: '<p class="sentence">{{ sentence() }}</p>',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelSentence {
  readonly level = input.required<LevelContent>();

  private readonly names = namesOfThings();
  protected readonly sentence = computed(() =>
    unbroken(levelSentence(this.level(), this.names(), writer)),
  );
}
