import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  CustomerContent,
  CustomerEdit,
  CustomerPreview,
  CustomerRow,
  CustomerView,
  LevelGiven,
  LevelGiving,
  LevelGivingPreview,
  Page,
  PriceListPage,
  SeenLevelGiving,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../requests/search-params';

@Injectable({ providedIn: 'root' })
export class CustomersApi {
  private readonly http = inject(HttpClient);

  page(search: QueryParams): Observable<Page<CustomerRow>> {
    return this.http.get<Page<CustomerRow>>('/api/customers', { params: paramsOf(search) });
  }

  one(code: string): Observable<CustomerView> {
    return this.http.get<CustomerView>(addressOf(code));
  }

  preview(code: string, content: CustomerContent): Observable<CustomerPreview> {
    return this.http.post<CustomerPreview>(`${addressOf(code)}/preview`, content);
  }

  save(code: string, edit: CustomerEdit): Observable<CustomerView> {
    return this.http.put<CustomerView>(addressOf(code), edit);
  }

  previewGiving(giving: LevelGiving): Observable<LevelGivingPreview> {
    return this.http.post<LevelGivingPreview>('/api/customer-levels/preview', giving);
  }

  giveLevel(giving: SeenLevelGiving): Observable<LevelGiven> {
    return this.http.put<LevelGiven>('/api/customer-levels', giving);
  }

  prices(code: string, text: string, offset: number): Observable<PriceListPage> {
    const params = { text, offset, limit: PRICES_AT_ONCE };
    return this.http.get<PriceListPage>(`${addressOf(code)}/prices`, { params });
  }
}

/** How many rows of a price list are asked for at once. */
export const PRICES_AT_ONCE = 50;

function addressOf(code: string): string {
  return `/api/customers/${encodeURIComponent(code)}`;
}
