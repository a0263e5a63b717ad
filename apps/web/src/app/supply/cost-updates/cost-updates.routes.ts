import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { CostUpdateList } from './cost-update-list';
import { CostUpdateSheet } from './cost-update-sheet';
import { costUpdatesEffects } from './cost-updates.effects';
import { costUpdatesFeature } from './cost-updates.feature';

export const costUpdateRoutes: Routes = [
  {
    path: '',
    providers: [provideState(costUpdatesFeature), provideEffects(costUpdatesEffects)],
    children: [
      { path: '', title: 'Cost updates', component: CostUpdateList },
      { path: ':id', title: 'Cost update', component: CostUpdateSheet },
    ],
  },
];
