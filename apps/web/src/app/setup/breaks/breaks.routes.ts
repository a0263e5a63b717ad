import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { BreakEditor } from './break-editor';
import { BreakListSheet } from './break-list';
import { breaksEffects } from './breaks.effects';
import { breaksFeature } from './breaks.feature';

export const breakRoutes: Routes = [
  {
    path: '',
    providers: [provideState(breaksFeature), provideEffects(breaksEffects)],
    children: [
      { path: '', title: 'Quantity breaks', component: BreakListSheet },
      {
        path: ':id',
        title: 'Quantity break',
        component: BreakEditor,
      },
    ],
  },
];
