import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { LevelEditor } from './level-editor';
import { LevelList } from './level-list';
import { levelsEffects } from './levels.effects';
import { levelsFeature } from './levels.feature';

export const levelRoutes: Routes = [
  {
    path: '',
    providers: [provideState(levelsFeature), provideEffects(levelsEffects)],
    children: [
      { path: '', title: 'Price levels', component: LevelList },
      { path: ':id', title: 'Price level', component: LevelEditor },
    ],
  },
];
