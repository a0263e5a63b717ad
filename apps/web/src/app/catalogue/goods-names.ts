import { computed, type Signal } from '@angular/core';
import type { Names } from '@honest-ledger/engine';
import type { Store } from '@ngrx/store';
import { categoriesActions, categoriesFeature } from './categories.feature';

/** The names of the goods for sentences, asked of the server once. An item goes by its number. */
export function goodsNames(store: Store): Signal<Names> {
  const all = store.selectSignal(categoriesFeature.selectAll);
  if (all().value === null) store.dispatch(categoriesActions.asked());
  return computed(() => {
    const names = new Map((all().value ?? []).map(({ code, name }) => [code, name]));
    return { category: (code) => names.get(code) ?? code, item: (number) => number };
  });
}
