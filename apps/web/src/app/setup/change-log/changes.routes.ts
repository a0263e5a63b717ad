import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Changes } from './changes';
import { changesEffects } from './changes.effects';
import { changesFeature } from './changes.feature';

export const changeRoutes: Routes = [
  {
    path: '',
    title: 'Change log',
    component: Changes,
    providers: [provideState(changesFeature), provideEffects(changesEffects)],
  },
];
