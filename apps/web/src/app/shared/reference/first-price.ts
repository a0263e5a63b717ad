import { afterNextRender, inject, Injector, type Signal } from '@angular/core';
import type { ItemRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { referenceFeature } from './reference.feature';
import type { FigureField } from '../fields/figure-field';

/**
 * What a new row of prices begins with: the item's base price where the row is in the currency that base
 * prices are in, else nothing, for somebody to type. The cursor goes to it.
 * @param fields the fields of prices, in the order of the rows
 */
export function firstPrices(fields: Signal<readonly FigureField[]>) {
  const injector = inject(Injector);
  const reference = inject(Store).selectSignal(referenceFeature.selectReference);
  return {
    priceOf: ({ basePrice }: ItemRow, currency: string): string =>
      currency === reference().customers.homeCurrency ? (basePrice ?? '') : '',
    /** Puts the cursor into the last price with this label once it is there. */
    goTo: (label: string): void => {
      const focus = (): void => {
        fields()
          .filter((field) => field.label() === label)
          .at(-1)
          ?.focus();
      };
      afterNextRender(focus, { injector });
    },
  };
}
