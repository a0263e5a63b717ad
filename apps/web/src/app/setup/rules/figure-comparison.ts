import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ComparisonForm } from '@honest-ledger/contracts';
import { FigureField } from '../../shared/fields/figure-field';
import { startComparison } from './rule-edits';
import { ChoiceField } from '../../shared/fields/choice-field';

const KINDS: readonly (readonly [ComparisonForm['kind'], string])[] = [
  ['atLeast', 'at least'],
  ['moreThan', 'more than'],
  ['atMost', 'at most'],
  ['lessThan', 'less than'],
  ['exactly', 'exactly'],
  ['between', 'between'],
];

/** How a figure is compared, in words that leave no doubt about the boundary. */
@Component({
  selector: 'hl-figure-comparison',
  imports: [ChoiceField, FigureField],
  template: `
    <hl-choice
      label="Comparison"
      class="comparison"
      [code]="comparison().kind"
      [options]="kinds"
      (chosen)="choose($event)"
    />
    <hl-figure-field
      label="Value"
      [value]="comparison().value"
      [problem]="problems().get('comparison.value') ?? null"
      (changed)="setValue({ value: $event })"
    />
    @if (upper() !== null) {
      <span>and</span>
      <hl-figure-field
        label="Up to"
        [value]="upper() ?? ''"
        [problem]="problems().get('comparison.to') ?? problems().get('comparison') ?? null"
        (changed)="setValue({ to: $event })"
      />
      <span class="soft">both included</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigureComparison {
  readonly comparison = input.required<ComparisonForm>();
  /** What is wrong with its test, by the path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<ComparisonForm>();

  protected readonly kinds = KINDS;
  protected readonly upper = computed(() => {
    const comparison = this.comparison();
    return comparison.kind === 'between' ? comparison.to : null;
  });

  protected choose(value: string): void {
    const kind = KINDS.find(([one]) => one === value)?.[0];
    if (kind) this.changed.emit(startComparison(kind, this.comparison()));
  }

  protected setValue(part: { readonly value?: string; readonly to?: string }): void {
    const comparison = this.comparison();
    const { value = comparison.value, to } = part;
    this.changed.emit(
      comparison.kind === 'between'
        ? { ...comparison, value, to: to ?? comparison.to }
        : { ...comparison, value },
    );
  }
}
