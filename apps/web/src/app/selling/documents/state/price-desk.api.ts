import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  DeskAnswer,
  DeskQuestion,
  LastPrices,
  LastPricesQuery,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf } from '../../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class PriceDeskApi {
  private readonly http = inject(HttpClient);

  ask(question: DeskQuestion): Observable<DeskAnswer> {
    return this.http.post<DeskAnswer>('/api/price-desk', question);
  }

  lastPrices({ item, customer }: LastPricesQuery): Observable<LastPrices> {
    const params = paramsOf(customer === undefined ? { item } : { item, customer });
    return this.http.get<LastPrices>('/api/last-prices', { params });
  }
}
