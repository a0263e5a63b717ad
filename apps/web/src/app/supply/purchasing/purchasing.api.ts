import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  PurchaseAnswer,
  PurchaseOrderContent,
  PurchaseOrderEdit,
  PurchaseOrderRow,
  PurchaseOrderView,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class PurchasingApi {
  private readonly http = inject(HttpClient);

  ask(question: QueryParams): Observable<PurchaseAnswer> {
    return this.http.get<PurchaseAnswer>('/api/purchase-desk', { params: paramsOf(question) });
  }

  orders(): Observable<PurchaseOrderRow[]> {
    return this.http.get<PurchaseOrderRow[]>('/api/purchase-orders');
  }

  order(number: number): Observable<PurchaseOrderView> {
    return this.http.get<PurchaseOrderView>(`/api/purchase-orders/${String(number)}`);
  }

  begin(content: PurchaseOrderContent): Observable<PurchaseOrderView> {
    return this.http.post<PurchaseOrderView>('/api/purchase-orders', content);
  }

  save(number: number, edit: PurchaseOrderEdit): Observable<PurchaseOrderView> {
    return this.http.put<PurchaseOrderView>(`/api/purchase-orders/${String(number)}`, edit);
  }

  place(number: number, revision: number): Observable<PurchaseOrderView> {
    const address = `/api/purchase-orders/${String(number)}/place`;
    return this.http.post<PurchaseOrderView>(address, { revision });
  }

  discard(number: number): Observable<unknown> {
    return this.http.delete(`/api/purchase-orders/${String(number)}`);
  }
}
