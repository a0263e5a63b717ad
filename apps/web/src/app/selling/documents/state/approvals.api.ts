import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ApprovalRow, AskingApproval, Decision, Page } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class ApprovalsApi {
  private readonly http = inject(HttpClient);

  page(search: QueryParams): Observable<Page<ApprovalRow>> {
    return this.http.get<Page<ApprovalRow>>('/api/approvals', { params: paramsOf(search) });
  }

  ask(number: number, asking: AskingApproval): Observable<unknown> {
    return this.http.post(`/api/documents/${String(number)}/approval`, asking);
  }

  decide(id: number, decision: Decision): Observable<unknown> {
    return this.http.post(`/api/approvals/${String(id)}/decision`, decision);
  }
}
