import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { SalesAgainAsked, SalesAgainPage, SalesAgainView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type Said } from '../shared/search-params';

/** Past sales priced again. */
@Injectable({ providedIn: 'root' })
export class SalesAgainApi {
  private readonly http = inject(HttpClient);

  all(): Observable<SalesAgainView[]> {
    return this.http.get<SalesAgainView[]>('/api/sales-again');
  }

  one(id: string): Observable<SalesAgainView> {
    return this.http.get<SalesAgainView>(addressOf(id));
  }

  begin(asked: SalesAgainAsked): Observable<SalesAgainView> {
    return this.http.post<SalesAgainView>('/api/sales-again', asked);
  }

  cancel(id: string): Observable<SalesAgainView> {
    return this.http.post<SalesAgainView>(`${addressOf(id)}/cancel`, {});
  }

  lines(id: string, query: Said): Observable<SalesAgainPage> {
    return this.http.get<SalesAgainPage>(`${addressOf(id)}/lines`, { params: paramsOf(query) });
  }
}

export function addressOf(id: string): string {
  return `/api/sales-again/${encodeURIComponent(id)}`;
}
