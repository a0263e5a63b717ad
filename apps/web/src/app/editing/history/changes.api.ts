import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangePage } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class ChangesApi {
  private readonly http = inject(HttpClient);

  /** What was done to one thing, the latest first, some at a time. */
  history(kind: string, key: string, below: number | null): Observable<ChangePage> {
    const params = { kind, key, limit: HISTORY_AT_ONCE, ...(below === null ? {} : { below }) };
    return this.http.get<ChangePage>('/api/changes', { params });
  }
}

const HISTORY_AT_ONCE = 20;
