import { computed, inject, type Signal } from '@angular/core';
import type { Names } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { categoriesActions, categoriesFeature } from './categories.feature';

/** The names of the goods for sentences, asked of the server once; for a component's injection context. An item goes by its number. */
export function goodsNames(): Signal<Names> {
  const store = inject(Store);
  const all = store.selectSignal(categoriesFeature.selectAll);
  if (all().value === null) store.dispatch(categoriesActions.asked());
  return computed(() => {
    const names = new Map((all().value ?? []).map(({ code, name }) => [code, name]));
    return {
      category: (code) => names.get(code) ?? code,
      item: (number) => (number === '' ? 'an item still to be picked' : number),
    };
  });
}
