import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { GroupEffect, Serialized } from '@honest-ledger/engine';
import { FigureField } from '../../shared/fields/figure-field';
import { OffEditor } from './off-editor';
import { UnitsEditor } from './units-editor';
import { ChoiceField } from '../../shared/fields/choice-field';

type BuyAndGet = Extract<Serialized<GroupEffect>, { kind: 'buyAndGet' }>;

/** Units that earn others: how many of which, what the given ones cost, and how often. */
@Component({
  selector: 'hl-buy-and-get-editor',
  imports: [ChoiceField, FigureField, OffEditor, UnitsEditor],
  template: `
    @let one = effect();
    <div class="line">
      <span>for every</span>
      <hl-units-editor
        label="How many are bought"
        path="effect.buy"
        [units]="one.buy"
        [problems]="problems()"
        (changed)="set({ buy: $event })"
      />
    </div>
    <div class="line">
      <span>these are given</span>
      <hl-units-editor
        label="How many are given"
        path="effect.get"
        [units]="one.get"
        [problems]="problems()"
        (changed)="set({ get: $event })"
      />
      <hl-off-editor
        path="effect.offer"
        [off]="one.offer"
        [maySet]="true"
        [currency]="currency()"
        [problems]="problems()"
        (changed)="set({ offer: $event })"
      />
    </div>
    <div class="line">
      <hl-choice
        label="Units given"
        [code]="one.dearest ? 'dearest' : 'cheapest'"
        [options]="given"
        (chosen)="chooseGiven($event)"
      />
      <span>at most</span>
      <hl-figure-field
        label="At most so many times"
        [mayBeEmpty]="true"
        [value]="one.most === null ? '' : '' + one.most"
        [problem]="problems().get('effect.most') ?? null"
        (changed)="set({ most: $event === '' ? null : +$event })"
      />
      <span class="soft">{{
        one.most === null ? 'empty: as often as it goes' : 'times in a document'
      }}</span>
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
export class BuyAndGetEditor {
  readonly effect = input.required<BuyAndGet>();
  readonly currency = input.required<string>();
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<BuyAndGet>();

  protected readonly given = [
    ['cheapest', 'Cheapest first'],
    ['dearest', 'Most expensive first'],
  ] as const;

  protected set(part: Partial<BuyAndGet>): void {
    this.changed.emit({ ...this.effect(), ...part });
  }

  protected chooseGiven(value: string): void {
    this.set({ dearest: value === 'dearest' });
  }
}
