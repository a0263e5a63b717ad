import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import type { CustomerRow } from '@honest-ledger/contracts';
import { map, type Observable } from 'rxjs';
import type { Offer } from '../fields/pick-field';
import { SearchPick } from '../fields/search-pick';
import { CustomersApi } from './customers.api';

const OFFERED = 12;

/** Finds a customer by typing its code or words of its name. */
@Component({
  selector: 'hl-customer-picker',
  imports: [SearchPick],
  template: `
    <hl-search-pick
      label="Type a customer’s name or code"
      [search]="search"
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

  private readonly api = inject(CustomersApi);
  protected readonly search = (text: string): Observable<Offer<CustomerRow>[]> =>
    this.api
      .page({ text, limit: OFFERED })
      .pipe(
        map(({ rows }) =>
          rows.map((customer) => ({ key: customer.code, text: customer.name, value: customer })),
        ),
      );
}
