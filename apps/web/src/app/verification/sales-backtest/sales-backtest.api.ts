import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  SalesBacktestAsked,
  SalesBacktestPage,
  SalesBacktestView,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../shared/requests/search-params';

/** Past sales priced again. */
@Injectable({ providedIn: 'root' })
export class SalesBacktestApi {
  private readonly http = inject(HttpClient);

  all(): Observable<SalesBacktestView[]> {
    return this.http.get<SalesBacktestView[]>('/api/sales-backtest');
  }

  one(id: string): Observable<SalesBacktestView> {
    return this.http.get<SalesBacktestView>(addressOf(id));
  }

  begin(asked: SalesBacktestAsked): Observable<SalesBacktestView> {
    return this.http.post<SalesBacktestView>('/api/sales-backtest', asked);
  }

  cancel(id: string): Observable<SalesBacktestView> {
    return this.http.post<SalesBacktestView>(`${addressOf(id)}/cancel`, {});
  }

  lines(id: string, query: QueryParams): Observable<SalesBacktestPage> {
    return this.http.get<SalesBacktestPage>(`${addressOf(id)}/lines`, { params: paramsOf(query) });
  }
}

export function addressOf(id: string): string {
  return `/api/sales-backtest/${encodeURIComponent(id)}`;
}
