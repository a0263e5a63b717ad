import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { CustomerRow } from '@honest-ledger/contracts';
import { catchError, of } from 'rxjs';
import { PickField, type Offer } from '../shared/pick-field';
import { CustomersApi } from './customers.api';

const OFFERED = 12;

/** Finds a customer by typing its code or words of its name. */
@Component({
  selector: 'hl-customer-picker',
  imports: [PickField],
  template: `
    <hl-pick-field
      label="Type a customer’s name or code"
      [offers]="offers()"
      [offeredFor]="text()"
      (typed)="text.set($event.trim())"
      (picked)="picked.emit($event)"
    />
  `,
  styles: `
    :host {
      display: inline-block;
      width: 240px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerPicker {
  readonly picked = output<CustomerRow>();

  private readonly all = toSignal(
    inject(CustomersApi)
      .all()
      .pipe(catchError(() => of([]))),
    {
      initialValue: [],
    },
  );
  protected readonly text = signal('');
  protected readonly offers = computed((): Offer<CustomerRow>[] => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    if (words.length === 0) return [];
    return this.all()
      .filter(({ code, name }) =>
        words.every((word) => `${code} ${name}`.toLowerCase().includes(word)),
      )
      .slice(0, OFFERED)
      .map((customer) => ({ key: customer.code, text: customer.name, value: customer }));
  });
}
