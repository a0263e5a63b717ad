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
  CostUpdateRowPage,
  CostUpdateVerdict,
  CostUpdateView,
  TakeBackDecision,
  TakeIn,
  WaitingPage,
  Weigh,
  Weighed,
  UndoCostUpdate,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf } from '../../shared/requests/search-params';

export interface CostUpdateRowsAsked {
  readonly verdict: CostUpdateVerdict | null;
  readonly follows: Follows | null;
  readonly sort: string | null;
  readonly offset: number;
  readonly limit: number;
}

@Injectable({ providedIn: 'root' })
export class CostUpdatesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<CostUpdateView[]> {
    return this.http.get<CostUpdateView[]>('/api/cost-updates');
  }

  one(id: string): Observable<CostUpdateView> {
    return this.http.get<CostUpdateView>(`/api/cost-updates/${id}`);
  }

  /** Tells how far it is on its way, and answers with the cost update as the server has it. */
  send(supplier: string, file: File): Observable<HttpEvent<CostUpdateView>> {
    const form = new FormData();
    form.append('file', file);
    return this.http.post<CostUpdateView>('/api/cost-updates', form, {
      params: { supplier },
      observe: 'events',
      reportProgress: true,
    });
  }

  bill(bill: Bill): Observable<CostUpdateView> {
    return this.http.post<CostUpdateView>('/api/bills', bill);
  }

  map(id: string, mapping: CostFileMapping): Observable<CostUpdateView> {
    return this.http.put<CostUpdateView>(`/api/cost-updates/${id}/mapping`, mapping);
  }

  rows(id: string, asked: CostUpdateRowsAsked): Observable<CostUpdateRowPage> {
    const sort = asked.sort === 'move' ? 'move' : 'row';
    const params = paramsOf({ ...asked, sort });
    return this.http.get<CostUpdateRowPage>(`/api/cost-updates/${id}/rows`, { params });
  }

  leaveOut(id: string, what: LeaveOut): Observable<CostUpdateView> {
    return this.http.put<CostUpdateView>(`/api/cost-updates/${id}/left-out`, what);
  }

  takeIn(id: string, what: TakeIn): Observable<CostUpdateView> {
    return this.http.post<CostUpdateView>(`/api/cost-updates/${id}/take-in`, what);
  }

  undo(id: string, undo: UndoCostUpdate): Observable<CostUpdateView> {
    return this.http.post<CostUpdateView>(`/api/cost-updates/${id}/undo`, undo);
  }

  cancel(id: string): Observable<CostUpdateView> {
    return this.http.delete<CostUpdateView>(`/api/cost-updates/${id}`);
  }

  rules(): Observable<FollowRule[]> {
    return this.http.get<FollowRule[]>('/api/follow-rules');
  }

  saveRules(edit: FollowRulesEdit): Observable<FollowRule[]> {
    return this.http.put<FollowRule[]>('/api/follow-rules', edit);
  }

  waiting(asked: {
    readonly costUpdate: string | null;
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
