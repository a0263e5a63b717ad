import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { RuleByHand } from '@honest-ledger/engine';
import { withChoice, type RuleChoice } from './rule-choices';

/** Rules that somebody may put on or take off, of a line or of the document. */
@Component({
  selector: 'hl-rule-choice-list',
  imports: [MatButton],
  template: `
    @for (row of rows(); track row.rule) {
      <span class="rule" [class.attention]="row.chosen === 'on' && !row.applied">
        {{ row.chosen === 'on' && !row.applied ? '△ ' : '' }}<strong>{{ row.name }}</strong>
        @if (row.sentence !== '') {
          <span class="soft">{{ row.sentence }}</span>
        }
        <button
          type="button"
          matButton
          [attr.aria-label]="row.act + ' ' + row.name + where()"
          (click)="choose(row)"
        >
          {{ row.act }}
        </button>
      </span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 2px;
    }
    .rule {
      display: inline-flex;
      align-items: baseline;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleChoiceList {
  readonly choices = input.required<readonly RuleChoice[]>();
  readonly byHand = input.required<readonly RuleByHand[]>();
  /** The line's id, and what tells it from others; null and empty for the document. */
  readonly line = input<string | null>(null);
  readonly where = input('');
  readonly changed = output<readonly RuleByHand[]>();

  protected readonly rows = computed(() =>
    this.choices().map((one) => ({ ...one, act: actOf(one) })),
  );

  /** A word that was said is taken back; else one that is applied is taken off, another put on. */
  protected choose({ rule, applied, chosen }: RuleChoice): void {
    const is = chosen === null ? (applied ? 'off' : 'on') : null;
    this.changed.emit(withChoice(this.byHand(), rule, this.line(), is));
  }
}

function actOf({ applied, chosen }: RuleChoice): string {
  if (chosen === 'off') return 'Include';
  return chosen === 'on' || applied ? 'Exclude rule' : 'Apply rule';
}
