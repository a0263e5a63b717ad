import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { ConditionList } from './condition-list';
import { conditionsEffects } from './conditions.effects';
import { conditionsFeature } from './conditions.feature';
import { SavedConditionEditor } from './saved-condition-editor';

export const conditionRoutes: Routes = [
  {
    path: '',
    providers: [provideState(conditionsFeature), provideEffects(conditionsEffects)],
    children: [
      { path: '', title: 'Saved conditions', component: ConditionList },
      {
        path: ':id',
        title: 'Saved condition',
        component: SavedConditionEditor,
      },
    ],
  },
];
