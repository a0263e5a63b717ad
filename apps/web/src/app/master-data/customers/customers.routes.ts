import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { agreementsEffects } from './agreements.effects';
import { agreementsFeature } from './agreements.feature';
import { Customer } from './customer';
import { CustomerList } from './customer-list';
import { customersEffects } from './customers.effects';
import { customersFeature } from './customers.feature';
import { LevelsGiven } from './levels-given';
import { NewCustomer } from './new-customer';
import { Segment } from './segment';

export const customerRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(customersFeature),
      provideState(agreementsFeature),
      provideEffects(customersEffects, agreementsEffects),
    ],
    children: [
      { path: '', title: 'Customers', component: CustomerList },
      { path: 'new/customer', title: 'New customer', component: NewCustomer },
      { path: 'given/levels', title: 'Level assignments', component: LevelsGiven },
      { path: 'segments/:code', title: 'Segment', component: Segment },
      { path: ':code', title: 'Customer', component: Customer },
    ],
  },
];
