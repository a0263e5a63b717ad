import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Basics } from './basics';
import { basicsEffects } from './basics.effects';
import { basicsFeature } from './basics.feature';

export const basicsRoutes: Routes = [
  {
    path: '',
    title: 'Pricing settings',
    providers: [provideState(basicsFeature), provideEffects(basicsEffects)],
    component: Basics,
  },
];
