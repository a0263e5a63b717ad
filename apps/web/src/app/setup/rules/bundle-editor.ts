import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { GroupEffect, Serialized, UnitsOf } from '@honest-ledger/engine';
import { UNSAID, UNSAID_GOODS } from '../../shared/reference/scope-edits';
import { FigureField } from '../../shared/fields/figure-field';
import { UnitsEditor } from './units-editor';
import { ChoiceField } from '../../shared/fields/choice-field';

type Bundle = Extract<Serialized<GroupEffect>, { kind: 'bundle' }>;
type Part = Bundle['parts'][number];

/** Goods that are sold together: how many of which, for one price or each at its own. */
@Component({
  selector: 'hl-bundle-editor',
  imports: [ChoiceField, FigureField, MatButton, UnitsEditor],
  template: `
    @let one = effect();
    @for (part of one.parts; track $index; let place = $index) {
      <div class="line">
        <hl-units-editor
          label="How many of this part"
          [path]="'effect.parts[' + place + ']'"
          [units]="part"
          [problems]="problems()"
          (changed)="setUnits(place, $event)"
        />
        @if (one.total === null) {
          <span>at</span>
          <hl-figure-field
            label="Price of each of this part"
            [value]="part.price ?? ''"
            [problem]="problems().get('effect.parts[' + place + '].price') ?? null"
            (changed)="setPart(place, { price: $event })"
          />
          <span>{{ currency() }} each</span>
        }
        <button type="button" matButton (click)="remove(place)">Remove part</button>
      </div>
    }
    @if (problems().get('effect.parts') ?? problems().get('effect'); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    <div class="line">
      <button type="button" matButton (click)="add()">Add part</button>
      <hl-choice
        label="Bundle price"
        [code]="one.total === null ? 'each' : 'total'"
        [options]="ways"
        (chosen)="choose($event)"
      />
      @if (one.total !== null) {
        <hl-figure-field
          [unit]="currency()"
          label="Price of the bundle"
          [value]="one.total"
          [problem]="problems().get('effect.total') ?? null"
          (changed)="changed.emit({ kind: 'bundle', parts: one.parts, total: $event })"
        />
      }
    </div>
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BundleEditor {
  readonly effect = input.required<Bundle>();
  readonly currency = input.required<string>();
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<Bundle>();

  protected readonly ways = [
    ['total', 'One price together'],
    ['each', 'A price for each part'],
  ] as const;

  protected setUnits(place: number, { quantity, scopes }: UnitsOf): void {
    this.setPart(place, { quantity, scopes });
  }

  protected setPart(place: number, changes: Partial<Part>): void {
    this.setParts(
      this.effect().parts.map((part, at) => (at === place ? { ...part, ...changes } : part)),
    );
  }

  protected add(): void {
    const price = this.effect().total === null ? UNSAID : null;
    this.setParts([...this.effect().parts, { quantity: 1, scopes: [UNSAID_GOODS], price }]);
  }

  protected remove(place: number): void {
    this.setParts(this.effect().parts.filter((_, at) => at !== place));
  }

  /** Prices that were typed for the parts stay, in case the total is taken back. */
  protected choose(value: string): void {
    const { parts } = this.effect();
    const priced = parts.map((part) => ({ ...part, price: part.price ?? UNSAID }));
    this.changed.emit(
      value === 'total'
        ? { kind: 'bundle', parts, total: UNSAID }
        : { kind: 'bundle', parts: priced, total: null },
    );
  }

  private setParts(parts: readonly Part[]): void {
    this.changed.emit({ kind: 'bundle', parts, total: this.effect().total });
  }
}
