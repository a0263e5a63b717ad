import type { Data, Routes } from '@angular/router';
import type { DocumentKind } from '@honest-ledger/engine';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { approvalsEffects } from './state/approvals.effects';
import { approvalsFeature } from './state/approvals.feature';
import { DocumentEditor } from './editor/document-editor';
import { DocumentList } from './list/document-list';
import { documentsEffects } from './state/documents.effects';
import { documentsFeature } from './state/documents.feature';
import { transitionEffects } from './state/transition.effects';
import { transitionFeature } from './state/transition.feature';
import { WORDS } from '../../shared/documents/document-words';

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
