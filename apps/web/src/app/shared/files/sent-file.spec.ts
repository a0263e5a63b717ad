import {
  HttpErrorResponse,
  HttpEventType,
  HttpResponse,
  type HttpEvent,
} from '@angular/common/http';
import { lastValueFrom, of, Subject, throwError, toArray } from 'rxjs';
import { problemBody } from '../../testing/screens';
import { sending, watching } from './sent-file';

describe('a file on its way', () => {
  const tell = (events: Parameters<typeof sending<string, string, string, string>>[0]) =>
    lastValueFrom(
      sending(
        events,
        (part) => `there: ${String(part)}`,
        (value) => `sent: ${value}`,
        ({ detail }) => `not sent: ${detail}`,
      ).pipe(toArray()),
    );

  it('says how much of it is there, then what the server made of it', async () => {
    const events: HttpEvent<string>[] = [
      { type: HttpEventType.Sent },
      { type: HttpEventType.UploadProgress, loaded: 1, total: 4 },
      { type: HttpEventType.UploadProgress, loaded: 4, total: 4 },
      new HttpResponse({ body: 'receipt' }),
    ];
    expect(await tell(of(...events))).toEqual(['there: 0.25', 'there: 1', 'sent: receipt']);
  });

  it('says nothing of progress where nobody knows how long it is', async () => {
    expect(await tell(of({ type: HttpEventType.UploadProgress, loaded: 1 }))).toEqual([]);
  });

  it('says why it has not come', async () => {
    const error = problemBody(413, 'It is too large.');
    const refused = new HttpErrorResponse({ status: 413, error });
    expect(await tell(throwError(() => refused))).toEqual(['not sent: It is too large.']);
  });
});

describe('what the server works on', () => {
  beforeEach(() => jasmine.clock().install());
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  it('is asked after until it is done, and no longer', () => {
    const states = ['comparing', 'comparing', 'ready', 'never asked'];
    const seen: string[] = [];
    let asked = 0;
    watching(
      () => of(states[asked++] ?? ''),
      (state) => state === 'comparing',
    ).subscribe((state) => seen.push(state));
    jasmine.clock().tick(1);
    expect(seen).toEqual(['comparing']);
    jasmine.clock().tick(5000);
    expect(seen).toEqual(['comparing', 'comparing', 'ready']);
    expect(asked).toBe(3);
  });

  it('is not asked again while an answer is on its way', () => {
    const slow = new Subject<string>();
    let asked = 0;
    const watched = watching(
      () => {
        asked += 1;
        return slow;
      },
      () => true,
    ).subscribe();
    jasmine.clock().tick(5000);
    expect(asked).toBe(1);
    watched.unsubscribe();
  });
});
