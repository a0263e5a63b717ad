import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { BreakContent } from '@honest-ledger/contracts';
import { BREAK_COUNTS, type BreakCount, type BreakMeasure } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { referenceFeature } from '../reference/reference.feature';
import { measuredBy } from './break-edits';

const COUNTS: Readonly<Record<BreakCount, string>> = {
  line: 'on each line',
  item: 'over all lines of an item',
  goods: 'over all these goods together',
  document: 'over the whole document',
};

const MEASURES: readonly (readonly [BreakMeasure['kind'], string])[] = [
  ['quantity', 'the quantity'],
  ['amount', 'what is spent'],
  ['term', 'the term'],
];

/** How a break counts, which units its tiers price, and what they are reckoned on. */
@Component({
  selector: 'hl-break-ways',
  template: `
    <div class="line">
      <span>Counts</span>
      <select class="cell" aria-label="What is counted" (change)="measure($event)">
        @for (one of measures; track one[0]) {
          <option [value]="one[0]" [selected]="one[0] === content().measure.kind">
            {{ one[1] }}
          </option>
        }
      </select>
      @if (content().measure.kind === 'quantity') {
        <span>in</span>
        <input
          class="cell unit"
          aria-label="Unit that is counted"
          placeholder="base units"
          maxlength="20"
          autocomplete="off"
          [value]="unit()"
          (change)="setUnit($event)"
        />
      }
      <select
        class="cell"
        aria-label="Over what is counted"
        [disabled]="content().measure.kind === 'term'"
        (change)="count($event)"
      >
        @for (one of counts; track one) {
          <option [value]="one" [selected]="one === content().count">{{ countWords[one] }}</option>
        }
      </select>
      <span>; the tier reached prices</span>
      <select
        class="cell"
        aria-label="Which units a tier prices"
        [disabled]="content().measure.kind !== 'quantity'"
        (change)="mode($event)"
      >
        <option value="allUnits" [selected]="content().mode === 'allUnits'">every unit</option>
        <option value="incremental" [selected]="content().mode === 'incremental'">
          its own units, each tier by itself
        </option>
      </select>
    </div>
    <div class="line">
      <span>Reckoned on</span>
      <select class="cell" aria-label="What tiers are reckoned on" (change)="basis($event)">
        <option value="afterLevel" [selected]="content().basis.kind === 'afterLevel'">
          the price after the level
        </option>
        <option value="basePrice" [selected]="content().basis.kind === 'basePrice'">
          the base price
        </option>
        @for (kind of costKinds(); track kind.code) {
          <option [value]="'cost ' + kind.code" [selected]="kind.code === cost()">
            the {{ kind.name }} cost
          </option>
        }
      </select>
      <label>
        <input type="checkbox" [checked]="content().always" (change)="always($event)" />
        also where the price is not lower
      </label>
      @for (path of ['mode', 'measure', 'basis', 'count', '']; track path) {
        @if (problems().get(path); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 8px;
      padding: 2px 0;
    }
    .unit {
      width: 92px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakWays {
  readonly content = input.required<BreakContent>();
  /** What is wrong with the break, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<BreakContent>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly costKinds = computed(() => this.reference().goods.costKinds);
  protected readonly counts = BREAK_COUNTS;
  protected readonly countWords = COUNTS;
  protected readonly measures = MEASURES;
  protected readonly unit = computed(() => {
    const { measure } = this.content();
    return measure.kind === 'quantity' ? (measure.unit ?? '') : '';
  });
  protected readonly cost = computed(() => {
    const { basis } = this.content();
    return basis.kind === 'cost' ? basis.cost : null;
  });

  private set(part: Partial<BreakContent>): void {
    this.changed.emit({ ...this.content(), ...part });
  }

  protected measure(event: Event): void {
    const kind = MEASURES.find(([one]) => one === chosen(event))?.[0];
    if (!kind) return;
    const measure = kind === 'quantity' ? { kind, unit: null } : { kind };
    this.changed.emit(measuredBy(this.content(), measure));
  }

  protected setUnit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set({ measure: { kind: 'quantity', unit: unit === '' ? null : unit } });
  }

  protected count(event: Event): void {
    const count = BREAK_COUNTS.find((one) => one === chosen(event));
    if (count) this.set({ count });
  }

  protected mode(event: Event): void {
    this.set({ mode: chosen(event) === 'incremental' ? 'incremental' : 'allUnits' });
  }

  protected basis(event: Event): void {
    const [kind, cost] = chosen(event).split(' ');
    if (kind === 'cost' && cost !== undefined) this.set({ basis: { kind, cost } });
    else if (kind === 'basePrice' || kind === 'afterLevel') this.set({ basis: { kind } });
  }

  protected always({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.set({ always: target.checked });
  }
}

function chosen({ target }: Event): string {
  return target instanceof HTMLSelectElement ? target.value : '';
}
