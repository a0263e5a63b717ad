import { provideHttpClient, withInterceptors, withXsrfConfiguration } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners, type ApplicationConfig } from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { categoriesEffects } from './reference/categories.effects';
import { categoriesFeature } from './reference/categories.feature';
import { draftEffects } from './draft/draft.effects';
import { objectEditsEffects } from './draft/object-edits.effects';
import { objectEditsFeature } from './draft/object-edits.feature';
import { draftFeature } from './draft/draft.feature';
import { listsEffects } from './lists/lists.effects';
import { listsFeature } from './lists/lists.feature';
import { outboxEffects } from './outbox/outbox.effects';
import { outboxFeature } from './outbox/outbox.feature';
import { referenceEffects } from './shell/reference.effects';
import { referenceFeature } from './reference/reference.feature';
import { PageTitle } from './shell/page-title';
import { sessionEffects } from './session/session.effects';
import { sessionFeature } from './session/session.feature';
import { provideIcons } from './icons/icons';
import { provideFieldDefaults } from './shared/fields/field-defaults';
import { endedSession } from './session/ended-session';
import { busyServer } from './shared/busy-server';
import { workingsFeature } from './workings/workings.feature';

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
