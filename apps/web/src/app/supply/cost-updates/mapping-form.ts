import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  check,
  costFileMappingSchema,
  DAY_ORDERS,
  DECIMAL_MARKS,
  type CostFileField,
  type CostFileMapping,
  type CostUpdateView,
} from '@honest-ledger/contracts';
import { PURCHASE } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField, type Choice } from '../../shared/fields/choice-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { DayField } from '../../shared/fields/day-field';
import { MARKS_OF_FIGURES, ORDERS_OF_DAYS } from '../../shared/files/format-words';

const FIELDS: readonly (readonly [CostFileField, string])[] = [
  ['number', 'The supplier’s number'],
  ['item', 'Our item number'],
  ['gtin', 'GTIN'],
  ['cost', 'Cost'],
  ['currency', 'Currency'],
  ['unit', 'Unit'],
  ['minQuantity', 'From quantity'],
  ['from', 'From day'],
  ['until', 'Until day'],
];

/** Says what the columns of a price file are. It is remembered for the supplier's next file. */
@Component({
  selector: 'hl-mapping-form',
  imports: [ChoiceField, DayField, MatButton],
  template: `
    <h2>Column mapping</h2>
    <p class="soft">Remembered for the next file of {{ costUpdate().supplier.name }}.</p>
    <div class="fields">
      @for (field of fields; track field[0]) {
        <hl-choice
          [label]="field[1]"
          none="–"
          [code]="columnOf(field[0])"
          [options]="columns()"
          (chosen)="place(field[0], $event)"
        />
      }
    </div>
    <div class="line">
      <span>Currency where no column says</span>
      <hl-choice
        label="Currency where no column says"
        [code]="mapping().currency"
        [options]="currencies()"
        (chosen)="set({ currency: $event })"
      />
      <span>from</span>
      <hl-day-field
        label="First day where no column says"
        [value]="mapping().from"
        (changed)="setFrom($event)"
      />
      <span>Decimal mark</span>
      <hl-choice
        label="Decimal mark"
        [code]="mapping().decimalMark ?? ''"
        [options]="marks"
        (chosen)="setMark($event)"
      />
      <span>Days that are not ISO 8601</span>
      <hl-choice
        label="Order of days"
        [code]="mapping().days ?? ''"
        [options]="orders"
        (chosen)="setDays($event)"
      />
      <span>Costs are</span>
      <hl-choice
        label="What the costs count as"
        none="purchase costs alone"
        [code]="mapping().countsAs ?? ''"
        [options]="kinds()"
        (chosen)="set({ countsAs: $event === '' ? null : $event })"
      />
    </div>
    <table class="ledger" aria-label="The first rows of the file">
      <thead>
        <tr>
          @for (name of costUpdate().columns; track $index) {
            <th>
              {{ name }}
              <span class="is">{{ meaning($index) }}</span>
            </th>
          }
        </tr>
      </thead>
      <tbody>
        @for (row of costUpdate().sample; track $index) {
          <tr>
            @for (name of costUpdate().columns; track $index) {
              <td>{{ row[$index] }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
    @if (problem(); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    <button type="button" matButton="filled" [disabled]="problem() !== null" (click)="send()">
      Compare all {{ costUpdate().rows }} rows
    </button>
  `,
  styles: `
    :host {
      display: block;
      padding: 8px 18px;
      overflow: auto;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 6px 14px;
      padding: 6px 0;
    }
    .fields select {
      display: block;
      width: 100%;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
      padding: 6px 0 10px;
    }
    .is {
      display: block;
      color: var(--action);
    }
    .main-action {
      margin: 10px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MappingForm {
  readonly costUpdate = input.required<CostUpdateView>();
  readonly mapped = output<CostFileMapping>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly mapping = linkedSignal(() => this.costUpdate().mapping);
  protected readonly fields = FIELDS;
  protected readonly marks = MARKS_OF_FIGURES;
  protected readonly orders = ORDERS_OF_DAYS;
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly kinds = computed(() =>
    this.reference()
      .goods.costKinds.filter(({ code }) => code !== PURCHASE)
      .map(({ code, name }) => ({ code, name: `the items’ ${name} cost, too` })),
  );
  protected readonly problem = computed(() => {
    const reading = check<CostFileMapping>(costFileMappingSchema, this.mapping());
    return reading.ok ? null : (reading.problems[0]?.sentence ?? null);
  });

  /** What a column is read as, below its own name. */
  protected meaning(at: number): string {
    const { columns } = this.mapping();
    return FIELDS.filter(([field]) => columns[field] === at)
      .map(([, name]) => name)
      .join(', ');
  }

  protected readonly columns = computed((): Choice[] =>
    this.costUpdate().columns.map((name, at) => [String(at), name || `column ${String(at + 1)}`]),
  );

  protected columnOf(field: CostFileField): string {
    return String(this.mapping().columns[field] ?? '');
  }

  protected place(field: CostFileField, value: string): void {
    const at = value === '' ? null : Number(value);
    this.set({ columns: { ...this.mapping().columns, [field]: at } });
  }

  protected set(part: Partial<CostFileMapping>): void {
    this.mapping.update((mapping) => ({ ...mapping, ...part }));
  }

  protected setFrom(day: string | null): void {
    if (day !== null) this.set({ from: day });
  }

  protected setMark(mark: string): void {
    this.set({ decimalMark: DECIMAL_MARKS.find((one) => one === mark) ?? null });
  }

  protected setDays(order: string): void {
    this.set({ days: DAY_ORDERS.find((one) => one === order) ?? null });
  }

  protected send(): void {
    this.mapped.emit(this.mapping());
  }
}
