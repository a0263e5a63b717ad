import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Catalogue } from './catalogue';
import { catalogueEffects } from './catalogue.effects';
import { catalogueFeature } from './catalogue.feature';

export const catalogueRoutes: Routes = [
  {
    path: '',
    title: 'Catalogue',
    component: Catalogue,
    providers: [provideState(catalogueFeature), provideEffects(catalogueEffects)],
  },
];
