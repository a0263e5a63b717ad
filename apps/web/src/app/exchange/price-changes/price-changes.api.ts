import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  ApplyPriceChange,
  RepricedAnswer,
  RepricedDecisions,
  RepricedPage,
  PriceChangeContent,
  PriceChangeEdit,
  PriceChangeRow,
  PriceChangeView,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class PriceChangesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<PriceChangeRow[]> {
    return this.http.get<PriceChangeRow[]>('/api/price-changes');
  }

  one(id: string): Observable<PriceChangeView> {
    return this.http.get<PriceChangeView>(`/api/price-changes/${id}`);
  }

  begin(content: PriceChangeContent): Observable<PriceChangeView> {
    return this.http.post<PriceChangeView>('/api/price-changes', content);
  }

  save(id: string, edit: PriceChangeEdit): Observable<PriceChangeView> {
    return this.http.put<PriceChangeView>(`/api/price-changes/${id}`, edit);
  }

  discard(id: string): Observable<unknown> {
    return this.http.delete(`/api/price-changes/${id}`);
  }

  rows(id: string, asked: QueryParams): Observable<RepricedPage> {
    const params = paramsOf(asked);
    return this.http.get<RepricedPage>(`/api/price-changes/${id}/rows`, { params });
  }

  decide(id: string, decisions: RepricedDecisions): Observable<RepricedAnswer> {
    return this.http.put<RepricedAnswer>(`/api/price-changes/${id}/rows`, decisions);
  }

  apply(id: string, what: ApplyPriceChange): Observable<PriceChangeView> {
    return this.http.post<PriceChangeView>(`/api/price-changes/${id}/apply`, what);
  }

  undo(id: string): Observable<PriceChangeView> {
    return this.http.post<PriceChangeView>(`/api/price-changes/${id}/undo`, {});
  }
}
