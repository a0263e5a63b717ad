import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ConditionSummary, ConditionView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class ConditionsApi {
  private readonly http = inject(HttpClient);

  all(): Observable<ConditionSummary[]> {
    return this.http.get<ConditionSummary[]>('/api/conditions');
  }

  one(id: string): Observable<ConditionView> {
    return this.http.get<ConditionView>(`/api/conditions/${encodeURIComponent(id)}`);
  }
}
