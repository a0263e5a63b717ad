import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Settings } from './settings';
import { settingsEffects } from './settings.effects';
import { settingsFeature } from './settings.feature';

export const settingsRoutes: Routes = [
  {
    path: '',
    providers: [provideState(settingsFeature), provideEffects(settingsEffects)],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'categories' },
      { path: ':sheet', title: 'Settings', component: Settings },
    ],
  },
];
