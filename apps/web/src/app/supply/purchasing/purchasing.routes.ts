import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { PurchaseDesk } from './purchase-desk';
import { PurchaseOrder } from './purchase-order';
import { PurchaseOrderList } from './purchase-order-list';
import { purchasingEffects } from './purchasing.effects';
import { purchasingFeature } from './purchasing.feature';

const providers = [provideState(purchasingFeature), provideEffects(purchasingEffects)];

export const purchaseDeskRoutes: Routes = [
  { path: '', title: 'Supplier comparison', component: PurchaseDesk, providers },
];

export const purchaseOrderRoutes: Routes = [
  {
    path: '',
    providers,
    children: [
      { path: '', title: 'Purchase orders', component: PurchaseOrderList },
      {
        path: ':number',
        title: 'Purchase order',
        component: PurchaseOrder,
      },
    ],
  },
];
