import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Customer } from './customer';
import { CustomerList } from './customer-list';
import { customersEffects } from './customers.effects';
import { customersFeature } from './customers.feature';

export const customerRoutes: Routes = [
  {
    path: '',
    providers: [provideState(customersFeature), provideEffects(customersEffects)],
    children: [
      { path: '', title: 'Customers', component: CustomerList },
      { path: ':code', title: 'Customer', component: Customer },
    ],
  },
];
