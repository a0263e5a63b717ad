import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { RepricingList } from './repricing-list';
import { RepricingSheet } from './repricing-sheet';
import { repricingsEffects } from './repricings.effects';
import { repricingsFeature } from './repricings.feature';

export const repricingRoutes: Routes = [
  {
    path: '',
    providers: [provideState(repricingsFeature), provideEffects(repricingsEffects)],
    children: [
      { path: '', title: 'Change prices', component: RepricingList },
      { path: ':id', title: 'Change prices', component: RepricingSheet },
    ],
  },
];
