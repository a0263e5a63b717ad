import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { FileList } from './file-list';
import { FileSheet } from './file-sheet';
import { filesEffects } from './files.effects';
import { filesFeature } from './files.feature';

export const fileRoutes: Routes = [
  {
    path: '',
    providers: [provideState(filesFeature), provideEffects(filesEffects)],
    children: [
      { path: '', title: 'Imports', component: FileList },
      { path: ':id', title: 'Import', component: FileSheet },
    ],
  },
];
