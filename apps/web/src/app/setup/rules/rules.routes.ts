import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { AllRulesBench } from './all-rules-bench';
import { RuleCalendar } from './rule-calendar';
import { RuleEditor } from './rule-editor';
import { RuleListSheet } from './rule-list';
import { rulesEffects } from './rules.effects';
import { rulesFeature } from './rules.feature';

export const ruleRoutes: Routes = [
  {
    path: '',
    providers: [provideState(rulesFeature), provideEffects(rulesEffects)],
    children: [
      { path: '', title: 'Discount rules', component: RuleListSheet },
      {
        path: 'conditions',
        loadChildren: () => import('./conditions.routes').then((m) => m.conditionRoutes),
      },
      { path: 'calendar', title: 'Calendar of discount rules', component: RuleCalendar },
      { path: 'try', title: 'Test of the discount rules', component: AllRulesBench },
      {
        path: ':id',
        title: 'Discount rule',
        component: RuleEditor,
      },
    ],
  },
];
