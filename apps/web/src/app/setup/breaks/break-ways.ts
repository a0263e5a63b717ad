import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import type { BreakContent } from '@honest-ledger/contracts';
import { BREAK_COUNTS, type BreakCount, type BreakMeasure } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { measuredBy } from './break-edits';
import { ChoiceField, type Choice } from '../../shared/fields/choice-field';

const COUNTS: Readonly<Record<BreakCount, string>> = {
  line: 'per line',
  item: 'per item',
  goods: 'across covered items',
  document: 'across document',
};

const MEASURES: readonly (readonly [BreakMeasure['kind'], string])[] = [
  ['quantity', 'Quantity'],
  ['amount', 'Spend'],
  ['term', 'Term'],
];

const MODES: readonly Choice[] = [
  ['allUnits', 'All units'],
  ['incremental', 'Incremental'],
];

/** How a break counts, which units its tiers price, and what they are reckoned on. */
@Component({
  selector: 'hl-break-ways',
  imports: [ChoiceField, MatCheckbox, MatFormField, MatInput, MatLabel],
  template: `
    <div class="line">
      <hl-choice
        label="Measured by"
        [code]="content().measure.kind"
        [options]="measures"
        (chosen)="measure($event)"
      />
      @if (content().measure.kind === 'quantity') {
        <mat-form-field class="unit"
          ><mat-label>Unit that is counted</mat-label
          ><input
            matInput
            placeholder="base units"
            maxlength="20"
            autocomplete="off"
            [value]="unit()"
            (change)="setUnit($event)"
        /></mat-form-field>
      }
      <hl-choice
        label="Counting"
        [code]="content().count"
        [options]="counts"
        [disabled]="content().measure.kind === 'term'"
        (chosen)="count($event)"
      />
      <hl-choice
        label="Units priced"
        [code]="content().mode"
        [options]="modes"
        [disabled]="content().measure.kind !== 'quantity'"
        (chosen)="mode($event)"
      />
    </div>
    <div class="line">
      <hl-choice
        label="Based on"
        [code]="basisCode()"
        [options]="bases()"
        (chosen)="basis($event)"
      />
      <mat-checkbox [checked]="content().always" (change)="always($event.checked)"
        >Even if higher</mat-checkbox
      >
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
  protected readonly counts = BREAK_COUNTS.map((count) => [count, COUNTS[count]] as const);
  protected readonly modes = MODES;
  protected readonly measures = MEASURES;
  protected readonly unit = computed(() => {
    const { measure } = this.content();
    return measure.kind === 'quantity' ? (measure.unit ?? '') : '';
  });
  protected readonly basisCode = computed(() => {
    const { basis } = this.content();
    return basis.kind === 'cost' ? `cost ${basis.cost}` : basis.kind;
  });
  protected readonly bases = computed((): Choice[] => [
    ['afterLevel', 'Price after the price level'],
    ['basePrice', 'Base price'],
    ...this.reference().goods.costKinds.map(({ code, name }): Choice => [
      `cost ${code}`,
      `${name} cost`,
    ]),
  ]);

  private set(part: Partial<BreakContent>): void {
    this.changed.emit({ ...this.content(), ...part });
  }

  protected measure(typed: string): void {
    const kind = MEASURES.find(([one]) => one === typed)?.[0];
    if (!kind) return;
    const measure = kind === 'quantity' ? { kind, unit: null } : { kind };
    this.changed.emit(measuredBy(this.content(), measure));
  }

  protected setUnit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set({ measure: { kind: 'quantity', unit: unit === '' ? null : unit } });
  }

  protected count(typed: string): void {
    const count = BREAK_COUNTS.find((one) => one === typed);
    if (count) this.set({ count });
  }

  protected mode(typed: string): void {
    this.set({ mode: typed === 'incremental' ? 'incremental' : 'allUnits' });
  }

  protected basis(typed: string): void {
    const [kind, cost] = typed.split(' ');
    if (kind === 'cost' && cost !== undefined) this.set({ basis: { kind, cost } });
    else if (kind === 'basePrice' || kind === 'afterLevel') this.set({ basis: { kind } });
  }

  protected always(checked: boolean): void {
    this.set({ always: checked });
  }
}
