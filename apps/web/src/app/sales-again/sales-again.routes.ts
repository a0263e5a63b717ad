import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { SalesAgainList } from './sales-again-list';
import { SalesAgainSheet } from './sales-again-sheet';
import { salesAgainEffects } from './sales-again.effects';
import { salesAgainFeature } from './sales-again.feature';

export const salesAgainRoutes: Routes = [
  {
    path: '',
    providers: [provideState(salesAgainFeature), provideEffects(salesAgainEffects)],
    children: [
      { path: '', title: 'Price sales again', component: SalesAgainList },
      { path: ':id', title: 'Sales priced again', component: SalesAgainSheet },
    ],
  },
];
