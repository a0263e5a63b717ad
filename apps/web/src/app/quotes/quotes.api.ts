import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { NewQuote, Page, QuoteEdit, QuoteRow, QuoteView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type Said } from '../shared/search-params';

@Injectable({ providedIn: 'root' })
export class QuotesApi {
  private readonly http = inject(HttpClient);

  page(search: Said): Observable<Page<QuoteRow>> {
    return this.http.get<Page<QuoteRow>>('/api/quotes', { params: paramsOf(search) });
  }

  one(number: number): Observable<QuoteView> {
    return this.http.get<QuoteView>(`/api/quotes/${String(number)}`);
  }

  begin(body: NewQuote): Observable<QuoteView> {
    return this.http.post<QuoteView>('/api/quotes', body);
  }

  keep(number: number, edit: QuoteEdit): Observable<QuoteView> {
    return this.http.put<QuoteView>(`/api/quotes/${String(number)}`, edit);
  }
}
