import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { reasonSentence } from '@honest-ledger/wording';
import { namesOfThings } from '../../../shared/reference/names';
import { unbroken, writer } from '../../../shared/numbers/numbers';
import type { LapsedRule } from '../state/lapsed-rules';

/** The rules that ceased to hold, each with the reason, until somebody has seen it. */
@Component({
  selector: 'hl-lapsed-notice',
  imports: [MatButton],
  template: `
    <div class="notice" role="status">
      @for (rule of said(); track rule.id) {
        <p>{{ rule.sentence }}</p>
      }
      <button type="button" matButton="outlined" (click)="seen.emit()">All right</button>
    </div>
  `,
  styles: `
    .notice {
      margin: 12px 18px;
    }
    button {
      margin: 6px 10px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LapsedNotice {
  readonly rules = input.required<readonly LapsedRule[]>();
  readonly seen = output();

  private readonly names = namesOfThings();
  protected readonly said = computed(() => {
    const names = this.names();
    return this.rules().map(({ id, name, reasons }) => {
      const why = reasons.map((reason) => reasonSentence(reason, names, writer)).join('; ');
      const because = why === '' ? 'nothing here is for it' : why;
      return { id, sentence: unbroken(`${name} applies no more: ${because}.`) };
    });
  });
}
