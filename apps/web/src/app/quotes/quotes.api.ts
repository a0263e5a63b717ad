import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { NewQuote, QuoteEdit, QuoteRow, QuoteView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class QuotesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<QuoteRow[]> {
    return this.http.get<QuoteRow[]>('/api/quotes');
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
