import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { PriceChangeList } from './price-change-list';
import { PriceChangeSheet } from './price-change-sheet';
import { priceChangesEffects } from './price-changes.effects';
import { priceChangesFeature } from './price-changes.feature';

export const priceChangeRoutes: Routes = [
  {
    path: '',
    providers: [provideState(priceChangesFeature), provideEffects(priceChangesEffects)],
    children: [
      { path: '', title: 'Bulk changes', component: PriceChangeList },
      { path: ':id', title: 'Bulk change', component: PriceChangeSheet },
    ],
  },
];
