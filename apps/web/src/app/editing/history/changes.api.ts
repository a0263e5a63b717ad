import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangePage } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

/** What narrows the record; empty for all. */
export interface ChangeFilter {
  readonly kind: string;
  readonly key: string;
  readonly by: string;
  /** Calendar days here, the first and the last; ISO 8601, empty for any. */
  readonly from: string;
  readonly until: string;
}

@Injectable({ providedIn: 'root' })
export class ChangesApi {
  private readonly http = inject(HttpClient);

  find({ kind, key, by, from, until }: ChangeFilter, below: number | null): Observable<ChangePage> {
    const params = {
      ...(kind === '' ? {} : { kind }),
      ...(key === '' ? {} : { key }),
      ...(by === '' ? {} : { by }),
      ...(from === '' ? {} : { since: midnightOf(from, 0) }),
      ...(until === '' ? {} : { before: midnightOf(until, 1) }),
      ...(below === null ? {} : { below }),
    };
    return this.http.get<ChangePage>('/api/changes', { params });
  }

  /** What was done to one thing, the latest first, some at a time. */
  history(kind: string, key: string, below: number | null): Observable<ChangePage> {
    const params = { kind, key, limit: HISTORY_AT_ONCE, ...(below === null ? {} : { below }) };
    return this.http.get<ChangePage>('/api/changes', { params });
  }
}

const HISTORY_AT_ONCE = 20;

/** The instant at which a day begins here, some days later. */
function midnightOf(day: string, later: number): string {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(year, month - 1, date + later).toISOString();
}
