import { computed, inject, type Signal } from '@angular/core';
import type { CodeAndName } from '@honest-ledger/engine';
import type { Names } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { categoriesActions, categoriesFeature } from './categories.feature';
import { referenceActions, referenceFeature } from './reference.feature';

/**
 * The names for sentences, asked of the server once; for a component's injection context. An item
 * goes by its number.
 */
export function namesOfThings(): Signal<Names> {
  const store = inject(Store);
  const categories = store.selectSignal(categoriesFeature.selectAll);
  const all = store.selectSignal(referenceFeature.selectAll);
  const reference = store.selectSignal(referenceFeature.selectReference);
  if (categories().value === null) store.dispatch(categoriesActions.asked());
  if (all().value === null) store.dispatch(referenceActions.asked());
  return computed(() => {
    const { goods, levels, customers } = reference();
    return {
      category: nameFinder(categories().value ?? []),
      item: (number) => (number === '' ? 'an item still to be picked' : number),
      family: nameFinder(goods.families),
      brand: nameFinder(goods.brands),
      supplier: nameFinder(goods.suppliers),
      level: nameFinder(levels.map(({ id, content }) => ({ code: id, name: content.name }))),
      cost: nameFinder(goods.costKinds),
      costTable: nameFinder(goods.costTables),
      condition: nameFinder(goods.savedConditions),
      attribute: nameFinder([
        ...goods.attributes,
        ...customers.attributes,
        ...customers.documentAttributes,
      ]),
    };
  });
}

function nameFinder(all: readonly CodeAndName[]): (code: string) => string {
  const names = new Map(all.map(({ code, name }) => [code, name]));
  return (code) => names.get(code) ?? code;
}
