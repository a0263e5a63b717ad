import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { levelContentSchema, type LevelContent } from '@honest-ledger/contracts';
import { levelSentence } from '@honest-ledger/wording';
import { isReadable } from './object-sheet';
import { ReadBack } from './read-back';
import { namesOfThings } from '../../shared/reference/names';
import { unbroken, writer } from '../../shared/numbers/numbers';

/** A level read back as one sentence, made from its data. */
@Component({
  selector: 'hl-level-sentence',
  imports: [ReadBack],
  template: '<hl-read-back [sentence]="sentence()" />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelSentence {
  readonly level = input.required<LevelContent>();

  private readonly names = namesOfThings();
  protected readonly sentence = computed(() =>
    isReadable(levelContentSchema, this.level())
      ? unbroken(levelSentence(this.level(), this.names(), writer))
      : null,
  );
}
