import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { ReceiptList } from './receipt-list';
import { ReceiptSheet } from './receipt-sheet';
import { receiptsEffects } from './receipts.effects';
import { receiptsFeature } from './receipts.feature';

export const receiptRoutes: Routes = [
  {
    path: '',
    providers: [provideState(receiptsFeature), provideEffects(receiptsEffects)],
    children: [
      { path: '', title: 'Costs received', component: ReceiptList },
      { path: ':id', title: 'Costs received', component: ReceiptSheet },
    ],
  },
];
