import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideRouter, Router } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { problemBody } from '../../testing/screens';
import { endedSession } from './ended-session';
import { sessionEffects } from './session.effects';
import { sessionActions, sessionFeature } from './session.feature';
import { SignIn } from '../../shell/sign-in/sign-in';
import { signedInOnly } from './signed-in-only';

@Component({ template: 'the quotes', changeDetection: ChangeDetectionStrategy.OnPush })
class Quotes {}

describe('signing in', () => {
  let harness: RouterTestingHarness;
  let server: HttpTestingController;

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(withInterceptors([endedSession])),
        provideHttpClientTesting(),
        provideRouter([
          { path: 'sign-in', component: SignIn },
          { path: 'quotes', component: Quotes, canActivate: [signedInOnly] },
          { path: '', component: Quotes },
        ]),
        provideStore(),
        provideState(sessionFeature),
        provideEffects(sessionEffects),
      ],
    });
    server = TestBed.inject(HttpTestingController);
    harness = await RouterTestingHarness.create();
  });
  const url = (): string => TestBed.inject(Router).url;
  const settle = async (): Promise<void> => {
    await new Promise((resolve) => setTimeout(resolve));
    await harness.fixture.whenStable();
  };
  async function go(to: string, user: object | null): Promise<void> {
    const gone = harness.navigateByUrl(to);
    await new Promise((resolve) => setTimeout(resolve, 20)); // the guard asks the server
    server.match('/api/session').forEach((request) => {
      request.flush({ user, demo: [] });
    });
    await gone;
  }
  const ines = { name: 'Ines Marlow', email: 'ines@saltmarsh.example', role: 'administrator' };

  it('is asked of whoever is not signed in, and remembers where they wanted to go', async () => {
    await go('/quotes', null);
    expect(url()).toBe('/sign-in?back=%2Fquotes');
  });

  it('is not asked again of whoever is', async () => {
    await go('/quotes', ines);
    expect(url()).toBe('/quotes');
    await harness.navigateByUrl('/');
    await harness.navigateByUrl('/quotes');
    server.expectNone('/api/session');
    expect(harness.routeNativeElement?.textContent).toContain('the quotes');
  });

  it('is asked again when any request finds that the session has ended', async () => {
    await go('/quotes', ines);
    const { HttpClient } = await import('@angular/common/http');
    TestBed.inject(HttpClient)
      .get('/api/documents')
      .subscribe({ error: () => undefined });
    server
      .expectOne('/api/documents')
      .flush(problemBody(401, 'Sign in'), { status: 401, statusText: '' });
    await settle();
    expect(url()).toBe('/sign-in?back=%2Fquotes');
  });

  it('tells what is missing or wrong, and goes on where one wanted to', async () => {
    await go('/sign-in?back=/quotes', null);
    const store = TestBed.inject(Store);
    const form = harness.routeNativeElement?.querySelector('form');
    form?.dispatchEvent(new Event('submit'));
    await settle();
    expect(harness.routeNativeElement?.textContent).toContain('Type your e-mail address.');
    server.expectNone('/api/session');

    const body = { email: 'ines@saltmarsh.example', password: 'wrong' };
    store.dispatch(sessionActions.signIn({ body, back: '/quotes' }));
    server
      .expectOne('/api/session')
      .flush(problemBody(401, 'Not right.'), { status: 401, statusText: '' });
    await settle();
    expect(harness.routeNativeElement?.textContent).toContain('Not right.');
    store.dispatch(sessionActions.signIn({ body, back: '/quotes' }));
    server.expectOne('/api/session').flush({ user: ines, demo: [] });
    await settle();
    expect(url()).toBe('/quotes');
  });
});
