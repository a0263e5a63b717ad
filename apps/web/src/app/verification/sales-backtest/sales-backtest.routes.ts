import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { SalesBacktestList } from './sales-backtest-list';
import { SalesBacktestSheet } from './sales-backtest-sheet';
import { salesBacktestEffects } from './sales-backtest.effects';
import { salesBacktestFeature } from './sales-backtest.feature';

export const salesBacktestRoutes: Routes = [
  {
    path: '',
    providers: [provideState(salesBacktestFeature), provideEffects(salesBacktestEffects)],
    children: [
      { path: '', title: 'Sales re-pricing', component: SalesBacktestList },
      { path: ':id', title: 'Sales re-pricing', component: SalesBacktestSheet },
    ],
  },
];
