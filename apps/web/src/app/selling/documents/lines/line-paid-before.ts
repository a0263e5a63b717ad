import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { LastPrice, LastPrices } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { PaidBefore } from './paid-before';
import { PriceDeskApi } from '../state/price-desk.api';
import { debouncedResource } from '../../../shared/requests/attempt';

const NOTHING: LastPrices = { customer: [], segment: [] };

/** A price by hand that goes by an earlier one. */
export interface TakenPrice {
  readonly price: string;
  readonly reason: string;
}

/** What was paid before for the item of the line that the cursor is on; Alt+L takes the last price. */
@Component({
  selector: 'hl-line-paid-before',
  imports: [PaidBefore],
  template: `
    @if (customer() !== null) {
      <hl-paid-before
        [label]="item() + ': ' + name() + ' paid'"
        [prices]="paid().customer"
        [mayTake]="mayTake()"
        (taken)="take($event)"
      />
    }
    <hl-paid-before
      [label]="item() + ': others' + (customer() === null ? '' : ' of the segment') + ' paid'"
      [prices]="paid().segment"
      [whose]="true"
    />
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-start;
      gap: 12px 28px;
      padding: 12px 18px 18px;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  host: { '(document:keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinePaidBefore {
  readonly item = input.required<string>();
  readonly unit = input.required<string>();
  readonly customer = input.required<string | null>();
  readonly name = input.required<string>();
  readonly currency = input.required<string>();
  readonly mayTake = input.required<boolean>();
  readonly taken = output<TakenPrice>();

  private readonly api = inject(PriceDeskApi);
  private readonly asked = computed(() => ({ item: this.item(), customer: this.customer() }), {
    equal: (a, b) => a.item === b.item && a.customer === b.customer,
  });
  private readonly found = debouncedResource(this.asked, ({ item, customer }) =>
    this.api.lastPrices(customer === null ? { item } : { item, customer }),
  );
  protected readonly paid = computed(() => this.found().answer ?? NOTHING);

  protected key(event: KeyboardEvent): void {
    if (!event.altKey || event.key.toLowerCase() !== 'l' || !this.mayTake()) return;
    event.preventDefault();
    // a price in another unit or currency is no price of this line
    const last = this.paid().customer.find(
      ({ unit, currency }) => unit === this.unit() && currency === this.currency(),
    );
    if (last) this.take(last);
  }

  protected take({ each, document }: LastPrice): void {
    this.taken.emit({ price: each, reason: `as on ${documentTitle(document)}` });
  }
}
