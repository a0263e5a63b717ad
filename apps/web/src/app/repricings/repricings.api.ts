import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  ApplyRepricing,
  RepricedAnswer,
  RepricedDecisions,
  RepricedPage,
  RepricingContent,
  RepricingEdit,
  RepricingRow,
  RepricingView,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type Said } from '../shared/search-params';

@Injectable({ providedIn: 'root' })
export class RepricingsApi {
  private readonly http = inject(HttpClient);

  all(): Observable<RepricingRow[]> {
    return this.http.get<RepricingRow[]>('/api/repricings');
  }

  one(id: string): Observable<RepricingView> {
    return this.http.get<RepricingView>(`/api/repricings/${id}`);
  }

  begin(content: RepricingContent): Observable<RepricingView> {
    return this.http.post<RepricingView>('/api/repricings', content);
  }

  keep(id: string, edit: RepricingEdit): Observable<RepricingView> {
    return this.http.put<RepricingView>(`/api/repricings/${id}`, edit);
  }

  discard(id: string): Observable<unknown> {
    return this.http.delete(`/api/repricings/${id}`);
  }

  rows(id: string, asked: Said): Observable<RepricedPage> {
    const params = paramsOf(asked);
    return this.http.get<RepricedPage>(`/api/repricings/${id}/rows`, { params });
  }

  decide(id: string, decisions: RepricedDecisions): Observable<RepricedAnswer> {
    return this.http.put<RepricedAnswer>(`/api/repricings/${id}/rows`, decisions);
  }

  apply(id: string, what: ApplyRepricing): Observable<RepricingView> {
    return this.http.post<RepricingView>(`/api/repricings/${id}/apply`, what);
  }

  undo(id: string): Observable<RepricingView> {
    return this.http.post<RepricingView>(`/api/repricings/${id}/undo`, {});
  }
}
