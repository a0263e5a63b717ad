import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { CostTableEditor } from './cost-table-editor';
import { CostTableListSheet } from './cost-table-list';
import { costTablesEffects } from './cost-tables.effects';
import { costTablesFeature } from './cost-tables.feature';

export const costTableRoutes: Routes = [
  {
    path: '',
    providers: [provideState(costTablesFeature), provideEffects(costTablesEffects)],
    children: [
      { path: '', title: 'Cost tables', component: CostTableListSheet },
      {
        path: ':id',
        title: 'Cost table',
        component: CostTableEditor,
      },
    ],
  },
];
