import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  BreakAnswer,
  BreakItemsPage,
  BreakItemsQuestion,
  BreakList,
  BreakQuestion,
  BreakView,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class BreaksApi {
  private readonly http = inject(HttpClient);

  all(): Observable<BreakList> {
    return this.http.get<BreakList>('/api/breaks');
  }

  one(id: string): Observable<BreakView> {
    return this.http.get<BreakView>(`/api/breaks/${encodeURIComponent(id)}`);
  }

  /** What a break makes of quantities as it is edited. */
  attempt(id: string, question: BreakQuestion): Observable<BreakAnswer> {
    return this.http.post<BreakAnswer>(`/api/breaks/${encodeURIComponent(id)}/try`, question);
  }

  /** The items that a break takes in as it is edited. */
  items(id: string, question: BreakItemsQuestion): Observable<BreakItemsPage> {
    return this.http.post<BreakItemsPage>(`/api/breaks/${encodeURIComponent(id)}/items`, question);
  }
}
