import { computed, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { ListFilterField } from '../lists/list-filter-field';
import { hasPermission } from '../session/may-do';
import { categoriesActions, categoriesFeature } from './categories.feature';
import { ITEM_KIND_CHOICES } from './item-kinds';
import { referenceFeature } from './reference.feature';

/** What items can be narrowed by, wherever they are listed. To be called where a component is made. */
export function itemFilterFields(): Signal<readonly ListFilterField[]> {
  const store = inject(Store);
  const reference = store.selectSignal(referenceFeature.selectReference);
  const categories = store.selectSignal(categoriesFeature.selectPlaced);
  const seesCosts = hasPermission('seeCosts');
  store.dispatch(categoriesActions.asked());
  return computed((): readonly ListFilterField[] => {
    const { goods, customers } = reference();
    const costs: ListFilterField = {
      kind: 'range',
      label: 'Margin',
      from: ['marginFrom', 'At least'],
      to: ['marginBelow', 'Less than'],
      unit: '%',
    };
    return [
      {
        kind: 'choices',
        name: 'category',
        label: 'Category',
        options: categories().map(({ code, name, depth }) => ({
          code,
          name: `${'\u2003'.repeat(depth)}${name}`,
        })),
      },
      { kind: 'choices', name: 'brand', label: 'Brand', options: goods.brands },
      { kind: 'choices', name: 'supplier', label: 'Supplier', options: goods.suppliers },
      { kind: 'choices', name: 'kind', label: 'Kind of goods', options: ITEM_KIND_CHOICES },
      {
        kind: 'range',
        label: 'Base price',
        from: ['basePriceFrom', 'At least'],
        to: ['basePriceTo', 'At most'],
        unit: customers.homeCurrency,
      },
      ...(seesCosts() ? [costs] : []),
    ];
  });
}
