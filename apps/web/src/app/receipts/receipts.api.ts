import { HttpClient, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Bill,
  CostFileMapping,
  Decide,
  FollowRule,
  FollowRulesEdit,
  Follows,
  LeaveOut,
  ReceiptRowPage,
  ReceiptVerdict,
  ReceiptView,
  RuleInForce,
  TakeBackDecision,
  TakeIn,
  WaitingPage,
  Weigh,
  Weighed,
  UndoReceipt,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf } from '../shared/search-params';

export interface ReceiptRowsAsked {
  readonly verdict: ReceiptVerdict | null;
  readonly follows: Follows | null;
  readonly sort: string | null;
  readonly offset: number;
  readonly limit: number;
}

@Injectable({ providedIn: 'root' })
export class ReceiptsApi {
  private readonly http = inject(HttpClient);

  all(): Observable<ReceiptView[]> {
    return this.http.get<ReceiptView[]>('/api/receipts');
  }

  one(id: string): Observable<ReceiptView> {
    return this.http.get<ReceiptView>(`/api/receipts/${id}`);
  }

  /** Tells how far it is on its way, and answers with the receipt as the server has it. */
  send(supplier: string, file: File): Observable<HttpEvent<ReceiptView>> {
    const form = new FormData();
    form.append('file', file);
    return this.http.post<ReceiptView>('/api/receipts', form, {
      params: { supplier },
      observe: 'events',
      reportProgress: true,
    });
  }

  bill(bill: Bill): Observable<ReceiptView> {
    return this.http.post<ReceiptView>('/api/bills', bill);
  }

  map(id: string, mapping: CostFileMapping): Observable<ReceiptView> {
    return this.http.put<ReceiptView>(`/api/receipts/${id}/mapping`, mapping);
  }

  rows(id: string, asked: ReceiptRowsAsked): Observable<ReceiptRowPage> {
    const sort = asked.sort === 'move' ? 'move' : 'row';
    const params = paramsOf({ ...asked, sort });
    return this.http.get<ReceiptRowPage>(`/api/receipts/${id}/rows`, { params });
  }

  leaveOut(id: string, what: LeaveOut): Observable<ReceiptView> {
    return this.http.put<ReceiptView>(`/api/receipts/${id}/left-out`, what);
  }

  takeIn(id: string, what: TakeIn): Observable<ReceiptView> {
    return this.http.post<ReceiptView>(`/api/receipts/${id}/take-in`, what);
  }

  undo(id: string, undo: UndoReceipt): Observable<ReceiptView> {
    return this.http.post<ReceiptView>(`/api/receipts/${id}/undo`, undo);
  }

  cancel(id: string): Observable<ReceiptView> {
    return this.http.delete<ReceiptView>(`/api/receipts/${id}`);
  }

  rules(): Observable<FollowRule[]> {
    return this.http.get<FollowRule[]>('/api/follow-rules');
  }

  ruleFor(item: string): Observable<RuleInForce> {
    return this.http.get<RuleInForce>(`/api/items/${encodeURIComponent(item)}/follow-rule`);
  }

  keepRules(edit: FollowRulesEdit): Observable<FollowRule[]> {
    return this.http.put<FollowRule[]>('/api/follow-rules', edit);
  }

  waiting(asked: {
    readonly receipt: string | null;
    readonly sort: string;
    readonly offset: number;
    readonly limit: number;
  }): Observable<WaitingPage> {
    return this.http.get<WaitingPage>('/api/waiting-prices', { params: paramsOf(asked) });
  }

  weigh(what: Weigh): Observable<Weighed> {
    return this.http.post<Weighed>('/api/waiting-prices/weigh', what);
  }

  takeBack(what: TakeBackDecision): Observable<unknown> {
    return this.http.post('/api/waiting-prices/take-back', what);
  }

  decide(decision: Decide): Observable<WaitingPage> {
    return this.http.post<WaitingPage>('/api/waiting-prices/decide', decision);
  }
}
