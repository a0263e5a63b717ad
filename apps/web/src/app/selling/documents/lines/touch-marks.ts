import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PricedLineForm } from '@honest-ledger/contracts';

/** What one step did to a price. */
type Touch = 'lower' | 'higher' | 'same';

/**
 * Small strokes before a price: one for each step after its start, low where it lowered the price,
 * high where it raised it, a dash where it left it. The workings tell which.
 */
@Component({
  selector: 'hl-touch-marks',
  template: `
    @for (touch of touches(); track $index) {
      <span [class]="touch"></span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 3px;
      height: 13px;
      margin-right: 7px;
      vertical-align: -2px;
    }
    span {
      width: 3px;
      height: 8px;
      background: var(--unmoved);
    }
    .lower {
      align-self: flex-end;
      background: var(--lower);
    }
    .higher {
      align-self: flex-start;
      background: var(--higher);
    }
    .same {
      align-self: center;
      height: 2px;
    }
  `,
  host: { 'aria-hidden': 'true' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TouchMarks {
  readonly line = input.required<PricedLineForm>();

  protected readonly touches = computed((): Touch[] => {
    const line = this.line();
    if (line.kind === 'unpriced') return [];
    const steps = line.slices.at(-1)?.steps.slice(1) ?? [];
    const changes = [
      ...steps.map(({ change }) => change),
      ...[...line.flats, ...line.shares].map(({ amount }) => amount),
    ];
    return changes.map((change) =>
      !/[1-9]/.test(change) ? 'same' : change.startsWith('-') ? 'lower' : 'higher',
    );
  });
}
