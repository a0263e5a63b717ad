import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { itemCostsEffects } from './item-costs.effects';
import { itemCostsFeature } from './item-costs.feature';
import { Catalogue } from './catalogue';
import { Item } from './item';
import { itemEffects } from './item.effects';
import { itemFeature } from './item.feature';
import { NewItem } from './new-item';

export const catalogueRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(itemFeature),
      provideState(itemCostsFeature),
      provideEffects(itemEffects, itemCostsEffects),
    ],
    children: [
      { path: '', title: 'Catalogue', component: Catalogue },
      { path: 'new/item', title: 'New item', component: NewItem },
      { path: ':item', title: 'Item', component: Item },
    ],
  },
];
