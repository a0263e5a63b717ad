import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { PriceDesk } from './price-desk';
import { priceDeskEffects } from './price-desk.effects';
import { priceDeskFeature } from './price-desk.feature';

export const priceDeskRoutes: Routes = [
  {
    path: '',
    title: 'Price desk',
    component: PriceDesk,
    providers: [provideState(priceDeskFeature), provideEffects(priceDeskEffects)],
  },
];
