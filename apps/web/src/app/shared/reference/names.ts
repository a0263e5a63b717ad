import { computed, inject, type Signal } from '@angular/core';
import type { CodeAndName } from '@honest-ledger/engine';
import { unitAfter, type Names } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { writeNumber } from '../numbers/numbers';
import { categoriesActions, categoriesFeature } from './categories.feature';
import type { Reference } from './reference.api';
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
  return computed(() => namesIn(reference(), categories().value ?? []));
}

/** The names that the choices of the screens have. */
export function namesIn(
  { goods, levels, customers }: Reference,
  categories: readonly CodeAndName[],
): Names {
  return {
    category: nameFinder(categories),
    item: (number) => (number === '' ? 'an item still to be picked' : number),
    family: nameFinder(goods.families),
    brand: nameFinder(goods.brands),
    supplier: nameFinder(goods.suppliers),
    level: nameFinder(levels.map(({ id, content }) => ({ code: id, name: content.name }))),
    cost: nameFinder(goods.costKinds),
    costTable: nameFinder(goods.costTables),
    condition: nameFinder(goods.savedConditions),
    segment: nameFinder(customers.segments),
    outlet: nameFinder(customers.outlets),
    salesPerson: nameFinder(customers.salesPeople),
    department: nameFinder(customers.departments),
    deliveryMethod: nameFinder(customers.deliveryMethods),
    unit: unitFinder(customers.units),
    attribute: nameFinder([
      ...goods.attributes,
      ...customers.attributes,
      ...customers.documentAttributes,
    ]),
  };
}

/** "24 bags", as the units are called by now; for a component's injection context. */
export function countedUnits(): Signal<(quantity: string, unit: string) => string> {
  const reference = inject(Store).selectSignal(referenceFeature.selectReference);
  return computed(() => {
    const unitIn = unitFinder(reference().customers.units);
    return (quantity, unit) => `${writeNumber(quantity)} ${unitIn(unit, quantity)}`;
  });
}

/** Units go by their plurals after any quantity but one. */
function unitFinder(units: readonly CodeAndName[]): Names['unit'] {
  const plurals = new Map(units.map(({ code, name }) => [code, name]));
  return (unit, quantity) => unitAfter(quantity, unit, plurals.get(unit));
}

function nameFinder(all: readonly CodeAndName[]): (code: string) => string {
  const names = new Map(all.map(({ code, name }) => [code, name]));
  return (code) => names.get(code) ?? code;
}
