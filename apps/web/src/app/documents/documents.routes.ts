import type { Data, Routes } from '@angular/router';
import type { DocumentKind } from '@honest-ledger/engine';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { approvalsEffects } from './approvals.effects';
import { approvalsFeature } from './approvals.feature';
import { DocumentEditor } from './document-editor';
import { DocumentList } from './document-list';
import { documentsEffects } from './documents.effects';
import { documentsFeature } from './documents.feature';
import { transitionEffects } from './transition.effects';
import { transitionFeature } from './transition.feature';
import { WORDS } from './document-words';

/** The kind of document that an address is for. */
const kindOf = (data: Data): DocumentKind => data['kind'] as DocumentKind;

export const documentRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(documentsFeature),
      provideState(transitionFeature),
      provideState(approvalsFeature),
      provideEffects(documentsEffects, transitionEffects, approvalsEffects),
    ],
    children: [
      { path: '', title: ({ data }) => WORDS[kindOf(data)].title, component: DocumentList },
      {
        path: ':number',
        title: ({ data }) => WORDS[kindOf(data)].one,
        component: DocumentEditor,
      },
    ],
  },
];
