import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { AdjustmentForm } from '@honest-ledger/contracts';
import { FigureField } from '../../shared/fields/figure-field';
import { otherWayWords } from '../../shared/numbers/markup-words';
import { SignedFigure } from './signed-figure';

/** The figures of one adjustment. */
@Component({
  selector: 'hl-adjustment-fields',
  imports: [FigureField, MatFormField, MatInput, MatLabel, SignedFigure],
  template: `
    @let one = adjustment();
    @if (one.kind === 'percent' || one.kind === 'percentAndAmount') {
      <hl-signed-figure
        label="Percent"
        sign="%"
        [value]="one.percent"
        [problem]="problem('percent')"
        (changed)="set({ percent: $event })"
      />
    }
    @if (one.kind === 'amount' || one.kind === 'percentAndAmount') {
      <hl-signed-figure
        label="Amount"
        [sign]="currency()"
        [value]="one.amount"
        [problem]="problem('amount')"
        (changed)="set({ amount: $event })"
      />
    }
    @if (one.kind === 'set') {
      <hl-figure-field
        [unit]="currency()"
        label="Price"
        [value]="one.price"
        [problem]="problem('price')"
        (changed)="set({ price: $event })"
      />
    }
    @if (one.kind === 'multiplier') {
      <hl-figure-field
        unit="times"
        label="Times"
        [value]="one.factor"
        [problem]="problem('factor')"
        (changed)="set({ factor: $event })"
      />
    }
    @if (one.kind === 'markup' || one.kind === 'margin') {
      <hl-figure-field
        unit="%"
        [label]="one.kind === 'markup' ? 'Markup' : 'Margin'"
        [value]="one.percent"
        [problem]="problem('percent')"
        (changed)="set({ percent: $event })"
      />
      <span class="soft">{{ otherWay() }}</span>
    }
    @if ('unit' in one) {
      <mat-form-field class="unit"
        ><mat-label>Per unit</mat-label
        ><input
          matInput
          placeholder="per base unit"
          maxlength="20"
          autocomplete="off"
          [value]="one.unit ?? ''"
          (change)="setUnit($event)"
      /></mat-form-field>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 8px;
    }
    .unit {
      width: 104px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AdjustmentFields {
  readonly adjustment = input.required<AdjustmentForm>();
  readonly currency = input.required<string>();
  /** What is wrong with the level, by path, and this adjustment's path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly changed = output<AdjustmentForm>();

  /** Markup and margin are never shown without each other. */
  protected readonly otherWay = computed(() => otherWayWords(this.adjustment()));

  protected problem(field: string): string | null {
    return this.problems().get(`${this.path()}.${field}`) ?? null;
  }

  protected setUnit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set({ unit: unit === '' ? null : unit });
  }

  /** The same kind with another figure; the fields above offer only what it has. */
  protected set(part: Readonly<Record<string, string | null>>): void {
    this.changed.emit({ ...this.adjustment(), ...part });
  }
}
