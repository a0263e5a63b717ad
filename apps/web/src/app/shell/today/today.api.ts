import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { MarginTargetEdit, TodayView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class TodayApi {
  private readonly http = inject(HttpClient);

  read(): Observable<TodayView> {
    return this.http.get<TodayView>('/api/today');
  }

  setMarginTarget(edit: MarginTargetEdit): Observable<unknown> {
    return this.http.put('/api/margin-target', edit);
  }
}
