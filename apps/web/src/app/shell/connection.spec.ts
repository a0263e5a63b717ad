import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { Connection } from './connection';

@Component({
  selector: 'hl-far',
  template: '',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Far {}

describe('a screen whose code cannot be fetched', () => {
  let router: Router;
  let connection: Connection;
  let fails: Error | null;
  let server: jasmine.Spy;
  beforeEach(() => {
    fails = new TypeError('Failed to fetch dynamically imported module: /far.js');
    server = spyOn(window, 'fetch').and.rejectWith(new TypeError('Failed to fetch'));
    TestBed.configureTestingModule({
      providers: [
        provideRouter([
          {
            path: 'far',
            loadComponent: () => (fails === null ? Promise.resolve(Far) : Promise.reject(fails)),
          },
        ]),
      ],
    });
    router = TestBed.inject(Router);
    connection = TestBed.inject(Connection);
    connection.follow().subscribe();
  });

  it('is awaited, and opens as soon as the server answers again', async () => {
    await expectAsync(router.navigateByUrl('/far?text=clay')).toBeRejected();
    expect(connection.awaited()).toBe('/far?text=clay');
    await connection.tryNow();
    expect(connection.awaited()).toBe('/far?text=clay');
    fails = null;
    server.and.resolveTo(new Response('{"ok":true}'));
    await connection.tryNow();
    expect(connection.awaited()).toBeNull();
    expect(router.url).toBe('/far?text=clay');
  });

  it('is awaited while the server answers that it is not well', async () => {
    await expectAsync(router.navigateByUrl('/far')).toBeRejected();
    server.and.resolveTo(new Response('', { status: 503 }));
    await connection.tryNow();
    expect(connection.awaited()).toBe('/far');
  });

  it('is not what any other fault of a screen is taken for', async () => {
    fails = new Error('a fault of ours');
    await expectAsync(router.navigateByUrl('/far')).toBeRejected();
    expect(connection.awaited()).toBeNull();
  });
});
