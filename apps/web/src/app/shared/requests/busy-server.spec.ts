import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { busyServer } from './busy-server';

describe('a server that is busy', () => {
  let http: HttpClient;
  let server: HttpTestingController;
  let heard: string[];
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(withInterceptors([busyServer])), provideHttpClientTesting()],
    });
    http = TestBed.inject(HttpClient);
    server = TestBed.inject(HttpTestingController);
    heard = [];
    http.post('/api/thing', {}).subscribe({
      next: () => heard.push('done'),
      error: ({ status }: { status: number }) => heard.push(String(status)),
    });
  });
  const busy = (headers: Record<string, string>): void => {
    server.expectOne('/api/thing').flush(null, { status: 503, statusText: 'Busy', headers });
  };
  const pause = (): Promise<void> => new Promise((done) => setTimeout(done, 30));

  it('is asked again when it says when, and the page hears of what came of it', async () => {
    busy({ 'retry-after': '0.01' });
    await pause();
    server.expectOne('/api/thing').flush({});
    expect(heard).toEqual(['done']);
  });

  it('is not asked for ever', async () => {
    for (let times = 0; times < 4; times += 1) {
      busy({ 'retry-after': '0.01' });
      await pause();
    }
    server.expectNone('/api/thing');
    expect(heard).toEqual(['503']);
  });

  it('that says no more than that it cannot is not asked again from here', async () => {
    busy({});
    await pause();
    server.expectNone('/api/thing');
    expect(heard).toEqual(['503']);
  });
});
