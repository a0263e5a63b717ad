import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { namesFromFacts } from '@honest-ledger/contracts';
import { notAppliedWording, problemSentence, stepWording } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { Amount, mostDigits } from '../shared/amount';
import { writeNumber } from '../shared/numbers';
import { workingsActions, workingsFeature, type ExplainedPrice } from './workings.feature';

/**
 * How the price under the cursor came about: a running column from start to end, then what was
 * considered and did not apply. It follows the focus on whatever screen has computed prices.
 */
@Component({
  selector: 'hl-workings-strip',
  imports: [Amount],
  templateUrl: './workings-strip.html',
  styleUrl: './workings-strip.scss',
  host: { '[class.open]': 'shown()', '[class.wide]': 'wide()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkingsStrip {
  private readonly store = inject(Store);
  protected readonly open = this.store.selectSignal(workingsFeature.selectOpen);
  protected readonly wide = this.store.selectSignal(workingsFeature.selectWide);
  protected readonly price = this.store.selectSignal(workingsFeature.selectPrice);
  protected readonly shown = computed(() => this.price() !== null && this.open());
  protected readonly column = computed(() => {
    const price = this.price();
    return price && this.shown() ? explain(price) : null;
  });
  protected readonly write = writeNumber;

  protected toggle(): void {
    this.store.dispatch(workingsActions.toggled());
  }

  protected changeWidth(): void {
    this.store.dispatch(workingsActions.widthChanged());
  }
}

/** What the strip shows of a price. */
function explain({ line, item }: ExplainedPrice) {
  const names = namesFromFacts({ items: [item] });
  if (line.kind === 'unpriced') {
    return {
      problem: problemSentence(line.problem, writeNumber),
      slices: [],
      notApplied: [],
      more: 0,
    };
  }
  const slices = line.slices.map((slice) => ({
    ...slice,
    digits: mostDigits([
      slice.unitPrice,
      ...slice.steps.flatMap((step) => [step.change, step.after]),
    ]),
    steps: slice.steps.map(({ source, before, change, after }) => ({
      ...stepWording(source, names, writeNumber),
      change: before === null ? null : change,
      lowers: change.startsWith('-'),
      after,
    })),
  }));
  return {
    problem: null,
    slices,
    notApplied: line.notApplied.map((one) => notAppliedWording(one, names, writeNumber)),
    more: line.notAppliedMore,
  };
}
