import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { leaveKept } from '../shared/leave-kept';
import { QuoteEditor } from './quote-editor';
import { QuoteList } from './quote-list';
import { quotesEffects } from './quotes.effects';
import { quotesFeature } from './quotes.feature';

export const quoteRoutes: Routes = [
  {
    path: '',
    providers: [provideState(quotesFeature), provideEffects(quotesEffects)],
    children: [
      { path: '', title: 'Quotes', component: QuoteList },
      { path: ':number', title: 'Quote', component: QuoteEditor, canDeactivate: [leaveKept] },
    ],
  },
];
