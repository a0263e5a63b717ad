import { provideHttpClient, withInterceptors, withXsrfConfiguration } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners, type ApplicationConfig } from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { categoriesEffects } from './shared/reference/categories.effects';
import { categoriesFeature } from './shared/reference/categories.feature';
import { draftEffects } from './editing/draft/draft.effects';
import { objectEditsEffects } from './editing/draft/object-edits.effects';
import { objectEditsFeature } from './editing/draft/object-edits.feature';
import { draftFeature } from './editing/draft/draft.feature';
import { listsEffects } from './shared/lists/lists.effects';
import { listsFeature } from './shared/lists/lists.feature';
import { outboxEffects } from './editing/outbox/outbox.effects';
import { outboxFeature } from './editing/outbox/outbox.feature';
import { referenceEffects } from './shell/reference.effects';
import { referenceFeature } from './shared/reference/reference.feature';
import { PageTitle } from './shell/page-title';
import { sessionEffects } from './shared/session/session.effects';
import { sessionFeature } from './shared/session/session.feature';
import { provideIcons } from './shared/look/icons';
import { provideFieldDefaults } from './shared/fields/field-defaults';
import { endedSession } from './shared/session/ended-session';
import { busyServer } from './shared/requests/busy-server';
import { workingsFeature } from './shared/workings/workings.feature';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding()),
    { provide: TitleStrategy, useClass: PageTitle },
    provideHttpClient(
      withInterceptors([endedSession, busyServer]),
      withXsrfConfiguration({ cookieName: 'XSRF-TOKEN', headerName: 'X-XSRF-TOKEN' }),
    ),
    provideIcons(),
    provideFieldDefaults(),
    provideStore(),
    provideState(sessionFeature),
    provideState(categoriesFeature),
    provideState(draftFeature),
    provideState(workingsFeature),
    provideState(referenceFeature),
    provideState(listsFeature),
    provideState(objectEditsFeature),
    provideState(outboxFeature),
    provideEffects(
      sessionEffects,
      categoriesEffects,
      draftEffects,
      referenceEffects,
      listsEffects,
      objectEditsEffects,
      outboxEffects,
    ),
  ],
};
