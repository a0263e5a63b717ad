import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { NewReturn, ReturnAsked, ReturnWorth, SaleReturns } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class ReturnsApi {
  private readonly http = inject(HttpClient);

  of(sale: number): Observable<SaleReturns> {
    return this.http.get<SaleReturns>(at(sale));
  }

  worth(sale: number, asked: ReturnAsked): Observable<ReturnWorth> {
    return this.http.post<ReturnWorth>(`${at(sale)}/worth`, asked);
  }

  post(sale: number, posting: NewReturn): Observable<SaleReturns> {
    return this.http.post<SaleReturns>(at(sale), posting);
  }
}

function at(sale: number): string {
  return `/api/documents/${String(sale)}/returns`;
}
