import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  MatAutocompleteModule,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import type { CustomerRow } from '@honest-ledger/contracts';
import { catchError, of } from 'rxjs';
import { CustomersApi } from './customers.api';

const OFFERED = 12;

/** Finds a customer by typing its code or words of its name; Enter takes the first. */
@Component({
  selector: 'hl-customer-picker',
  imports: [MatAutocompleteModule],
  template: `
    <input
      #field
      class="cell"
      type="text"
      autocomplete="off"
      spellcheck="false"
      [attr.aria-label]="label()"
      [placeholder]="label()"
      [matAutocomplete]="offers"
      (input)="text.set(field.value)"
    />
    <mat-autocomplete
      #offers="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="nameOf"
      (optionSelected)="pick($event)"
    >
      @for (customer of found(); track customer.code) {
        <mat-option [value]="customer">
          {{ customer.name }} <span class="soft">{{ customer.code }}</span>
        </mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: inline-block;
    }
    .cell {
      width: 240px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerPicker {
  readonly label = input('Type a customer’s name or code');
  readonly picked = output<CustomerRow>();

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  private readonly all = toSignal(
    inject(CustomersApi)
      .all()
      .pipe(catchError(() => of([]))),
    {
      initialValue: [],
    },
  );
  protected readonly text = signal('');
  protected readonly found = computed(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    if (words.length === 0) return [];
    return this.all()
      .filter(({ code, name }) =>
        words.every((word) => `${code} ${name}`.toLowerCase().includes(word)),
      )
      .slice(0, OFFERED);
  });

  protected pick({ option }: MatAutocompleteSelectedEvent): void {
    // the options' values are the rows found above
    this.picked.emit(option.value as CustomerRow);
    this.text.set('');
    this.field().nativeElement.value = '';
  }

  protected nameOf(customer: CustomerRow | null): string {
    return customer?.name ?? '';
  }
}
