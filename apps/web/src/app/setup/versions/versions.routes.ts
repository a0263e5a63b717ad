import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { Version } from './version';
import { VersionList } from './version-list';
import { versionsEffects } from './versions.effects';
import { versionsFeature } from './versions.feature';

export const versionRoutes: Routes = [
  {
    path: '',
    providers: [provideState(versionsFeature), provideEffects(versionsEffects)],
    children: [
      { path: '', title: 'Versions', component: VersionList },
      { path: ':number', title: 'Version', component: Version },
    ],
  },
];
