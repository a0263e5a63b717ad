import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import type { Bill, ItemRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../../shared/reference/item-picker';
import { ChoiceField } from '../../shared/fields/choice-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { costUpdatesActions } from './cost-updates.feature';

interface BillLine {
  readonly item: string;
  readonly name: string;
  readonly baseUnit: string;
  readonly units: readonly string[];
  readonly cost: string;
  readonly unit: string | null;
}

/** A bill or a delivery note: its lines with what each item cost. */
@Component({
  selector: 'hl-bill-form',
  imports: [
    ChoiceField,
    DayField,
    FigureField,
    ItemPicker,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
  ],
  template: `
    <form (submit)="send($event)" aria-label="A bill">
      <div class="line">
        <mat-form-field
          ><mat-label>Bill number</mat-label
          ><input
            matInput
            id="bill-number"
            maxlength="120"
            autocomplete="off"
            (change)="setReference($event)"
        /></mat-form-field>
        <span>costs count from</span>
        <hl-day-field label="First day of the costs" [value]="from()" (changed)="setFrom($event)" />
        <span>in</span>
        <hl-choice
          label="Currency of the bill"
          [code]="currency()"
          [options]="currencies()"
          (chosen)="chosen.set($event)"
        />
      </div>
      @for (line of lines(); track $index) {
        <div class="line">
          <strong>{{ line.item }}</strong>
          <span class="name">{{ line.name }}</span>
          <hl-figure-field
            [label]="'Cost of ' + line.item"
            [value]="line.cost"
            [mayBeEmpty]="true"
            (changed)="set($index, { cost: $event })"
          />
          <span class="soft">per</span>
          <hl-choice
            [label]="'Unit of ' + line.item"
            [none]="line.baseUnit"
            [code]="line.unit ?? ''"
            [options]="unitsOf(line)"
            (chosen)="set($index, { unit: $event === '' ? null : $event })"
          />
          <button type="button" matButton (click)="remove($index)">Remove</button>
        </div>
      }
      <hl-item-picker label="Type an item number or a name" (picked)="add($event)" />
      <button type="submit" matButton="filled" [disabled]="!complete()">Review bill</button>
    </form>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 18px 12px;
      background: var(--marked);
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
      padding: 4px 0;
    }
    .name {
      min-width: 240px;
    }
    hl-item-picker {
      display: inline-block;
      width: 260px;
      margin-right: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BillForm {
  readonly supplier = input.required<string>();

  private readonly store = inject(Store);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly chosen = signal<string | null>(null);
  protected readonly currency = computed(
    () => this.chosen() ?? this.reference().customers.homeCurrency,
  );
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly from = signal(new Date().toISOString().slice(0, 10));
  protected readonly lines = signal<readonly BillLine[]>([]);
  protected readonly complete = computed(
    () => this.lines().length > 0 && this.lines().every(({ cost }) => cost !== ''),
  );
  private billNumber = '';

  protected setReference({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.billNumber = target.value.trim();
  }

  protected setFrom(day: string | null): void {
    if (day !== null) this.from.set(day);
  }

  protected unitsOf({ units }: BillLine): { code: string; name: string }[] {
    return units.map((unit) => ({ code: unit, name: unit }));
  }

  protected add({ item, name, unit, units }: ItemRow): void {
    const further = units.map((one) => one.unit);
    const fresh = { item, name, baseUnit: unit, units: further, cost: '', unit: null };
    this.lines.update((lines) => [...lines, fresh]);
  }

  protected set(place: number, part: Partial<BillLine>): void {
    this.lines.update((lines) =>
      lines.map((one, at) => (at === place ? { ...one, ...part } : one)),
    );
  }

  protected remove(place: number): void {
    this.lines.update((lines) => lines.filter((_, at) => at !== place));
  }

  protected send(event: Event): void {
    event.preventDefault();
    if (!this.complete()) return;
    const currency = this.currency();
    const bill: Bill = {
      supplier: this.supplier(),
      reference: this.billNumber,
      from: this.from(),
      countsAs: 'last',
      lines: this.lines().map(({ item, cost, unit }) => ({ item, cost, currency, unit })),
    };
    this.store.dispatch(costUpdatesActions.sendBill({ bill }));
  }
}
