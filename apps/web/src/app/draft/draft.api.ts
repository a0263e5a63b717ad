import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DraftAnswer, Publish } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class DraftApi {
  private readonly http = inject(HttpClient);

  read(): Observable<DraftAnswer> {
    return this.http.get<DraftAnswer>('/api/draft');
  }

  publish(body: Publish): Observable<{ version: number }> {
    return this.http.post<{ version: number }>('/api/draft/publish', body);
  }

  discardLevel(id: string): Observable<unknown> {
    return this.http.delete(`/api/levels/${encodeURIComponent(id)}/draft`);
  }
}
