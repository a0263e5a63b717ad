import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { SalesContext } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../../shared/fields/choice-field';
import { referenceFeature } from '../../../shared/reference/reference.feature';
import { TextField } from '../../../shared/fields/text-field';

/** Who sells, and where the goods go: what rules may ask, chosen from the lists of the settings. */
@Component({
  selector: 'hl-document-sales-context',
  imports: [ChoiceField, TextField],
  template: `
    @let said = salesContext();
    @let lists = reference().customers;
    @if (lists.salesPeople.length > 0) {
      <span class="inner">
        <hl-choice
          label="Sales person"
          none="Not set"
          [code]="said.salesPerson ?? ''"
          [options]="lists.salesPeople"
          (chosen)="set({ salesPerson: $event || null })"
        />
      </span>
    }
    @if (lists.departments.length > 0) {
      <span class="inner">
        <hl-choice
          label="Department"
          none="Not set"
          [code]="said.department ?? ''"
          [options]="lists.departments"
          (chosen)="set({ department: $event || null })"
        />
      </span>
    }
    @if (lists.deliveryMethods.length > 0) {
      <span>
        <hl-choice
          label="Delivery method"
          none="Not set"
          [code]="said.deliveryMethod ?? ''"
          [options]="lists.deliveryMethods"
          (chosen)="set({ deliveryMethod: $event || null })"
        />
      </span>
    }
    <span>
      <hl-text-field
        class="postcode"
        label="Delivery postcode"
        [most]="16"
        [problem]="problem()"
        [value]="said.deliveryPostcode ?? ''"
        (changed)="set({ deliveryPostcode: postcode($event) })"
      />
    </span>
  `,
  styles: `
    :host {
      display: contents;
    }
    span {
      display: inline-flex;
      align-items: baseline;
      gap: 6px;
    }
    .postcode {
      inline-size: 11ch;
    }
    @media print {
      .inner {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentSalesContext {
  readonly salesContext = input.required<SalesContext>();
  /** What is wrong with the postcode, if anything is. */
  readonly problem = input.required<string | null>();
  readonly changed = output<SalesContext>();

  protected readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);

  protected set(part: Partial<SalesContext>): void {
    this.changed.emit({ ...this.salesContext(), ...part });
  }

  /** As it is saved: in capitals, with single spaces. */
  protected postcode(typed: string): string | null {
    const saved = typed.trim().toUpperCase().replace(/\s+/g, ' ');
    return saved === '' ? null : saved;
  }
}
